import { linkKindOrGuess, workKindOf } from '../trade';
import type { Fastener, Link, Work } from '../document';
import { type Ground, lookUp } from './ground';
import { piecesIn, reasonOf, releaseNode, takeOut } from './let-go';
import { type Move, outcomeOf } from './move';
import { orderedBefore, waitingFor } from './reach';
import { noted, type Rehearsal, withDone, withEntry } from './state';
import { TOOL_HARM } from './strength';
import { judgeTool } from './tool-use';

/** Takes another tool up. The same one again is nothing. */
export const takeTool = (state: Rehearsal, tool: string): Rehearsal =>
  state.tool === tool ? state : { ...state, tool, toolChanges: state.toolChanges + 1 };

/** The tool in hand on a fastener, the bare hand on a link, either on work. */
export function applyTool(ground: Ground, state: Rehearsal, move: Extract<Move, { do: 'use' }>): Rehearsal {
  const { index, item } = lookUp(ground, move.item);
  const id = releaseNode(ground, move.item);
  if (id === undefined || state.isDone.has(id)) return noted(state, outcomeOf('nothing', move.item));
  const waiting = waitingFor(ground.graph, state.isDone, id);
  const [inTheWay, unsafe] = [
    waiting.filter((one) => !isVehicle(ground, one)),
    waiting.filter((one) => isVehicle(ground, one)),
  ];
  if (inTheWay.length) {
    return noted(
      state,
      outcomeOf(
        'covered',
        move.item,
        inTheWay.map((one) => reasonOf(ground, one)),
      ),
    );
  }
  if (unsafe.length)
    return stopForSrs(
      state,
      move.item,
      unsafe.map((one) => reasonOf(ground, one)),
    );
  const [rule] = orderedBefore(ground, state, id);
  if (rule) return noted(state, outcomeOf('too-early', move.item, [reasonOf(ground, rule.first)], rule.why));
  const fastener = index.fasteners.get(item);
  if (fastener) return release(ground, state, move, fastener);
  return byHand(ground, state, move.item, id, index.links.get(item), index.works.get(item));
}

const isVehicle = ({ graph }: Ground, id: number) => graph.nodes[id].ref.procedure === null;

/** An airbag plug with the battery on ends the rehearsal. */
export const stopForSrs = (state: Rehearsal, item: string, because: string[]): Rehearsal => ({
  ...noted(state, outcomeOf('srs', item, because)),
  phase: 'over',
  ending: 'srs',
});

function release(
  ground: Ground,
  state: Rehearsal,
  { item, pieces }: Extract<Move, { do: 'use' }>,
  fastener: Fastener,
): Rehearsal {
  const { fit, wants } = judgeTool(ground.graph.catalogue, fastener, state.tool);
  if (fit === 'slips') return slip(state, item, fastener, wants);
  if (fit === 'no') return noted(state, outcomeOf('wrong-tool', item, [], wants));
  const left = piecesIn(ground, state, item);
  const now = takeOut(ground, state, item, Math.min(left, pieces ?? left));
  return noted(now, outcomeOf(piecesIn(ground, now, item) ? 'part-way' : 'done', item));
}

/** The first time it only slips; the second time the head is round, and comes out all the same with some trouble. */
function slip(state: Rehearsal, item: string, { kind }: Fastener, wants: string): Rehearsal {
  const before = state.slipped.get(item);
  const isRound = before !== undefined;
  const damage =
    before === 'once' ? [{ item, what: 'head' as const, kind, pieces: 1, mendMinutes: TOOL_HARM.head }] : [];
  return noted(
    { ...state, slipped: withEntry(state.slipped, item, isRound ? 'round' : 'once') },
    { ...outcomeOf(isRound ? 'rounded' : 'slipped', item, [], wants), damage },
  );
}

function byHand(
  ground: Ground,
  state: Rehearsal,
  key: string,
  id: number,
  link: Link | undefined,
  work: Work | undefined,
): Rehearsal {
  const wants = link
    ? linkKindOrGuess(ground.graph.catalogue, link.kind).tool
    : (work?.tool ?? workKindOf(work!.kind).tool);
  // The bare hand is always there: a tool is put down for it.
  if (wants === 'hand') return noted(withDone(takeTool(state, 'hand'), [id]), outcomeOf('done', key));
  if (state.tool !== wants) return noted(state, outcomeOf('wrong-tool', key, [], wants));
  return noted(withDone(state, [id]), outcomeOf('done', key));
}

/** The battery's own steps. */
export function makeSafe(ground: Ground, state: Rehearsal, step: 'check' | 'batteryOff' | 'wait'): Rehearsal {
  const id = ground.graph.idOf.get(step)!;
  if (state.isDone.has(id)) return noted(state, outcomeOf('nothing', null));
  const waiting = waitingFor(ground.graph, state.isDone, id);
  if (waiting.length)
    return noted(
      state,
      outcomeOf(
        'too-early',
        null,
        waiting.map((one) => reasonOf(ground, one)),
        step,
      ),
    );
  return noted(withDone(state, [id]), outcomeOf('done', null, [], step));
}
