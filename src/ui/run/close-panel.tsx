'use client';
import Link from 'next/link';
import { useState } from 'react';
import Table from 'react-bootstrap/Table';
import { isBalanced, type LedgerRow } from '@/core/run';
import { Trouble } from '../kit/trouble';
import { RunFoot } from './foot';
import { ShortLines } from './short-lines';
import type { RunHandle } from './use-run';

/** The ledger: every fastener out, back, new or accounted for; finishing waits until it balances. */
export function ClosePanel({ run, names, jobNumber }: { run: RunHandle; names: Record<string, string>; jobNumber: number }) {
  const { state, view } = run;
  const [trouble, setTrouble] = useState<string | null>(null);
  const others = view.blocks.filter((block) => block.code !== 'missing');
  const people = [...new Set(state.log.map((event) => event.person))].map((id) => names[id] ?? id).join(', ');
  return (
    <section className="run-wide">
      <div className="page pt-0">
        <h1>{state.finished ? 'Finished: everything is accounted for' : view.blocks.length ? 'Not finished yet' : 'Everything is accounted for'}</h1>
        <p className="quiet">Done by {people}</p>
        <div className="sheet"><LedgerTable ledger={view.ledger} /></div>
        <Notes run={run} />
        {!state.finished && (
          <div className="sheet mt-3">
            <ShortLines rows={view.ledger} run={run} />
            {others.map((block) => <p key={block.item} className="trouble mb-1">{block.text}</p>)}
            <Trouble text={trouble} />
            <button type="button" className="done-bar" disabled={view.blocks.length > 0} onClick={async () => setTrouble(await run.finish())}>Finish</button>
            <RunFoot run={run} />
          </div>
        )}
        {state.finished && <p className="mt-3"><Link className="btn btn-primary" href={`/jobs/${jobNumber}`}>To job {jobNumber}</Link></p>}
      </div>
    </section>
  );
}

function Notes({ run: { state } }: { run: RunHandle }) {
  const overridden = [...state.gates].filter(([, gate]) => gate.reason);
  const notes = state.log.filter((event) => event.type === 'note');
  if (overridden.length + notes.length === 0) return null;
  return (
    <div className="sheet mt-3">
      <h2>Noted on the way</h2>
      {notes.map((event) => <p key={event.id} className="mb-1">{event.type === 'note' && event.text}</p>)}
      {overridden.map(([key, gate]) => <p key={key} className="mb-1">A gate was passed in spite of a fault: {gate.reason}</p>)}
    </div>
  );
}

function LedgerTable({ ledger }: { ledger: LedgerRow[] }) {
  const columns: [string, (row: LedgerRow) => number][] = [
    ['Out', (row) => row.out], ['Back', (row) => row.back], ['New', (row) => row.renewed], ['Broken', (row) => row.scrapped],
    ['Lost', (row) => row.lost], ['Left out', (row) => row.omitted],
  ];
  const total = (of: (row: LedgerRow) => number) => ledger.reduce((sum, row) => sum + of(row), 0);
  return (
    <Table responsive className="ledger-table mb-0">
      <thead><tr><th>Fasteners</th>{columns.map(([name]) => <th key={name} className="n">{name}</th>)}<th>Account</th></tr></thead>
      <tbody>
        {ledger.map((row) => (
          <tr key={row.item} className={isBalanced(row) ? '' : 'off'}>
            <td>{row.words}</td>{columns.map(([name, of]) => <td key={name} className="n">{of(row) || '·'}</td>)}
            <td>{isBalanced(row) ? <span className="good">balances</span> : <span className="trouble">{row.missing} missing</span>}{row.reasons.length > 0 && <span className="quiet"> {row.reasons.join(', ')}</span>}</td>
          </tr>
        ))}
      </tbody>
      <tfoot><tr><th>All</th>{columns.map(([name, of]) => <th key={name} className="n">{total(of)}</th>)}<th /></tr></tfoot>
    </Table>
  );
}
