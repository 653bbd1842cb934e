'use client';
import { itemKey } from '@/core/procedure';
import { useRef, useState } from 'react';
import { useDrag } from '@use-gesture/react';
import { instructionFor, type Instruction } from '@/core/wording';
import { stepCaution } from '@/core/layout';
import type { Action } from '@/core/graph';
import { kindOfItem, oneMoveWith, shortBy, soundPieces, type RunStep } from '@/core/run';
import { RunFoot } from './foot';
import { NextLine, OthersLine } from './next-line';
import { NO_PIECES, PieceSteppers, pieceFacts } from './pieces';
import type { Bay } from './bay';
import { ShortLines } from './short-lines';
import { Facts } from './step-facts';
import { useRunKeys } from './use-keys';
import { ZoneNow } from './zone-now';

/** How far a finger must travel to bring up another open step, px. */
const SWIPE_PX = 70;

/** One removal action or refit step: verb, size, count; where, which bin, why; one caution; one wide bar. */
export function StepPanel({ bay, now }: { bay: Bay; now: RunStep }) {
  const { handle } = bay;
  const { plan, graph, state, view } = handle;
  const { step } = now;
  const isRemoval = step.type === 'release' || step.type === 'undo' || step.type === 'free' || step.type === 'takeOff';
  const left = now.total - now.done;
  const [pieces, setPieces] = useState({ ...NO_PIECES, out: left });
  const second = oneMoveWith(state.phase === 'refit' ? view.refit : view.removal, now);
  const words = inOneMove(
    instructionFor(plan.documents, step, graph.catalogue, plan.waysTaken),
    second && instructionFor(plan.documents, second.step, graph.catalogue),
  );
  const item = itemKey(step);
  const row = view.ledger.find((one) => one.item === item);
  const isReturn = ['start', 'fit'].includes(step.type);
  const short = isReturn && row && !row.allNew ? shortBy(row) : 0;
  const count = step.type === 'release' ? left : isReturn && row ? Math.max(0, row.needed - row.omitted) : words.count;
  // Two taps before the next step is painted are one: the second would count the same pieces again.
  const recorded = useRef('');
  const done = () => {
    const place = `${now.key} ${now.done}`;
    if (short > 0 || recorded.current === place) return;
    recorded.current = place;
    bay.choose(null);
    handle.record(
      { type: 'done', action: now.key, ...(pieces.out < left || now.done > 0 ? { count: pieces.out } : {}) },
      ...(second ? [{ type: 'done' as const, action: second.key }] : []),
      ...pieceFacts(state.log, item, pieces),
    );
  };
  const other = useOther(bay, now);
  useRunKeys({ done, back: handle.back, other });
  const swipe = useDrag(
    ({ last, movement: [x, y] }) => {
      if (last && Math.abs(x) > SWIPE_PX && Math.abs(x) > 2 * Math.abs(y)) other(x < 0 ? 1 : -1);
    },
    { axis: 'x', filterTaps: true },
  );
  const caution = isRemoval || !('reverses' in step) ? stepCaution(graph, step as Action) : null;
  return (
    <section className="run-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0} {...swipe()} style={{ touchAction: 'pan-y' }}>
        <ZoneNow bay={bay} procedure={step.procedure} />
        <h1 className="verb">
          {words.verb} {words.plate && <span className="plate">{words.plate}</span>}{' '}
          {!(words.plate && isFastener(step.type)) && words.thing}{' '}
          {count !== null && count > 1 && <span className="times">× {count}</span>}
        </h1>
        <div className="where">
          {words.lines.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
        {caution && <p className={`caution ${/SRS|protection|battery/i.test(caution) ? '' : 'mild'}`}>{caution}</p>}
        {'notes' in step &&
          step.notes.map((note) => (
            <p key={note} className="caution mild">
              {note}
            </p>
          ))}
        <Facts bay={bay} now={now} soundBack={isReturn && row ? soundPieces(row) : null} />
      </div>
      <OthersLine bay={bay} />
      <NextLine bay={bay} now={second ?? now} />
      {isReturn && row && <ShortLines rows={[row]} run={handle} />}
      {step.type === 'release' && (
        <PieceSteppers
          left={left}
          scrap={!!kindOfItem(graph, step)?.destructive}
          pieces={pieces}
          onChange={setPieces}
        />
      )}
      <button type="button" className="done-bar" disabled={short > 0} onClick={done}>
        {step.type === 'release' && pieces.out < left
          ? `${pieces.out} ${pieces.out === 1 ? 'is' : 'are'} out`
          : words.done}
      </button>
      <RunFoot bay={bay} />
    </section>
  );
}

/** Goes round the steps of taking apart that are open now. */
function useOther(bay: Bay, now: RunStep): (by: 1 | -1) => void {
  const open = bay.handle.view.removal.filter((one) => one.state === 'open' || one.state === 'now');
  return (by) => {
    if (bay.handle.state.phase !== 'remove' || open.length < 2) return;
    const at = open.findIndex(({ key }) => key === now.key);
    bay.choose(open[(at + by + open.length) % open.length].key);
  };
}

/** Two steps told as one: the motions of the first, what becomes of the part from the second. */
const inOneMove = (first: Instruction, second: Instruction | null): Instruction =>
  second ? { ...second, lines: [...first.lines, ...second.lines] } : first;

/** A screw is known by its size alone; a plug needs its name. */
const isFastener = (type: string) => ['release', 'start', 'tighten', 'fit'].includes(type);
