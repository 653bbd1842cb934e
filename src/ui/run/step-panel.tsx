'use client';
import { useState } from 'react';
import { toolFor } from '@/core/hardware';
import { instructionFor, stepCaution, type Action, type Instruction, type RefitStep } from '@/core/plan';
import { oneMoveWith, shortBy, soundPieces, type RunFact, type RunPlan, type RunStep } from '@/core/run';
import { zoneName } from '@/core/vehicle';
import { useCatalogue } from '../kit/catalogue';
import { RunFoot } from './foot';
import { ShortLines } from './short-lines';
import { Stepper } from './stepper';
import { useRunKeys } from './use-keys';
import type { RunHandle } from './use-run';

/** One removal action or refit step: verb, size, count; where, which bin, why; one caution; one wide bar. */
export function StepPanel({ plan, run, now }: { plan: RunPlan; run: RunHandle; now: RunStep }) {
  const { step } = now;
  const isRemoval = step.type === 'release' || step.type === 'undo' || step.type === 'free' || step.type === 'takeOff';
  const left = now.total - now.done;
  const [pieces, setPieces] = useState({ out: left, broken: 0, lost: 0 });
  const second = oneMoveWith(run.state.phase === 'refit' ? run.view.refit : run.view.removal, now);
  const words = inOneMove(instructionFor(plan.documents, step, run.graph.catalogue), second && instructionFor(plan.documents, second.step, run.graph.catalogue));
  const row = run.view.ledger.find((one) => one.item === `${step.procedure}/${step.item}`);
  const isReturn = ['start', 'fit'].includes(step.type);
  const short = isReturn && row ? shortBy(row) : 0;
  const count = step.type === 'release' ? left : isReturn && row ? Math.max(0, row.needed - row.omitted) : words.count;
  const done = () => {
    if (short > 0) return;
    const item = `${step.procedure}/${step.item}`;
    const facts: RunFact[] = [{ type: 'done', action: now.key, ...(pieces.out < left || now.done > 0 ? { count: pieces.out } : {}) }];
    if (second) facts.push({ type: 'done', action: second.key });
    if (pieces.broken) facts.push({ type: 'broken', item, count: pieces.broken });
    if (pieces.lost) facts.push({ type: 'lost', item, count: pieces.lost });
    run.record(...facts);
  };
  useRunKeys(done, run.back);
  const caution = isRemoval || !('reverses' in step) ? stepCaution(run.graph, step as Action) : null;
  return (
    <section className="run-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
      <ZoneNow plan={plan} procedure={step.procedure} />
      <h1 className="verb">
        {words.verb} {words.plate && <span className="plate">{words.plate}</span>} {!(words.plate && isFastener(step.type)) && words.thing}{' '}
        {count !== null && count > 1 && <span className="times">× {count}</span>}
      </h1>
      <div className="where">{words.lines.map((line) => <p key={line}>{line}</p>)}</div>
      {caution && <p className={`caution ${/SRS|protection|battery/i.test(caution) ? '' : 'mild'}`}>{caution}</p>}
      {'notes' in step && step.notes.map((note) => <p key={note} className="caution mild">{note}</p>)}
      <Facts plan={plan} run={run} now={now} soundBack={isReturn && row ? soundPieces(row) : null} />
      </div>
      <NextLine plan={plan} run={run} now={second ?? now} />
      {short > 0 && row && <ShortLines rows={[row]} run={run} />}
      {step.type === 'release' && (
        <div className="steppers" style={left > 1 ? { gridTemplateColumns: '1fr 1fr 1fr' } : undefined}>
          {left > 1 && <Stepper label={(value) => `${value} of ${left} out`} min={1} max={left} value={pieces.out} onChange={(out) => setPieces({ out, broken: Math.min(pieces.broken, out), lost: Math.min(pieces.lost, out) })} />}
          <Stepper label={(value) => `${value} broken`} max={pieces.out - pieces.lost} value={pieces.broken} onChange={(broken) => setPieces({ ...pieces, broken })} />
          <Stepper label={(value) => `${value} lost`} max={pieces.out - pieces.broken} value={pieces.lost} onChange={(lost) => setPieces({ ...pieces, lost })} />
        </div>
      )}
      <button type="button" className="done-bar" disabled={short > 0} onClick={done}>
        {step.type === 'release' && pieces.out < left ? `${pieces.out} ${pieces.out === 1 ? 'is' : 'are'} out` : words.done}
      </button>
      <RunFoot run={run}>
        {run.state.phase === 'remove' && <button type="button" onClick={() => run.record({ type: 'phase', to: 'fit' })}>Stop taking apart</button>}
      </RunFoot>
    </section>
  );
}

/** Two steps told as one: the motions of the first, what becomes of the part from the second. */
const inOneMove = (first: Instruction, second: Instruction | null): Instruction =>
  (second ? { ...second, lines: [...first.lines, ...second.lines] } : first);

/** A screw is known by its size alone; a plug needs its name. */
const isFastener = (type: string) => ['release', 'start', 'tighten', 'fit'].includes(type);

/** In a run over several doors: which one this step is on. */
export function ZoneNow({ plan, procedure }: { plan: RunPlan; procedure: string | null }) {
  const document = plan.documents.find((one) => one.id === procedure);
  if (plan.documents.length < 2) return null;
  return <span className="zone-now">{document ? `${zoneName(document.zone)}, ${document.side}` : 'the vehicle'}</span>;
}

function Facts({ plan, run, now, soundBack }: { plan: RunPlan; run: RunHandle; now: RunStep; soundBack: number | null }) {
  const { step } = now;
  const bin = plan.bins[`${step.procedure}/${step.item}`];
  const label = plan.taped?.[`${step.procedure}/${step.item}`];
  const fastener = run.graph.indexes.get(step.procedure ?? '')?.fasteners.get(step.item);
  const kind = [fastener?.thread, fastener?.length && `${fastener.length} mm`].filter(Boolean).join(', ');
  const chain = plan.why[now.key] ?? [];
  // A fastener's first reason is what it holds, and that stands above already.
  const why = step.type === 'release' ? chain[1] ?? chain[0] : chain[0];
  const tool = toolFor(step.tool);
  const pieceStep = ['release', 'start', 'fit'].includes(step.type);
  return (
    <dl className="facts">
      {pieceStep && bin !== undefined && <><dt>Tray</dt><dd><span className="bin-plate">Bin {bin}</span> {kind}{soundBack !== null && ` · ${soundBack} sound in it`}</dd></>}
      {step.type === 'release' && bin === undefined && fastener && <><dt>Tray</dt><dd>{label ? <>tape it to its part: <strong>{label}</strong></> : 'stays on the part'}</dd></>}
      {tool.code !== 'hand' && step.type !== 'release' && <><dt>Tool</dt><dd>{tool.name}</dd></>}
      {step.type === 'release' && tool.code !== 'hand' && <><dt>Tool</dt><dd>{tool.name}{fastener?.recess ? `, extension for ${fastener.recess} mm` : ''}</dd></>}
      {why && <><dt>Why</dt><dd>{why}</dd></>}
    </dl>
  );
}

function NextLine({ plan, run, now }: { plan: RunPlan; run: RunHandle; now: RunStep }) {
  const steps = run.state.phase === 'refit' ? run.view.refit : run.view.removal;
  const next = steps.slice(steps.indexOf(now) + 1).find((one) => one.state === 'open' || one.state === 'waiting');
  if (!next) return <p className="next-line">This is the last step.</p>;
  if ('gate' in next.step && next.step.gate) return <p className="next-line">Next: a gate to pass</p>;
  return <p className="next-line">Next <NextWords plan={plan} step={next.step} /></p>;
}

function NextWords({ plan, step }: { plan: RunPlan; step: Action | RefitStep }) {
  const { verb, plate, thing } = instructionFor(plan.documents, step, useCatalogue());
  return <>{plate ? <span className="plate">{plate}</span> : step.tool !== 'hand' && <span className="plate">{toolFor(step.tool).plate}</span>} {verb.toLowerCase()} {thing}</>;
}
