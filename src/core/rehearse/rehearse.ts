import { readItemKey } from '../document';
import type { Ground } from './ground';
import { nextBack, nextStep } from './hint';
import { reasonOf } from './let-go';
import { type Move, outcomeOf } from './move';
import { pullPart } from './pull-part';
import { answer, beginBack, look, putBack, sort } from './put-back';
import { isReached, leftLying, waitingFor } from './reach';
import { noted, type Phase, type Rehearsal, startOf } from './state';
import { makeSafe, takeTool, applyTool } from './apply-tool';

/** Where each move belongs. */
const PHASE_OF: Record<Move['do'], Phase[]> = {
  take: ['apart'],
  use: ['apart'],
  pull: ['apart'],
  vehicle: ['apart'],
  'turn-back': ['apart'],
  sort: ['sort'],
  back: ['back'],
  look: ['back'],
  answer: ['back'],
  hint: ['apart', 'back'],
  stop: ['apart', 'sort', 'back'],
};

/** One move. A move out of its place changes nothing. The same moves on the same ground always tell the same story. */
export function step(ground: Ground, state: Rehearsal, move: Move): Rehearsal {
  if (!PHASE_OF[move.do].includes(state.phase) || ('item' in move && !isOnIt(ground, move))) return state;
  return { ...moved(ground, state, move), moves: state.moves + 1 };
}

/** Whether what a move is about is on this vehicle: a part to pull, anything to use a tool on. */
function isOnIt({ graph }: Ground, move: { do: Move['do']; item: string }): boolean {
  const ref = readItemKey(move.item);
  const type = ref && graph.indexes.get(ref.procedure)?.typeOf.get(ref.item);
  return move.do === 'pull' ? type === 'part' : type !== undefined && type !== null;
}

function moved(ground: Ground, state: Rehearsal, move: Move): Rehearsal {
  switch (move.do) {
    case 'take':
      return takeTool(state, move.tool);
    case 'use':
      return applyTool(ground, state, move);
    case 'pull':
      return pullPart(ground, state, move);
    case 'vehicle':
      return makeSafe(ground, state, move.step);
    case 'hint':
      return hint(ground, state);
    case 'turn-back':
      return turnBack(ground, state);
    case 'sort':
      return sort(ground, state, move);
    case 'back':
      return putBack(state, move.step);
    case 'look':
      return look(ground, state, move.gate, move.check);
    case 'answer':
      return answer(ground, state, move);
    case 'stop':
      return { ...state, phase: 'over', ending: 'given-up' };
  }
}

/** All moves from the start. */
export const rehearse = (ground: Ground, moves: readonly Move[]): Rehearsal =>
  moves.reduce((state, move) => step(ground, state, move), startOf(ground));

/** Whether a hint can be had: none where one is alone. */
export const givesHints = ({ level }: Pick<Ground, 'level'>) => level === 'guided' || level === 'hints';

function hint(ground: Ground, state: Rehearsal): Rehearsal {
  const next = state.phase === 'apart' ? nextStep(ground, state) : nextBack(state);
  if (!givesHints(ground) || !next) return noted(state, outcomeOf('nothing', null));
  const costs = ground.level === 'hints' ? 1 : 0;
  return noted({ ...state, hints: state.hints + costs }, outcomeOf('told', null, next.actions));
}

/** On to the way back once everything wanted is out and nothing that came loose still lies there. */
function turnBack(ground: Ground, state: Rehearsal): Rehearsal {
  const { graph, goalNodes } = ground;
  if (!isReached(ground, state)) {
    const open = goalNodes.flatMap((id) => (state.isDone.has(id) ? [] : [id, ...waitingFor(graph, state.isDone, id)]));
    return noted(
      state,
      outcomeOf(
        'not-yet',
        null,
        open.map((id) => reasonOf(ground, id)),
      ),
    );
  }
  const lying = leftLying(ground, state);
  if (lying.length)
    return noted(
      state,
      outcomeOf(
        'overlooked',
        null,
        lying.map((id) => reasonOf(ground, id)),
      ),
    );
  return ground.bothWays ? beginBack(ground, state) : { ...state, phase: 'over', ending: 'finished' };
}
