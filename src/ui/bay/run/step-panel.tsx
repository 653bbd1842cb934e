'use client';
import { useRef, useState } from 'react';
import { useDrag } from '@use-gesture/react';
import { itemKey, itemsOf, readItemKey, type ProcedureDocument } from '@/core/document';
import { comesBackNew } from '@/core/trade';
import { stepCaution, type Action } from '@/core/planning';
import { isOver, kindOfItem, shortBy, type LedgerRow, type RunAction, type RunStep } from '@/core/bay';
import { BrokeGoingBack } from './broke-going-back';
import { RunFoot } from './foot';
import { StepPhotos } from './late-panels';
import { LinkTicks } from './link-ticks';
import { NextLine, OthersLine } from './next-line';
import { EntryCounters, NO_PIECES, pieceFacts, type Entry, type Pieces } from './pieces';
import type { Bay } from './bay';
import { ShortLines } from './short-lines';
import { fastenerOf, Facts, TrayLine } from './step-facts';
import { useRunKeys } from './use-keys';
import type { RunRecordable } from './use-run';
import { useWait } from './wait-clock';
import { ZoneNow } from './zone-now';

/** How far a finger must travel to bring up another open step, px. */
const SWIPE_PX = 70;

/** One step: verb, size, count; where, which bin, why; one caution; one wide bar. */
export function StepPanel({ bay, now }: { bay: Bay; now: RunStep }) {
  const { handle } = bay;
  const { graph, state, view } = handle;
  const words = view.wordsOf(now);
  const left = now.actions.filter((one) => !isOver(one));
  const isRemoval = ['pull', 'turn', 'unplug', 'safe', 'work'].includes(now.kind) && !isWayBack(now);
  const entries = isRemoval ? countedEntries(bay, left) : [];
  const ties = left.filter(({ step }) => step.type === 'undo' || step.type === 'join');
  const [pieces, setPieces] = useState<Record<string, Pieces>>({});
  const [untied, setUntied] = useState<ReadonlySet<string>>(new Set());
  const rows = isRemoval ? [] : rowsOf(bay, left);
  // Where undoing destroys the piece, new ones going in is the step itself.
  const isShort = rows.some((row) => !row.allNew && shortBy(row) > 0);
  const countOf = (entry: Entry): Pieces => pieces[entry.key] ?? { ...NO_PIECES, out: entry.left };
  const partly = entries.filter((entry) => countOf(entry).out < entry.left);
  const isWhole = partly.length === 0 && untied.size === 0;
  // Two taps before the next step is painted are one: the second would count the same pieces again.
  const recorded = useRef('');
  const wait = useWait(handle, now.actions[0].step.type === 'wait');
  const isWaiting = wait !== null && !wait.isOver;
  const done = () => {
    const place = progressKey(now);
    if (isWaiting || isShort || recorded.current === place) return;
    recorded.current = place;
    bay.choose(null);
    const facts = left.flatMap((one): RunRecordable[] => {
      const entry = entries.find(({ key }) => key === one.key);
      // What waits for a part of this step that is left for later is left for later too.
      if (!isWhole && (one.state === 'waiting' || needsAll(one))) return [];
      if (wait) return [{ type: 'done', action: one.key, elapsed: wait.elapsed }];
      if (!entry) return untied.has(one.key) ? [] : [{ type: 'done', action: one.key }];
      const { out } = countOf(entry);
      if (out === 0) return [];
      const counted = out < entry.left || one.done > 0;
      return [{ type: 'done', action: one.key, ...(counted ? { count: out } : {}) }];
    });
    handle.record(...facts, ...entries.flatMap((entry) => pieceFacts(state.log, entry.item, countOf(entry))));
  };
  const other = useOther(bay, now);
  useRunKeys({ done, back: handle.back, other });
  const swipe = useDrag(
    ({ last, movement: [x, y] }) => {
      if (last && Math.abs(x) > SWIPE_PX && Math.abs(x) > 2 * Math.abs(y)) other(x < 0 ? 1 : -1);
    },
    { axis: 'x', filterTaps: true },
  );
  const caution = isRemoval ? left.map(({ step }) => stepCaution(graph, step as Action)).find(Boolean) : null;
  const single = entries.length === 1 && left.length === 1 ? entries[0].left : words.count;
  return (
    <section className="run-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0} {...swipe()} style={{ touchAction: 'pan-y' }}>
        <ZoneNow bay={bay} procedure={now.procedure} />
        <h1 className="verb">
          {words.verb} {words.plate && <span className="plate">{words.plate}</span>} {words.thing}{' '}
          {single !== null && single > 1 && <span className="times">× {single}</span>}
        </h1>
        <TrayLine bay={bay} now={now} soundBack={rows.length === 1 ? rows[0].soundNow : null} />
        <div className="where">
          {[words.where && `${words.where}.`, ...words.lines].filter(Boolean).map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
        {caution && <p className={`caution ${caution.isGrave ? '' : 'mild'}`}>{caution.text}</p>}
        {words.notes.map((note) => (
          <p key={note} className="caution mild">
            {note}
          </p>
        ))}
        {handle.plan.documents.some(hasMedia) && <StepPhotos bay={bay} now={now} />}
        <Facts bay={bay} now={now} />
      </div>
      <OthersLine bay={bay} />
      <NextLine bay={bay} now={now} />
      <ShortLines rows={rows} run={handle} />
      {rows.length > 0 && <BrokeGoingBack rows={rows} run={handle} />}
      {ties.length > 1 && <LinkTicks bay={bay} ties={ties} untied={untied} onChange={setUntied} />}
      {entries.length > 0 && (
        <EntryCounters
          entries={entries}
          piecesOf={countOf}
          onChange={(key, next) => setPieces({ ...pieces, [key]: next })}
        />
      )}
      <button type="button" className="done-bar" disabled={isShort || isWaiting} onClick={done}>
        {isWaiting ? wait.words : isWhole ? words.done : partWords(partly, countOf, untied.size)}
      </button>
      <RunFoot bay={bay} />
    </section>
  );
}

const hasMedia = (document: ProcedureDocument) =>
  itemsOf(document).some(({ photos, recordings }) => photos?.length || recordings?.length);

/** Work that is done, or undone, on the way back. */
const isWayBack = ({ actions: [{ step }] }: RunStep) => 'reverses' in step;

/** Tells one look at a step from the next: a half done step is counted anew. */
const progressKey = ({ key, actions }: RunStep) => `${key} ${actions.map(({ done }) => done).join(' ')}`;

/** A part is free or off only when everything of its step let go. */
const needsAll = ({ step }: RunAction) => ['free', 'peel', 'takeOff', 'seat', 'seal'].includes(step.type);

/** The entries of a step whose pieces are counted out. */
function countedEntries(bay: Bay, left: RunAction[]): Entry[] {
  return left
    .filter(({ step }) => step.type === 'release')
    .map((action) => {
      const { key, step, total, done } = action;
      const kind = kindOfItem(bay.handle.graph, step);
      const fastener = fastenerOf(bay, action);
      return {
        key,
        item: itemKey(step),
        left: total - done,
        noun: (total - done === 1 ? kind?.name : kind?.plural) ?? 'pieces',
        scrap: !!kind && !!fastener && comesBackNew(kind, fastener),
        destroyed: !!kind?.destructive,
        isLoose: !kind?.integral,
      };
    });
}

/** What goes back with this step, from the ledger. */
const rowsOf = ({ handle: { view } }: Bay, left: RunAction[]): LedgerRow[] => {
  const items = left
    .filter(({ step }) => step.type === 'start' || step.type === 'fit')
    .map(({ step }) => itemKey(step));
  return view.ledger.filter(({ item }) => items.includes(item) && readItemKey(item));
};

function partWords(partly: Entry[], countOf: (entry: Entry) => Pieces, untied: number): string {
  if (partly.length === 1) {
    const { out } = countOf(partly[0]);
    return `${out} ${out === 1 ? 'is' : 'are'} out, the rest later`;
  }
  return partly.length ? 'These are out, the rest later' : `All but ${untied}`;
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
