'use client';
import { keepPages } from '../../../device/keep-pages';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { parseFit } from '@/core/bench';
import type { ProcedureDocument } from '@/core/document';
import { doorWords, type Applicability } from '@/core/trade';
import { Trouble, useSend } from '../../design';
import { type Asked, planAddress } from './plan-address';

export interface JobChoice {
  number: number;
  title: string;
  vehicle: string;
}

/** Takes the plan to the bay: which job it is for, and what new parts are to be fitted. */
export function OpenRun({
  asked,
  order,
  trayBins,
  jobs,
  forJob,
  vehicle,
  documents,
}: {
  asked: Asked;
  order: 'best' | 'recorded';
  trayBins: number;
  jobs: JobChoice[];
  forJob: number | null;
  /** The vehicle the plan's procedure was recorded for. */
  vehicle: Applicability;
  documents: Pick<ProcedureDocument, 'id' | 'zone' | 'side'>[];
}) {
  const [open, setOpen] = useState(false);
  const [job, setJob] = useState(forJob ?? jobs[0]?.number ?? 0);
  const [lines, setLines] = useState(() => [...(asked.lines ?? []), ...partsIn(asked, documents)].join('\n'));
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const newJob = newJobAddress(vehicle, { ...asked, lines: linesOf(lines) }, documents);
  const start = async () => {
    const newParts = linesOf(lines);
    const { procedures, goals, options, fits, sets } = asked;
    const body = { procedures, goals, options, fits, sets, job, order, trayBins, newParts };
    const made = await run<{ id: string }>('POST', '/api/runs', body);
    if (!made) return;
    // On the tablet before it is shown: the network may be gone the next second.
    await keepPages([`/runs/${made.id}`]);
    router.push(`/runs/${made.id}`);
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Take it to the bay</Button>
      <Modal show={open} onHide={() => setOpen(false)} centered>
        <Modal.Header closeButton>
          <Modal.Title>Take it to the bay</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {jobs.length === 0 && (
            <p>
              There is no job for this vehicle yet. <Link href={newJob}>Open one</Link>, its vehicle is filled in.
            </p>
          )}
          {jobs.length > 0 && (
            <>
              <Form.Group controlId="run-job" className="mb-3">
                <Form.Label>For which job</Form.Label>{' '}
                <Link className="small" href={newJob}>
                  or open a new one
                </Link>
                <Form.Select value={job} onChange={(event) => setJob(Number(event.target.value))}>
                  {jobs.map((one) => (
                    <option key={one.number} value={one.number}>
                      {one.number}: {one.title}, {one.vehicle}
                    </option>
                  ))}
                </Form.Select>
              </Form.Group>
              <Form.Group controlId="run-parts">
                <Form.Label>Parts to fit, one per line</Form.Label>
                <Form.Control as="textarea" rows={4} value={lines} onChange={(event) => setLines(event.target.value)} />
                <Form.Text>These become the tick list between taking apart and putting back.</Form.Text>
              </Form.Group>
            </>
          )}
          <Trouble text={trouble} />
        </Modal.Body>
        <Modal.Footer>
          <Button disabled={busy || !job} onClick={start}>
            Start there
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}

/** A new job for the vehicle of a plan, its zones ticked; it comes back to the very plan. */
function newJobAddress(
  { make, model, body }: Applicability,
  asked: Asked,
  documents: Pick<ProcedureDocument, 'zone' | 'side'>[],
): string {
  const query = new URLSearchParams({
    make,
    model,
    ...(body ? { body } : {}),
    plan: inAddress(planAddress(asked, null)),
  });
  for (const [option, value] of Object.entries(asked.options)) query.append(`option.${option}`, value);
  for (const { zone, side } of documents) query.append('zone', `${zone}.${side}`);
  return `/jobs/new?${query}`;
}

/** An address within an address, as base64url: nothing in it is encoded twice. */
const inAddress = (address: string): string => btoa(address).replace(/\+/g, '-').replace(/\//g, '_').replace(/=+$/, '');

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

/** What the plan puts in, each a line of the list. */
const partsIn = ({ fits }: Asked, documents: Pick<ProcedureDocument, 'id' | 'zone' | 'side'>[]): string[] =>
  fits.flatMap((text) => {
    const fit = parseFit(text);
    const door = documents.length > 1 && documents.find(({ id }) => id === fit?.procedure);
    const at = door ? `, ${doorWords(door)}` : '';
    return fit
      ? [
          `${fit.speaker}${at}`,
          ...(fit.crossover ? [`Crossover${at}`] : []),
          ...(fit.joint === 'adapter' ? [] : [`Blade terminals, wide for plus (2.8, 4.8, 6.3 mm)${at}`]),
        ]
      : [];
  });
