'use client';
import { useState } from 'react';
import type { PlanView } from '@/contracts/views';
import type { Plan, PlannedStep } from '@/core/telling';
import { itemsShown, readStepKey } from '@/core/planning';
import { photosOfItems, recordingsOfItems, type MarkedPhoto, type Recording } from '@/core/document';
import { zoneName } from '@/core/trade';
import { Plate, PhotoLinks, Recordings, clock } from '../../design';
import type { Planning } from './use-plan';

interface OrderProps {
  view: PlanView;
  plan: Plan;
  planning: Planning & { stop: () => void };
  order: 'best' | 'recorded';
  onOrder: (order: 'best' | 'recorded') => void;
}

/** The best order, or the one people recorded. */
export function OrderChoice({ order, onOrder }: Pick<OrderProps, 'order' | 'onOrder'>) {
  return (
    <div className="choice" role="group" aria-label="Which order">
      <button type="button" aria-pressed={order === 'best'} onClick={() => onOrder('best')}>
        best
      </button>
      <button type="button" aria-pressed={order === 'recorded'} onClick={() => onOrder('recorded')}>
        as recorded
      </button>
    </div>
  );
}

/** Taking apart in tool bands, with the reason for each step, and best against recorded. */
export function Apart({ view, plan, planning, order }: Omit<OrderProps, 'onOrder'>) {
  return (
    <section aria-label="Take apart">
      <Proof plan={plan} planning={planning} order={order} />
      {[...new Set(plan.routesTaken.map((route) => route.words))].map((words) => (
        <p key={words} className="route-line">
          {words}
        </p>
      ))}
      <StepList view={view} steps={plan.steps.removal} />
      <Stays view={view} plan={plan} />
    </section>
  );
}

/** Work between apart and together, and what is worth doing while one is in there. */
export function Between({ view, plan, onAdd }: Pick<OrderProps, 'view' | 'plan'> & { onAdd: (goal: string) => void }) {
  return (
    <section aria-label="Fit">
      <StepList view={view} steps={plan.steps.fit} />
      {plan.whileOpen.length > 0 && (
        <>
          <h3 className="label mt-3">Worth doing while it is open</h3>
          <ul className="rows">
            {plan.whileOpen.map(({ procedure, item, words }) => (
              <li key={`${procedure}/${item}`} className="py-2 d-flex justify-content-between align-items-center gap-2">
                {words}
                <button
                  type="button"
                  className="btn btn-sm btn-outline-dark no-print"
                  aria-label={`Add to the plan: ${words}`}
                  onClick={() => onAdd(`${procedure}/${item}`)}
                >
                  Add
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** Putting back, with its gates. */
export function Back({ view, plan }: Pick<OrderProps, 'view' | 'plan'>) {
  return (
    <section aria-label="Put back">
      <StepList view={view} steps={plan.steps.refit} plan={plan} />
    </section>
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
  const saved = recorded.seconds - cost.seconds;
  return (
    <p className="quiet mb-0" role="status">
      {cost.optimal ? (
        <span className="good">Proved: no order is quicker.</span>
      ) : (
        <>
          No order is quicker than {clock(cost.lowerBound)}: <strong>{gap.toFixed(gap < 1 ? 2 : 1)} %</strong> could
          still be saved.
        </>
      )}
      {order === 'best' && saved >= 1 && ` As recorded would take ${clock(saved)} more.`}
      {order === 'best' && saved < 1 && ' The recorded order is as quick.'}
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
  );
}

type Placed = { step: PlannedStep; at: number };

/** Runs of steps with one tool in the hand, in one zone; gates stand alone. */
function bandsOf(steps: PlannedStep[]): Placed[][] {
  const bands: Placed[][] = [];
  const fits = (a: PlannedStep, b: PlannedStep) =>
    a.tool === b.tool && a.procedure === b.procedure && (a.kind === 'gate') === (b.kind === 'gate');
  steps.forEach((step, at) => {
    const last = bands[bands.length - 1];
    if (last && fits(last[0].step, step)) last.push({ step, at });
    else bands.push([{ step, at }]);
  });
  return bands;
}

function StepList({ view, steps, plan }: { view: PlanView; steps: PlannedStep[]; plan?: Plan }) {
  const bands = bandsOf(steps);
  return bands.map((band, n) => {
    const { procedure } = band[0].step;
    const isOther = view.documents.length > 1 && procedure !== bands[n - 1]?.[0].step.procedure;
    return (
      <div key={band[0].step.key}>
        {isOther && <ZoneRow view={view} procedure={procedure} />}
        <Band view={view} band={band} plan={plan} />
      </div>
    );
  });
}

/** Where the work goes on in another zone or at another side. */
function ZoneRow({ view, procedure }: { view: PlanView; procedure: string | null }) {
  const document = view.documents.find((one) => one.id === procedure);
  const side = document && document.side !== 'centre' ? `, ${document.side}` : '';
  return <p className="zone-row">→ {document ? `${zoneName(document.zone)}${side}` : 'the vehicle itself'}</p>;
}

function Band({ view, band, plan }: { view: PlanView; band: Placed[]; plan?: Plan }) {
  const [{ step }] = band;
  return (
    <div className={`tool-band ${step.kind === 'gate' ? 'gate-step' : ''}`}>
      <div className="band-head">
        {step.kind === 'gate' ? (
          <span className="label">gate</span>
        ) : step.tool === 'hand' ? (
          <span className="label">by hand</span>
        ) : (
          <Plate code={step.tool} />
        )}
      </div>
      <ol className="steps" start={band[0].at + 1}>
        {band.map((one) => (
          <StepLine key={one.step.key} {...one} plan={plan} {...mediaOfStep(view, one.step)} />
        ))}
      </ol>
    </div>
  );
}

/** What the procedure shows and plays of a step: the pictures and recordings of its items. */
function mediaOfStep(
  view: PlanView,
  { procedure, actions }: PlannedStep,
): { photos: MarkedPhoto[]; recordings: Recording[]; heard: string[] } {
  const items = itemsShown(actions.flatMap((key) => readStepKey(key) ?? []));
  const document = view.documents.find(({ id }) => id === procedure);
  const heard = items.flatMap((item) => view.heard[`${procedure}/${item}`] ?? []);
  return { photos: photosOfItems(document, items), recordings: recordingsOfItems(document, items), heard };
}

function StepLine({
  step,
  at,
  plan,
  photos,
  recordings,
  heard,
}: Placed & { plan?: Plan } & ReturnType<typeof mediaOfStep>) {
  const [open, setOpen] = useState(false);
  const checks = plan?.refit.find(({ key }) => key === step.actions[0])?.checks ?? [];
  return (
    <li>
      <span className="number">{at + 1}</span>
      <div>
        <span className="what">{step.title}</span>
        {step.kind === 'gate' && checks.length > 0 ? (
          <ul className="mb-0 ps-3 detail">
            {checks.map(({ id, text }) => (
              <li key={id}>{text}</li>
            ))}
          </ul>
        ) : (
          <span className="detail">
            {' '}
            {step.where && <b>{step.where}.</b>} {step.detail}
          </span>
        )}
        {heard.map((words) => (
          <span key={words} className="heard">
            {words}
          </span>
        ))}
        <PhotoLinks photos={photos} alt={`Photo: ${step.title}`} />
        <Recordings recordings={recordings} />
        {open && (
          <ul className="why-chain">
            {step.why.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
        )}
      </div>
      <span className="step-end">
        {step.bins.map((bin) => (
          <span key={bin} className="bin-plate">
            Bin {bin}
          </span>
        ))}
        {step.why.length > 0 && (
          <button
            type="button"
            className="why-button"
            aria-expanded={open}
            aria-label={`Why: ${step.title}`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'hide' : step.because}
          </button>
        )}
      </span>
    </li>
  );
}

function Stays({ view, plan }: { view: PlanView; plan: Plan }) {
  const [open, setOpen] = useState(false);
  if (plan.stays.length === 0) return null;
  return (
    <div className="stays">
      <button
        type="button"
        className="btn btn-sm btn-outline-dark no-print"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {plan.stays.length} {plan.stays.length === 1 ? 'part stays' : 'parts stay'} fitted
      </button>
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
    </div>
  );
}
