'use client';
import type { PlanView } from '@/contracts';
import { gateWords, instructionFor, type Plan, type PlannedAction, type RefitStep } from '@/core/plan';
import { countedWords, indexItems } from '@/core/procedure';
import { Plate } from '../kit';

interface AnswerProps {
  view: PlanView;
  plan: Plan;
}

const minutes = (seconds: number) => `${Math.max(1, Math.round(seconds / 60))} min`;

/** The removal and the refit, step by step, with the reason for each. */
function Steps({ view, plan }: AnswerProps) {
  return (
    <>
      <section className="sheet">
        <h2>Take apart: {plan.removal.length} steps, about {minutes(plan.cost.seconds)}</h2>
        <p className="quiet">{plan.cost.toolChanges} tool changes. The recorded order would take {minutes(plan.recorded.seconds)} and {plan.recorded.toolChanges} tool changes.
          {plan.cost.optimal ? ' Nothing can be quicker.' : ` No order can be quicker than ${minutes(plan.cost.lowerBound)}.`}</p>
        <ol className="steps">{plan.removal.map((action, at) => <RemovalLine key={action.key} view={view} action={action} at={at} last={plan.removal[at - 1]} />)}</ol>
      </section>
      <section className="sheet">
        <h2>Put back: {plan.refit.length} steps</h2>
        <ol className="steps">{plan.refit.map((step, at) => <RefitLine key={step.key} view={view} step={step} at={at} />)}</ol>
      </section>
    </>
  );
}

function What({ view, step }: { view: PlanView; step: PlannedAction | RefitStep }) {
  const { verb, plate, thing, count } = instructionFor(view.documents, step);
  return <span className="what">{verb} {plate && <span className="plate">{plate}</span>} {thing}{count !== null && count > 1 && ` × ${count}`}</span>;
}

function RemovalLine({ view, action, at, last }: { view: PlanView; action: PlannedAction; at: number; last: PlannedAction | undefined }) {
  const newTool = action.tool !== 'hand' && action.tool !== last?.tool;
  return (
    <li>
      <span className="number">{at + 1}</span>
      <div>
        <What view={view} step={action} />
        {action.ifFitted.length > 0 && <span className="quiet"> · if fitted ({action.ifFitted.join(', ')})</span>}
        <div className="why">{action.why.join('; ')}</div>
      </div>
      <span>{newTool && <Plate code={action.tool} />}{action.bin && <span className="bin-plate ms-2">Bin {action.bin}</span>}</span>
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
          <ul className="mb-0 ps-3">{[...step.checks.map((check) => check.text), ...step.notes].map((text) => <li key={text} className="why">{text}</li>)}</ul>
        </div>
        <span className="label">{step.auto ? 'by count' : 'gate'}</span>
      </li>
    );
  }
  return (
    <li>
      <span className="number">{at + 1}</span>
      <div><What view={view} step={step} />{step.notes.map((note) => <div key={note} className="why">{note}</div>)}</div>
      <span>{step.bin && <span className="bin-plate">Bin {step.bin}</span>}</span>
    </li>
  );
}

/** What to lay out before the first hand touches trim: cautions, tools, tray, unknowns. */
function Layout({ view, plan }: AnswerProps) {
  const wordsOf = (item: string) => {
    const [procedure, id] = item.split('/');
    const document = view.documents.find((one) => one.id === procedure)!;
    return countedWords(indexItems(document), id);
  };
  return (
    <>
      <section className="sheet mt-3" aria-label="Cautions">
        {plan.cautions.map((caution) => <p key={caution.code} className={`caution ${caution.code.startsWith('srs') ? '' : 'mild'}`}>{caution.text}</p>)}
        {plan.cautions.length === 0 && <p className="quiet mb-0">No special cautions. The vehicle maker’s manual still comes first.</p>}
      </section>
      {plan.unknownOptions.length > 0 && (
        <section className="sheet mt-3">
          <p className="caution mild mb-0">Not known, and it changes the work: <strong>{plan.unknownOptions.join(', ')}</strong>. Steps marked “if fitted” may fall away.</p>
        </section>
      )}
      <section className="sheet mt-3">
        <h2>Lay out</h2>
        <ul className="rows">
          {plan.tools.map((tool) => (
            <li key={tool.tool} className="py-2"><Plate code={tool.tool} /> {tool.name !== tool.plate && tool.name}
              {tool.notes.map((note) => <div key={note} className="quiet">{note}</div>)}</li>
          ))}
        </ul>
      </section>
      <section className="sheet mt-3">
        <h2>Tray, in the order it is emptied</h2>
        <ul className="rows">
          {plan.tray.map(({ bin, items }) => <li key={bin} className="py-2 d-flex gap-3"><span className="bin-plate">Bin {bin}</span><span>{items.map(wordsOf).join(', ')}</span></li>)}
          {Object.keys(plan.staysOn).length > 0 && <li className="py-2 quiet">Stay on their part: {Object.keys(plan.staysOn).map(wordsOf).join(', ')}</li>}
        </ul>
      </section>
    </>
  );
}

export const PlanAnswer = { Steps, Layout };
