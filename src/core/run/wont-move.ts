import { fastenerKindOf, findMotion } from '../hardware';
import {
  countedWords,
  countOf,
  heldParts,
  itemKey,
  itemWords,
  ownCovers,
  placeOf,
  type ItemIndex,
  type ItemRef,
  type Point,
} from '../procedure';
import { capital } from '../text';
import type { ActionGraph } from '../graph';
import type { StuckCause } from './events';
import { doneCount, isDone, progressOf, type RunState } from './fold';
import type { RunPlan } from '../plan';

/** One thing that may still hold a part, with how likely it is among all that were thought of. */
export interface Suspect {
  cause: StuckCause;
  /** The item held responsible, "procedure/item"; null where it is no item of this procedure. */
  culprit: string | null;
  /** What it is: "2 of 9 push clips". */
  words: string;
  /** Why it is suspected. */
  reason: string;
  /** Where on the map; null where nobody knows. */
  at: Point | null;
  /** 0…1; all suspects together make 1. */
  share: number;
}

/**
 * How strongly each cause is suspected before anything is known of this vehicle (common practice, no source: a missed hidden
 * fastener is the usual one). Only their proportion matters.
 */
const PRIOR = {
  partly: 5,
  hidden: 3,
  open: 2,
  otherVariant: 1,
  related: 0.6,
  joined: 1.6,
  motion: 1.2,
  counted: 0.25,
  unrecorded: 0.5,
};
/** Each earlier run that found the same cause weighs as much as this many first impressions. */
const PER_MISS = 1;
/** A cause this far from where it resists is half as likely as one right there; far ones never fall below the floor. */
const HALF_DISTANCE_MM = 180;
const FAR_FLOOR = 0.08;
/** How likely a cause is whose place nobody knows, against one right at the point. */
const NOWHERE = 0.4;

type Guess = Omit<Suspect, 'share'> & { prior: number };

/** The key under which runs remember a cause: the part with what held it. */
export const missKey = (part: string, culprit: string | null, cause: StuckCause) => `${part}|${culprit ?? cause}`;

/**
 * Where a part that will not move may still be held: prior × history × nearness to the point of resistance, most likely
 * first; the shares sum to 1. `point` is in the map's millimetres. Never empty: something nobody recorded is always possible.
 */
export function wontMove(
  graph: ActionGraph,
  plan: RunPlan,
  state: RunState,
  { procedure, item: id }: ItemRef,
  point: Point | null,
): Suspect[] {
  const part = itemKey({ procedure, item: id });
  const index = graph.indexes.get(procedure);
  if (!index?.parts.has(id)) return [];
  const site: Site = { graph, plan, state, procedure, id, index, point };
  const guesses = [
    ...fastenerGuesses(site),
    ...linkGuesses(site),
    ...behindGuesses(site),
    ...motionGuesses(site),
    ...relatedGuesses(site),
    unrecorded(site),
  ];
  const weights = guesses.map(
    (guess) =>
      guess.prior *
      (1 + PER_MISS * (plan.misses?.[missKey(part, guess.culprit, guess.cause)] ?? 0)) *
      nearness(guess.at, point),
  );
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return guesses
    .map(({ prior: _prior, ...guess }, n) => ({ ...guess, share: weights[n] / sum }))
    .sort((a, b) => b.share - a.share || (a.words < b.words ? -1 : 1));
}

interface Site {
  graph: ActionGraph;
  plan: RunPlan;
  state: RunState;
  procedure: string;
  id: string;
  index: ItemIndex;
  point: Point | null;
}

function nearness(at: Point | null, point: Point | null): number {
  if (!point) return 1;
  if (!at) return NOWHERE;
  return FAR_FLOOR + (1 - FAR_FLOOR) * 2 ** (-Math.hypot(at[0] - point[0], at[1] - point[1]) / HALF_DISTANCE_MM);
}

/** Of a group's pieces the one nearest to where it resists; its middle where nobody tapped. */
function nearestPiece(index: ItemIndex, id: string, point: Point | null): Point | null {
  const pieces = index.fasteners.get(id)?.at ?? [];
  if (!point || pieces.length === 0) return placeOf(index, id);
  const far = ([x, y]: Point) => Math.hypot(x - point[0], y - point[1]);
  return pieces.reduce((best, piece) => (far(piece) < far(best) ? piece : best));
}

function fastenerGuesses({ graph, state, procedure, id, index, point }: Site): Guess[] {
  const presence = graph.presence.get(procedure)!.of;
  return [...index.fasteners.values()]
    .filter((fastener) => heldParts(fastener).includes(id))
    .map((fastener): Guess => {
      const total = countOf(fastener);
      const out = doneCount(progressOf(state, 'release', { procedure, item: fastener.id }), total);
      const covers = ownCovers(index, fastener.id).filter((item) => presence.get(item) !== 'absent');
      const where = covers.length
        ? `behind the ${covers.map((item) => itemWords(index, item)).join(' and the ')}`
        : 'in sight';
      const guess = {
        culprit: itemKey({ procedure, item: fastener.id }),
        at: nearestPiece(index, fastener.id, point),
        words: capital(countedWords(index, fastener.id, graph.catalogue)),
      };
      if (presence.get(fastener.id) === 'absent') {
        return {
          ...guess,
          cause: 'other-variant',
          prior: PRIOR.otherVariant,
          reason: `not on this variant as ordered, but other ones have it; ${where}`,
        };
      }
      if (out >= total)
        return {
          ...guess,
          cause: 'not-released',
          prior: PRIOR.counted,
          reason: 'counted as out; one may still be engaged',
        };
      const left = { ...guess, cause: 'not-released' as const };
      if (out > 0)
        return {
          ...left,
          words: `${total - out} of ${total} ${itemWords(index, fastener.id, graph.catalogue)}`,
          prior: PRIOR.partly,
          reason: `only ${out} ${out === 1 ? 'is' : 'are'} out`,
        };
      const motionOnly = fastenerKindOf(graph.catalogue, fastener).release === 'pulled';
      return {
        ...left,
        prior: covers.length ? PRIOR.hidden : motionOnly ? PRIOR.open / 2 : PRIOR.open,
        reason: `not out yet; ${where}`,
      };
    });
}

function linkGuesses({ graph, state, procedure, id, index }: Site): Guess[] {
  const carried = new Set([id, ...[...index.parts.values()].filter((part) => part.on === id).map((part) => part.id)]);
  const free = isDone(state, 'free', { procedure, item: id });
  return [...index.links.values()]
    .filter(
      (link) =>
        link.joins.some((end) => carried.has(end)) &&
        link.joins.some((end) => !carried.has(end)) &&
        graph.presence.get(procedure)!.of.get(link.id) !== 'absent' &&
        !isDone(state, 'undo', { procedure, item: link.id }),
    )
    .map((link): Guess => ({
      cause: 'still-joined',
      culprit: itemKey({ procedure, item: link.id }),
      words: capital(countedWords(index, link.id, graph.catalogue)),
      at: placeOf(index, link.id),
      reason: free ? 'the part swings, but this still ties it' : 'still joined behind it: do not pull against it',
      prior: free ? PRIOR.joined * 2 : PRIOR.joined / 2,
    }));
}

/** Parts that lie over this one, by the way in that was planned, and are still on. */
function behindGuesses({ graph, plan, state, procedure, id, index }: Site): Guess[] {
  const presence = graph.presence.get(procedure)!.of;
  const isStillOn = (item: string) =>
    presence.get(item) !== 'absent' &&
    !isDone(state, 'takeOff', { procedure, item }) &&
    !isDone(state, 'free', { procedure, item });
  const way = plan.waysTaken[itemKey({ procedure, item: id })];
  return ownCovers(index, id, way)
    .filter(isStillOn)
    .map((item) => ({
      cause: 'not-released',
      culprit: itemKey({ procedure, item }),
      words: capital(itemWords(index, item)),
      reason: 'still on, and it lies over this part',
      at: placeOf(index, item),
      prior: PRIOR.hidden,
    }));
}

function motionGuesses({ graph, index, id }: Site): Guess[] {
  const part = index.parts.get(id)!;
  const motions = (part.motions ?? []).map((code) => findMotion(graph.catalogue, code)?.words ?? code);
  if (motions.length === 0)
    return [
      {
        cause: 'motion',
        culprit: null,
        words: 'The direction is not recorded',
        reason: 'try without force which way it gives',
        at: null,
        prior: PRIOR.motion,
      },
    ];
  const order = motions.length > 1 ? `in this order: ${motions.join(', then ')}` : `only this way: ${motions[0]}`;
  return [
    {
      cause: 'motion',
      culprit: null,
      words: 'The direction of the pull',
      reason: `${order}${part.startAt ? `; start at the ${part.startAt}` : ''}`,
      at: null,
      prior: PRIOR.motion,
    },
  ];
}

function relatedGuesses({ plan, procedure, id, index }: Site): Guess[] {
  const kind = index.parts.get(id)!.kind;
  return (plan.elsewhere ?? [])
    .filter(({ part }) => part === `${procedure}|${kind}`)
    .map(({ words, at, from }): Guess => ({
      cause: 'other-variant',
      culprit: null,
      words: capital(words),
      reason: `${from} has it there`,
      at,
      prior: PRIOR.related,
    }));
}

const unrecorded = ({ index, id }: Site): Guess => ({
  cause: 'unrecorded',
  culprit: null,
  words: 'A fastener nobody recorded',
  at: null,
  prior: PRIOR.unrecorded,
  reason: `feel along the gap of the ${itemWords(index, id)} for where it stays tight; look under caps, mats and labels`,
});
