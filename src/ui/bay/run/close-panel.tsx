'use client';
import Link from 'next/link';
import { useState } from 'react';
import Table from 'react-bootstrap/Table';
import type { RunReport } from '@/contracts/views';
import { isBalanced } from '@/core/bay';
import { inPlaceOf, stepInPlace } from '@/core/telling';
import { Trouble } from '../../design';
import { Photo } from '../log';
import { RunFoot } from './foot';
import type { Bay } from './bay';
import { LeftOvers } from './left-over';
import { ShortLines } from './short-lines';
import { RecordRun } from './record-run';
import { TooEarly } from './too-early';

/** The ledger: every fastener out, back, new or accounted for, every bin empty; finishing waits until it balances. */
export function ClosePanel({ bay }: { bay: Bay }) {
  const { handle, job, nameOf, keptLedger } = bay;
  const { state, view } = handle;
  const [trouble, setTrouble] = useState<string | null>(null);
  const others = view.blocks.filter(({ code }) => code !== 'missing' && code !== 'left-over');
  const people = [...new Set(state.log.map((event) => event.person))].map(nameOf).join(', ');
  return (
    <section className="run-wide">
      <div className="run-wide-scroll" tabIndex={0}>
        <h1>
          {state.finished
            ? 'Finished: everything is accounted for'
            : view.blocks.length
              ? 'Not finished yet'
              : 'Everything is accounted for'}
        </h1>
        <p className="quiet">Done by {people}</p>
        <Bins bay={bay} />
        {!state.finished && <TooEarly bay={bay} />}
        {!state.finished && <LeftOvers bay={bay} />}
        {!state.finished && <ShortLines rows={view.ledger} run={handle} />}
        {!state.finished &&
          others.map((block) => (
            <p key={block.item} className="trouble mb-1">
              {block.text}
            </p>
          ))}
        <div className="sheet">
          <LedgerTable ledger={keptLedger ?? view.ledger.map((row) => ({ ...row, balances: isBalanced(row) }))} />
        </div>
        <RecordRun bay={bay} />
        <Notes bay={bay} />
      </div>
      <footer>
        <Trouble text={trouble} />
        {!state.finished && (
          <button
            type="button"
            className="done-bar"
            disabled={view.blocks.length > 0}
            onClick={async () => setTrouble(await handle.finish())}
          >
            Finish
          </button>
        )}
        {state.finished && (
          <Link className="done-bar" href={`/jobs/${job.number}/check-in?walk=departure`}>
            Repeat the checks, give back
          </Link>
        )}
        {state.finished ? (
          <div className="run-foot">
            <Link href={`/jobs/${job.number}`}>To job {job.number}</Link>
          </div>
        ) : (
          <RunFoot bay={bay} />
        )}
      </footer>
    </section>
  );
}

/** What should lie in the tray's bins still: nothing. */
function Bins({
  bay: {
    handle: { plan, state, view },
  },
}: {
  bay: Bay;
}) {
  const left = view.ledger.flatMap((row) => {
    const pieces = row.out - row.scrapped - row.lost - row.back - row.kept;
    return plan.bins[row.item] !== undefined && pieces > 0
      ? [{ bin: plan.bins[row.item], words: row.words, pieces }]
      : [];
  });
  if (left.length === 0)
    return (
      <p className="good">
        {state.finished
          ? 'Every bin of the tray was empty.'
          : 'Every bin of the tray should be empty: check, then tap Finish.'}
      </p>
    );
  return (
    <p className="trouble">
      {left.map(({ bin, words, pieces }) => `Bin ${bin}: ${pieces} left of ${words}`).join(' · ')}
    </p>
  );
}

function Notes({
  bay: {
    handle: { state, graph },
  },
}: {
  bay: Bay;
}) {
  const overridden = [...state.gates].filter(([, gate]) => gate.reason);
  const notes = state.log.flatMap((event) => (event.type === 'note' ? [{ id: event.id, text: event.text }] : []));
  const photos = state.log.flatMap((event) => (event.type === 'photo' ? [event.photo] : []));
  const found = [
    ...state.rounds.map(({ round, why, mended }) => ({
      id: `round ${round}`,
      text: `Opened up again: ${why}${mended ? `; it was: ${mended}` : ''}`,
    })),
    ...state.leftOvers.flatMap(({ event, words, settled }) =>
      settled ? [{ id: event, text: `Left over: ${words}; ${settled.item ? 'put back' : settled.reason}` }] : [],
    ),
    ...state.asFound.map(({ event, difference, item }) => ({
      id: event,
      text: `As found: ${difference}${inPlaceOf(graph, item)}`,
    })),
    ...state.log.flatMap((event) =>
      event.type === 'stuck'
        ? [{ id: event.id, text: `Would not move: ${event.words}${inPlaceOf(graph, event.item)}` }]
        : [],
    ),
  ];
  const skipped = [...state.skipped].map(([action, reason]) => `${stepInPlace(graph, action)}: ${reason}`);
  if (overridden.length + notes.length + photos.length + found.length + skipped.length + state.unknown.length === 0)
    return null;
  return (
    <div className="sheet mt-3">
      <h2>Noted on the way</h2>
      {[...notes, ...found].map(({ id, text }) => (
        <p key={id} className="mb-1">
          {text}
        </p>
      ))}
      {skipped.map((words) => (
        <p key={words} className="mb-1">
          Skipped: {words}
        </p>
      ))}
      {overridden.map(([key, gate]) => (
        <p key={key} className="mb-1">
          A gate was passed in spite of a fault: {gate.reason}
        </p>
      ))}
      {state.unknown.length > 0 && (
        <p className="mb-1">
          {state.unknown.length} {state.unknown.length === 1 ? 'record comes' : 'records come'} from a newer version of
          Pezzo: kept, not counted here.
        </p>
      )}
      <div className="photo-row">
        {photos.map((id) => (
          <Photo key={id} id={id} alt="Taken on the way" />
        ))}
      </div>
    </div>
  );
}

/** A row of the ledger, worked out here or kept when the run was finished; `missing` is known of the former only, the latter had none. */
type ShownRow = RunReport['ledger'][number] & { missing?: number };

function LedgerTable({ ledger }: { ledger: ShownRow[] }) {
  const columns: [string, (row: ShownRow) => number][] = [
    ['Out', (row) => row.out],
    ['Back', (row) => row.back],
    ['New', (row) => row.renewed],
    ['Broken', (row) => row.scrapped],
    ['Lost', (row) => row.lost],
    ['Left out', (row) => row.omitted],
    ['Kept', (row) => row.kept],
  ];
  const total = (of: (row: ShownRow) => number) => ledger.reduce((sum, row) => sum + of(row), 0);
  return (
    <Table className="ledger-table mb-0">
      <thead>
        <tr>
          <th>Fasteners</th>
          {columns.map(([name]) => (
            <th key={name} className="n">
              {name}
            </th>
          ))}
          <th>Account</th>
        </tr>
      </thead>
      <tbody>
        {ledger.map((row, at) => (
          <tr key={at} className={row.balances ? '' : 'off'}>
            <td>{row.words}</td>
            {columns.map(([name, of]) => (
              <td key={name} className={`n ${of(row) ? '' : 'none'}`} data-name={name}>
                {of(row) || '·'}
              </td>
            ))}
            <td>
              {row.balances ? (
                <span className="good">balances</span>
              ) : (
                <span className="trouble">{row.missing} missing</span>
              )}
              {row.wasMissing > 0 && <span className="quiet"> {row.wasMissing} missing on arrival</span>}
              {row.reasons.length > 0 && <span className="quiet"> {row.reasons.join(', ')}</span>}
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <th>All</th>
          {columns.map(([name, of]) => (
            <th key={name} className={`n ${total(of) ? '' : 'none'}`} data-name={name}>
              {total(of)}
            </th>
          ))}
          <th />
        </tr>
      </tfoot>
    </Table>
  );
}
