'use client';
import { useState } from 'react';
import type { PlanView } from '@/contracts/views';
import { toolFor } from '@/core/hardware';
import { gateWords, instructionFor } from '@/core/wording';
import type { Plan, PlannedAction } from '@/core/plan';
import type { RefitStep } from '@/core/wording';
import { zoneName } from '@/core/vehicle';
import { Plate, useCatalogue } from '../../design';
import type { Planning } from './use-plan';

export const minutes = (seconds: number) => `${Math.max(1, Math.round(seconds / 60))} min`;
const clock = (seconds: number) => `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')}`;

interface OrderProps {
  view: PlanView;
  plan: Plan;
  planning: Planning & { stop: () => void };
  order: 'best' | 'recorded';
  onOrder: (order: 'best' | 'recorded') => void;
}

/** Taking apart in tool bands, then putting back, with the reason for each step, and best against recorded. */
export function Order({ view, plan, planning, order, onOrder }: OrderProps) {
  return (
    <>
      <section className="sheet">
        <div className="d-flex flex-wrap gap-3 align-items-center mb-2">
          <h2 className="mb-0">
            Take apart: {plan.removal.length} steps, about {minutes(plan.cost.seconds)}
          </h2>
          <div className="choice ms-auto" role="group" aria-label="Which order">
            <button type="button" aria-pressed={order === 'best'} onClick={() => onOrder('best')}>
              best
            </button>
            <button type="button" aria-pressed={order === 'recorded'} onClick={() => onOrder('recorded')}>
              as recorded
            </button>
          </div>
        </div>
        <Proof plan={plan} planning={planning} order={order} />
        {[...new Set(plan.routesTaken.map((route) => route.words))].map((words) => (
          <p key={words} className="route-line">
            {words}
          </p>
        ))}
        {bandsOf(plan.removal).map((band) => (
          <Band key={band[0].at} view={view} band={band} />
        ))}
      </section>
      <section className="sheet">
        <h2>Put back: {plan.refit.length} steps</h2>
        <ol className="steps">
          {plan.refit.map((step, at) => (
            <RefitLine key={step.key} view={view} step={step} at={at} />
          ))}
        </ol>
      </section>
      <Stays view={view} plan={plan} />
    </>
  );
}

/** How good the order is, against the recorded one, and what is proved. */
function Proof({
  plan: { cost, recorded },
  planning,
  order,
}: {
  plan: Plan;
  planning: OrderProps['planning'];
  order: string;
}) {
  const gap = cost.seconds > 0 ? (100 * (cost.seconds - cost.lowerBound)) / cost.seconds : 0;
  return (
    <div className="proof">
      <table>
        <thead>
          <tr>
            <td />
            <th>time</th>
            <th>tool changes</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th>{order === 'best' ? 'This order' : 'As recorded'}</th>
            <td>{clock(cost.seconds)}</td>
            <td>{cost.toolChanges}</td>
          </tr>
          {order === 'best' && (
            <tr>
              <th>As recorded</th>
              <td>{clock(recorded.seconds)}</td>
              <td>{recorded.toolChanges}</td>
            </tr>
          )}
        </tbody>
      </table>
      <p className="mb-0" role="status">
        {cost.optimal ? (
          <span className="good">Proved: no order is quicker.</span>
        ) : (
          <>
            No order is quicker than {clock(cost.lowerBound)}: <strong>{gap.toFixed(gap < 1 ? 2 : 1)} %</strong> could
            still be saved.
          </>
        )}
        {planning.busy && (
          <>
            {' '}
            Still searching… {planning.states > 0 && `${planning.states.toLocaleString('en')} part-orders so far. `}
            <button type="button" className="btn btn-sm btn-outline-dark" onClick={planning.stop}>
              Take this one
            </button>
          </>
        )}
        {planning.stopped && ' Search stopped early.'}
      </p>
    </div>
  );
}

type Placed = { action: PlannedAction; at: number };

/** Runs of steps with one tool in the hand, in one zone. */
function bandsOf(removal: PlannedAction[]): Placed[][] {
  const bands: Placed[][] = [];
  removal.forEach((action, at) => {
    const last = bands[bands.length - 1]?.[0].action;
    if (last && last.tool === action.tool && last.procedure === action.procedure)
      bands[bands.length - 1].push({ action, at });
    else bands.push([{ action, at }]);
  });
  return bands;
}

function Band({ view, band }: { view: PlanView; band: Placed[] }) {
  const { tool, procedure } = band[0].action;
  const document = view.documents.find((one) => one.id === procedure);
  return (
    <div className="tool-band">
      <div className="band-head">
        {tool === 'hand' ? <span className="label">by hand</span> : <Plate code={tool} />}
        {view.documents.length > 1 && (
          <span className="zone">{document ? `${zoneName(document.zone)}, ${document.side}` : 'vehicle'}</span>
        )}
      </div>
      <ol className="steps" start={band[0].at + 1}>
        {band.map(({ action, at }) => (
          <RemovalLine key={action.key} view={view} action={action} at={at} />
        ))}
      </ol>
    </div>
  );
}

function What({ view, step }: { view: PlanView; step: PlannedAction | RefitStep }) {
  const { verb, plate, thing, count } = instructionFor(view.documents, step, useCatalogue());
  return (
    <span className="what">
      {verb} {plate && <span className="plate">{plate}</span>} {thing}
      {count !== null && count > 1 && ` × ${count}`}
    </span>
  );
}

function RemovalLine({ view, action, at }: { view: PlanView; action: PlannedAction; at: number }) {
  return (
    <li>
      <span className="number">{at + 1}</span>
      <div>
        <What view={view} step={action} />
        {action.ifFitted.length > 0 && <span className="quiet"> · if fitted ({action.ifFitted.join(', ')})</span>}
        <div className="why">{action.why.join('; ')}</div>
      </div>
      <span>{action.bin && <span className="bin-plate">Bin {action.bin}</span>}</span>
    </li>
  );
}

function RefitLine({ view, step, at }: { view: PlanView; step: RefitStep; at: number }) {
  if (step.gate) {
    return (
      <li className="gate-step">
        <span className="number">{at + 1}</span>
        <div>
          <span className="what">{gateWords(view.documents, step)}</span>
          <ul className="mb-0 ps-3">
            {[...step.checks.map((check) => check.text), ...step.notes].map((text) => (
              <li key={text} className="why">
                {text}
              </li>
            ))}
          </ul>
        </div>
        <span className="label">gate</span>
      </li>
    );
  }
  return (
    <li>
      <span className="number">{at + 1}</span>
      <div>
        <What view={view} step={step} />
        {step.tool !== 'hand' && step.type !== 'tighten' && <span className="quiet"> · {toolFor(step.tool).name}</span>}
        {step.notes.map((note) => (
          <div key={note} className="why">
            {note}
          </div>
        ))}
      </div>
      <span>{step.bin && <span className="bin-plate">Bin {step.bin}</span>}</span>
    </li>
  );
}

function Stays({ view, plan }: { view: PlanView; plan: Plan }) {
  const [open, setOpen] = useState(false);
  if (plan.stays.length === 0) return null;
  return (
    <section className="sheet">
      <div className="d-flex align-items-center">
        <h2 className="mb-0">
          {plan.stays.length} {plan.stays.length === 1 ? 'part stays' : 'parts stay'} where{' '}
          {plan.stays.length === 1 ? 'it is' : 'they are'}
        </h2>
        <button
          type="button"
          className="btn btn-sm btn-outline-dark ms-auto no-print"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Hide' : 'Why?'}
        </button>
      </div>
      {open && (
        <ul className="rows mt-2">
          {plan.stays.map(({ procedure, item, why }) => (
            <li key={`${procedure}/${item}`} className="py-2">
              {why}
              {view.documents.length > 1 && (
                <span className="quiet"> · {zoneName(view.documents.find((one) => one.id === procedure)!.zone)}</span>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
