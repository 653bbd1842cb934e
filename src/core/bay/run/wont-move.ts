import { fastenerKindOf, findMotion, capital } from '../../trade';
import {
  countedWords,
  countOf,
  heldParts,
  itemKey,
  itemWords,
  ownCovers,
  placeOf,
  type Fastener,
  type ItemIndex,
  type ItemRef,
  type Point,
} from '../../document';
import { stepKey, type ActionGraph } from '../../planning';
import type { StuckCause } from './events';
import { type RunState } from './state';
import { doneCount, isDone, progressOf } from './progress';
import type { RunPlan } from '../../telling';
import { hasteOf, hasteWeight } from './haste';
import { resistance, type Felt } from './resistance';

/** One thing that may still hold a part, with how likely it is among all that were thought of. */
export interface Suspect {
  cause: StuckCause;
  /** The item held responsible, "procedure/item"; null where it is no item of this procedure. */
  culprit: string | null;
  /** What it is: "2 of 9 push clips". */
  words: string;
  /** It is some of several alike: the others of the group are not suspected. */
  isSomeOf?: true;
  /** Why it is suspected. */
  reason: string;
  /** Where on the map; null where nobody knows. */
  at: Point | null;
  /** 0…1; all suspects together make 1. */
  share: number;
  /** A link behind the part that nothing undid yet: shown however unlikely it looks. */
  isOpenLink?: true;
}

/**
 * What holds a part of which everything is believed out, as shares of all such cases (common practice, no source; the benchmark's simulator is told the same): a piece counted but
 * still engaged, a link ticked but joined, a fastener that the sister has, a wrong motion, something nobody recorded.
 */
const SHARE = { counted: 55, ticked: 20, variant: 15, motion: 10, unrecorded: 4 };
/** What is known not to be out yet outweighs all that is only suspected. */
const OPEN = { partly: 300, hidden: 180, turned: 120, pulled: 60, cover: 180, swinging: 120, joined: 8 };
/** How much likelier a piece is missed that is hidden, deep or tough. */
const MISSED = { hidden: 1.8, deep: 1.4, perDifficulty: 0.2 };
/** From here on a fastener sits deep, mm. */
const DEEP_MM = 25;
/** Each earlier run that found the same cause weighs as much as this many first impressions. */
const PER_MISS = 1;

type Guess = Omit<Suspect, 'share'> & { prior: number; felt: Felt; isOtherModel?: boolean };

/** The key under which runs remember a cause: the part with what held it. */
export const missKey = (part: string, culprit: string | null, cause: StuckCause) => `${part}|${culprit ?? cause}`;

/**
 * Where a part that will not move may still be held: prior × how hastily it was done × history × nearness to the point of resistance, most likely
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
  const haste = hasteOf(graph, state.log);
  const site: Site = { graph, plan, state, procedure, id, index, point, haste };
  const { width, height } = graph.documents.get(procedure)!.map;
  const guesses = [
    ...fastenerGuesses(site),
    ...linkGuesses(site),
    ...behindGuesses(site),
    ...motionGuesses(site),
    ...relatedGuesses(site),
    unrecorded(site),
  ];
  const free = guesses.map(
    (guess) =>
      guess.prior *
      (1 + PER_MISS * (plan.misses?.[missKey(part, guess.culprit, guess.cause)] ?? 0)) *
      resistance(guess.felt, point, width * height),
  );
  // What only another model has never comes before anything of this procedure.
  const least = Math.min(...free.filter((_, n) => !guesses[n].isOtherModel && guesses[n].cause !== 'unrecorded'));
  const weights = free.map((weight, n) => (guesses[n].isOtherModel ? Math.min(weight, least) : weight));
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return guesses
    .map(({ prior: _prior, felt: _felt, isOtherModel: _other, ...guess }, n) => ({ ...guess, share: weights[n] / sum }))
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
  /** How long each action took against its usual time. */
  haste: ReadonlyMap<string, number>;
}

/** Of a group's pieces the one nearest to where it resists; its middle where nobody tapped. */
function nearestPiece(index: ItemIndex, id: string, point: Point | null): Point | null {
  const pieces = index.fasteners.get(id)?.at ?? [];
  if (!point || pieces.length === 0) return placeOf(index, id);
  const far = ([x, y]: Point) => Math.hypot(x - point[0], y - point[1]);
  return pieces.reduce((best, piece) => (far(piece) < far(best) ? piece : best));
}

/** How likely pieces of an entry are left engaged, beside other entries: by their number, and by how easily they are missed. */
function strengthOf({ index }: Site, fastener: Fastener): number {
  return (
    countOf(fastener) *
    (ownCovers(index, fastener.id).length ? MISSED.hidden : 1) *
    ((fastener.recess ?? 0) >= DEEP_MM ? MISSED.deep : 1) *
    (1 + MISSED.perDifficulty * ((fastener.difficulty ?? 1) - 1))
  );
}

function fastenerGuesses(site: Site): Guess[] {
  const { graph, state, procedure, id, index, point, haste } = site;
  const presence = graph.presence.get(procedure)!.of;
  const own = [...index.fasteners.values()].filter((fastener) => heldParts(fastener).includes(id));
  const isHere = ({ id: one }: Fastener) => presence.get(one) !== 'absent';
  const all = own.filter(isHere).reduce((sum, fastener) => sum + strengthOf(site, fastener), 0);
  const variants = own.filter((one) => !isHere(one)).length + relatedOf(site).length;
  return own.map((fastener): Guess => {
    const total = countOf(fastener);
    const ref = { procedure, item: fastener.id };
    const out = doneCount(progressOf(state, 'release', ref), total);
    const covers = ownCovers(index, fastener.id).filter((item) => presence.get(item) !== 'absent');
    const where = covers.length
      ? `behind the ${covers.map((item) => itemWords(index, item)).join(' and the ')}`
      : 'in sight';
    const guess = {
      culprit: itemKey(ref),
      at: nearestPiece(index, fastener.id, point),
      felt: { at: 'pieces', points: fastener.at ?? [], of: total } satisfies Felt,
      words: capital(countedWords(index, fastener.id, graph.catalogue)),
    };
    if (!isHere(fastener))
      return {
        ...guess,
        cause: 'other-variant',
        prior: SHARE.variant / variants,
        reason: `not on this variant as ordered, but other ones have it; ${where}`,
      };
    const held = { ...guess, cause: 'not-released' as const };
    if (out >= total)
      return {
        ...held,
        ...(total > 1
          ? { words: `One of ${total} ${itemWords(index, fastener.id, graph.catalogue)}`, isSomeOf: true as const }
          : {}),
        prior:
          ((SHARE.counted * strengthOf(site, fastener)) / all) *
          hasteWeight(haste.get(stepKey({ ...ref, type: 'release' })), total),
        reason: countedReason(site, fastener, where),
      };
    if (out > 0)
      return {
        ...held,
        words: `${total - out} of ${total} ${itemWords(index, fastener.id, graph.catalogue)}`,
        isSomeOf: true as const,
        prior: OPEN.partly,
        reason: `only ${out} ${out === 1 ? 'is' : 'are'} out`,
      };
    const motionOnly = fastenerKindOf(graph.catalogue, fastener).release === 'pulled';
    return {
      ...held,
      prior: covers.length ? OPEN.hidden : motionOnly ? OPEN.pulled : OPEN.turned,
      reason: `not out yet; ${where}`,
    };
  });
}

/** Why pieces that were counted as out are suspected all the same. */
function countedReason({ haste, procedure }: Site, fastener: Fastener, where: string): string {
  const ratio = haste.get(stepKey({ type: 'release', procedure, item: fastener.id })) ?? 1;
  const depth = (fastener.recess ?? 0) >= DEEP_MM ? `, ${fastener.recess} mm deep` : '';
  const quick = ratio < 0.6 ? '; that went quicker than the rest' : '';
  return countOf(fastener) > 1
    ? `counted as out; one may still be engaged, ${where}${depth}${quick}`
    : `counted as out; look again, ${where}${depth}${quick}`;
}

/** A link that was only ticked: done in a moment, whatever its usual time. */
const TICKED_PIECES = 2;

function linkGuesses({ graph, state, procedure, id, index, haste }: Site): Guess[] {
  const carried = new Set([id, ...[...index.parts.values()].filter((part) => part.on === id).map((part) => part.id)]);
  const free = isDone(state, 'free', { procedure, item: id });
  const own = [...index.links.values()].filter(
    (link) =>
      link.joins.some((end) => carried.has(end)) &&
      link.joins.some((end) => !carried.has(end)) &&
      graph.presence.get(procedure)!.of.get(link.id) !== 'absent',
  );
  return own.map((link): Guess => {
    const ref = { procedure, item: link.id };
    const at = placeOf(index, link.id);
    const guess = {
      cause: 'still-joined' as const,
      culprit: itemKey(ref),
      words: capital(countedWords(index, link.id, graph.catalogue)),
      at,
      felt: link.at
        ? { at: 'pieces' as const, points: link.at, of: link.at.length }
        : at
          ? { at: 'around' as const, point: at }
          : ANYWHERE,
    };
    if (isDone(state, 'undo', ref))
      return {
        ...guess,
        reason: 'ticked as undone; it may still be joined: look before you pull',
        prior: (SHARE.ticked / own.length) * hasteWeight(haste.get(stepKey({ ...ref, type: 'undo' })), TICKED_PIECES),
      };
    return {
      ...guess,
      isOpenLink: true,
      reason: free ? 'the part swings, but this still ties it' : 'still joined behind it: do not pull against it',
      prior: free ? OPEN.swinging : OPEN.joined,
    };
  });
}

const ANYWHERE: Felt = { at: 'anywhere' };

const feltAround = (point: Point | null): Felt => (point ? { at: 'around', point } : ANYWHERE);

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
      felt: feltAround(placeOf(index, item)),
      prior: OPEN.cover,
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
        felt: { at: 'edge', part },
        prior: SHARE.motion,
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
      felt: { at: 'edge', part },
      prior: SHARE.motion,
    },
  ];
}

/** What the sister doors and other years have that holds such a part. */
const relatedOf = ({ plan, procedure, id, index }: Site) =>
  (plan.elsewhere ?? []).filter(({ part }) => part === `${procedure}|${index.parts.get(id)!.kind}`);

function relatedGuesses(site: Site): Guess[] {
  const related = relatedOf(site);
  const presence = site.graph.presence.get(site.procedure)!.of;
  const absent = [...site.index.fasteners.values()].filter(
    (one) => heldParts(one).includes(site.id) && presence.get(one.id) === 'absent',
  );
  return related.map(({ words, at, from, isOtherModel }): Guess => ({
    isOtherModel,
    cause: 'other-variant',
    culprit: null,
    words: capital(words),
    reason: `${from} has it there`,
    at,
    felt: at ? { at: 'pieces', points: [at], of: 1 } : ANYWHERE,
    prior: SHARE.variant / (related.length + absent.length),
  }));
}

const unrecorded = ({ index, id }: Site): Guess => ({
  cause: 'unrecorded',
  culprit: null,
  words: 'A fastener nobody recorded',
  at: null,
  felt: ANYWHERE,
  prior: SHARE.unrecorded,
  reason: `feel along the gap of the ${itemWords(index, id)} for where it stays tight; look under caps, mats and labels`,
});
