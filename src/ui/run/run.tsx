'use client';
import type { RunEvent, RunPlan } from '@/core/run';
import { CatalogueProvider } from '../kit/catalogue';
import { ClosePanel } from './close-panel';
import { FitPanel } from './fit-panel';
import { GatePanel } from './gate-panel';
import { RunHead } from './run-head';
import { RunMap } from './run-map';
import { StartPanel } from './start-panel';
import { StepPanel } from './step-panel';
import { useRun, type RunHandle } from './use-run';

const NONE: never[] = [];

interface RunProps {
  id: string;
  plan: RunPlan;
  title: string;
  job: { number: number; title: string };
  events: RunEvent[];
  position: number;
  person: string;
  names: Record<string, string>;
}

/** The bay screen: one action at a time, from the first screw to the balanced ledger. */
export function Run({ id, plan, title, job, events, position, person, names }: RunProps) {
  const run = useRun(id, plan, events, position, person);
  const { state, view } = run;
  const ready = state.started && !state.finished;
  const atEnd = state.finished || (state.phase === 'refit' && !view.now);
  return (
    <CatalogueProvider ownKinds={plan.ownKinds ?? NONE}>
    <main className="run">
      <RunHead title={title} plan={plan} job={job} run={run} />
      {atEnd ? <ClosePanel run={run} names={names} jobNumber={job.number} /> : (
        <>
          <RunMap plan={plan} run={run} />
          {!ready && <StartPanel plan={plan} run={run} />}
          {ready && <ReadyPanel plan={plan} run={run} />}
        </>
      )}
    </main>
    </CatalogueProvider>
  );
}

function ReadyPanel({ plan, run }: { plan: RunPlan; run: RunHandle }) {
  const { state, view } = run;
  if (state.phase === 'fit' || !view.now) return <FitPanel plan={plan} run={run} />;
  const { step } = view.now;
  return 'gate' in step && step.gate
    ? <GatePanel key={view.now.key} plan={plan} run={run} step={step} />
    : <StepPanel key={`${view.now.key} ${view.now.done}`} plan={plan} run={run} now={view.now} />;
}
