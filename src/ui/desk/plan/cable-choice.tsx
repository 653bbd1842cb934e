'use client';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import type { PlanView } from '@/contracts/views';
import {
  CABLE_KINDS,
  CABLE_WORDS,
  type CableKind,
  type CableLeg,
  cableProblem,
  type CableRun,
  parseMm,
} from '@/core/bench';
import type { ProcedureDocument, Schools } from '@/core/document';
import { capital, doorWords } from '@/core/trade';
import { Chips } from '../../design';

const KINDS = CABLE_KINDS.map((kind): [CableKind, string] => [kind, CABLE_WORDS[kind]]);
/** The longest leg, mm. */
const MOST_MM = 10_000;

/** A leg as it is typed. */
interface TypedLeg extends Omit<CableLeg, 'mm'> {
  mm: string;
}
const legOf = ({ id, parts }: ProcedureDocument): TypedLeg => ({
  procedure: id,
  open: parts.find(({ kind }) => kind === 'panel')?.id ?? null,
  boot: false,
  mm: '1000',
});

/** Runs a cable through the zones of the plan: what must be off in each, where a boot is, how long. */
export function CableChoice({
  view,
  joint,
  onChoose,
}: {
  view: PlanView;
  joint: Schools['joints'];
  onChoose: (run: CableRun) => void;
}) {
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<CableKind>('power');
  const [amps, setAmps] = useState('40');
  const [legs, setLegs] = useState<TypedLeg[]>(() => view.documents.map(legOf));
  const change = (at: number, leg: Partial<TypedLeg>) =>
    setLegs(legs.map((one, n) => (n === at ? { ...one, ...leg } : one)));
  const swap = (at: number) => setLegs(legs.map((one, n) => (n === at - 1 ? legs[at] : n === at ? legs[at - 1] : one)));
  const read = readRun(kind, amps, joint, legs);
  const trouble = typeof read === 'string' ? read : cableProblem(view.documents, read);
  const missing = view.documents.filter(({ id }) => !legs.some(({ procedure }) => procedure === id));
  return (
    <>
      <Button variant="outline-dark" className="mt-2" onClick={() => setOpen(true)}>
        Run a cable…
      </Button>
      <Modal show={open} onHide={() => setOpen(false)} size="lg" scrollable centered aria-labelledby="cable-title">
        <Modal.Header closeButton>
          <Modal.Title id="cable-title">Which way does the cable go?</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <div className="d-flex flex-wrap gap-3 mb-2 align-items-end">
            <Chips label="It is a" value={kind} options={KINDS} onPick={setKind} />
            {kind === 'power' && (
              <label className="d-flex gap-2 align-items-center">
                carries at most
                <input
                  className="form-control number-field"
                  inputMode="decimal"
                  value={amps}
                  onChange={(event) => setAmps(event.target.value)}
                />
                A
              </label>
            )}
          </div>
          {legs.map((leg, at) => (
            <Leg
              key={leg.procedure}
              leg={leg}
              document={view.documents.find(({ id }) => id === leg.procedure)!}
              onChange={(one) => change(at, one)}
              onUp={at > 0 ? () => swap(at) : null}
              onOut={legs.length > 1 ? () => setLegs(legs.filter((one) => one !== leg)) : null}
            />
          ))}
          {missing.map((document) => (
            <Button
              key={document.id}
              variant="outline-dark"
              className="me-2"
              onClick={() => setLegs([...legs, legOf(document)])}
            >
              through the {doorWords(document)} too
            </Button>
          ))}
          <p className="quiet mt-2 mb-0">
            From its source on, one after the other. Other zones are added to the plan first.
          </p>
          {trouble && (
            <p className="trouble" role="alert">
              {trouble}
            </p>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button
            disabled={trouble !== null}
            onClick={() => {
              if (typeof read === 'string') return;
              setOpen(false);
              onChoose(read);
            }}
          >
            Plan it
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}

function Leg({
  leg,
  document,
  onChange,
  onUp,
  onOut,
}: {
  leg: TypedLeg;
  document: ProcedureDocument;
  onChange: (leg: Partial<TypedLeg>) => void;
  onUp: (() => void) | null;
  onOut: (() => void) | null;
}) {
  const zone = doorWords(document);
  return (
    <div className="cable-leg">
      <b>{capital(zone)}</b>
      <select
        className="form-select"
        aria-label={`What must be off in the ${zone}`}
        value={leg.open ?? ''}
        onChange={(event) => onChange({ open: event.target.value || null })}
      >
        <option value="">nothing in the way</option>
        {document.parts.map(({ id, name }) => (
          <option key={id} value={id}>
            {(name ?? id).toLowerCase()} off
          </option>
        ))}
      </select>
      <label className="d-flex gap-1 align-items-center">
        <input
          className="form-control number-field"
          aria-label={`Length through the ${zone}`}
          value={leg.mm}
          onChange={(event) => onChange({ mm: event.target.value })}
        />
        mm
      </label>
      <label className="d-flex gap-1 align-items-center">
        <input type="checkbox" checked={leg.boot} onChange={(event) => onChange({ boot: event.target.checked })} />
        through a boot
      </label>
      <Button variant="outline-dark" aria-label={`The ${zone} earlier`} disabled={!onUp} onClick={() => onUp?.()}>
        ↑
      </Button>
      <Button variant="outline-dark" aria-label={`Not through the ${zone}`} disabled={!onOut} onClick={() => onOut?.()}>
        ×
      </Button>
    </div>
  );
}

/** The run as it was typed, or why it cannot be read. */
function readRun(kind: CableKind, amps: string, joint: Schools['joints'], legs: TypedLeg[]): CableRun | string {
  const load = Number(amps.replace(',', '.'));
  if (kind === 'power' && !(load > 0 && load <= 300)) return 'How much it carries is 1 to 300 A.';
  const read = legs.map((leg) => ({ ...leg, mm: Math.round(parseMm(leg.mm) ?? 0) }));
  if (read.some(({ mm }) => !(mm > 0 && mm <= MOST_MM))) return `A length is 1 to ${MOST_MM} mm.`;
  return { kind, amps: kind === 'power' ? Math.round(load * 10) / 10 : null, joint, legs: read };
}
