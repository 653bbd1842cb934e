'use client';
import { toolFor } from '@/core/hardware';
import type { RunPlan } from '@/core/run';
import { Plate } from '../kit/plate';
import { useRunKeys } from './use-keys';
import type { RunHandle } from './use-run';

/** Before the first hand touches trim: tools out, cautions read. */
export function StartPanel({ plan, run }: { plan: RunPlan; run: RunHandle }) {
  const start = () => run.record({ type: 'started' });
  useRunKeys(start, null);
  return (
    <section className="run-panel">
      <div className="run-scroll" tabIndex={0}>
      <h1 className="verb">Lay out</h1>
      <ul className="rows mt-2">
        {plan.tools.map(({ tool, notes }) => (
          <li key={tool} className="py-2"><Plate code={tool} /> {toolFor(tool).name !== toolFor(tool).plate && toolFor(tool).name}{notes.map((note) => <div key={note} className="quiet">{note}</div>)}</li>
        ))}
      </ul>
      {(plan.unverified ?? []).map(({ procedure, differs, unknown }) => (
        <p key={procedure} className="unverified"><strong>Not verified on this vehicle.</strong> {[...differs, ...unknown.map((what) => `${what} not known`)].join('; ')}. Stop where it does not match.</p>
      ))}
      {plan.cautions.map((caution) => <p key={caution.code} className={`caution ${caution.code.startsWith('srs') ? '' : 'mild'}`}>{caution.text}</p>)}
      </div>
      <button type="button" className="done-bar" onClick={start}>Start</button>
    </section>
  );
}
