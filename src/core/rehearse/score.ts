import { carryOut, precedenceOf, priceOrder, ranksOf, removalProblem } from '../planning';
import { readItemKey } from '../document';
import type { Ground } from './ground';
import { reasonOf } from './let-go';
import type { Outcome, Went } from './move';
import { holds } from './reach';
import type { Ending, Rehearsal } from './state';

/** Where it went wrong: at which item, of which kind, how. */
export interface WeakSpot {
  /** By `itemKey`; a step or gate of the way back by its key. */
  item: string;
  kind: string;
  went: Went;
}

/** What a rehearsal came to. */
export interface Score {
  /** 0…100 */
  points: number;
  ending: Ending;
  brokenPieces: number;
  mendMinutes: number;
  /** Entries that still held, or were overlooked. */
  missed: number;
  /** Everything else that was stopped before it did harm. */
  stopped: number;
  /** Items that need not have come out, by `itemKey`. */
  needless: string[];
  hints: number;
  /** What the order taken would take with practised hands, and the best one. */
  seconds: number;
  bestSeconds: number;
  toolChanges: number;
  bestToolChanges: number;
  weak: WeakSpot[];
}

/** What each costs, points of 100 (a choice of the product; common practice, no source). */
const COST = { broken: 12, missed: 6, stopped: 2, needless: 2, hint: 3 } as const;
/** Most that an order can cost, and for how much more time than the best one that is, a share. */
const ORDER = { most: 10, at: 0.5 } as const;
const MISSED: ReadonlySet<Went> = new Set<Went>(['held', 'broke', 'tore', 'overlooked', 'gate']);

/** What a rehearsal that is over came to. An airbag mistake is worth nothing, whatever else went well. */
export function scoreOf(ground: Ground, state: Rehearsal): Score {
  const { needed, tidy } = neededOf(ground, state);
  const price = priceOfOrder(ground, state, tidy);
  const brokenPieces = state.damage.reduce((sum, { pieces }) => sum + pieces, 0);
  const missed = new Set(
    state.mistakes.filter(({ went }) => MISSED.has(went)).flatMap(({ because, item }) => because[0] ?? item ?? []),
  ).size;
  const stopped = state.mistakes.filter(({ went }) => !MISSED.has(went)).length;
  const extra = state.done.filter((id) => !needed.has(id) && !tidy.has(id));
  const needless = [...new Set(extra.map((id) => reasonOf(ground, id)))];
  const slower = ground.best.seconds > 0 ? price.seconds / ground.best.seconds - 1 : 0;
  const lost =
    COST.broken * brokenPieces +
    COST.missed * missed +
    COST.stopped * stopped +
    COST.needless * needless.length +
    COST.hint * state.hints +
    Math.min(ORDER.most, Math.max(0, (slower / ORDER.at) * ORDER.most));
  return {
    points: state.ending === 'finished' ? Math.max(0, Math.round(100 - lost)) : 0,
    ending: state.ending ?? 'given-up',
    brokenPieces,
    mendMinutes: state.damage.reduce((sum, { mendMinutes }) => sum + mendMinutes, 0),
    missed,
    stopped,
    needless,
    hints: state.hints,
    seconds: price.seconds,
    bestSeconds: ground.best.seconds,
    toolChanges: price.toolChanges,
    bestToolChanges: ground.best.toolChanges,
    weak: weakSpots(ground, state.mistakes),
  };
}

/** What was needed for the goals, by the ways in that were taken; and what was only put aside though free was enough: care, not waste. */
function neededOf(
  { graph, goalNodes }: Ground,
  { done, isDone }: Rehearsal,
): { needed: Set<number>; tidy: Set<number> } {
  const needed = new Set<number>(goalNodes);
  for (const id of needed) {
    const { needs, anyOf, pulls } = graph.nodes[id];
    const way = anyOf?.find((ids) => ids.every((need) => holds(graph, isDone, need))) ?? [];
    for (const need of [...needs, ...way, ...(isDone.has(id) ? pulls : [])]) needed.add(need);
  }
  const isTidy = (id: number) => {
    const { type, procedure, item } = graph.nodes[id].ref;
    return type === 'takeOff' && needed.has(graph.idOf.get(`free:${procedure}/${item}`)!);
  };
  return { needed, tidy: new Set(done.filter((id) => !needed.has(id) && isTidy(id))) };
}

/** The order in which things came out, priced as a plan is. */
function priceOfOrder(
  { graph, prices }: Ground,
  { done, isDone }: Rehearsal,
  tidy: ReadonlySet<number>,
): { seconds: number; toolChanges: number } {
  const met = new Set([...graph.nodes.keys()].filter((id) => !tidy.has(id) && holds(graph, isDone, id)));
  const { actions, before } = precedenceOf(graph, met, carryOut(graph, met, { rules: false }).taken);
  const placeOf = new Map(actions.map((id, at) => [id, at]));
  const wish = done.flatMap((id) => placeOf.get(id) ?? []);
  const atoms = actions.map((id) => graph.nodes[id].action!);
  // Reached by one of several ways, or against a rule of order: what the hands did not keep to binds their price nowhere.
  const rank = ranksOf(actions.length, wish);
  const kept = before.map((needs, at) => needs.filter((need) => rank[need] < rank[at]));
  const { problem, recorded } = removalProblem(graph, atoms, kept, wish, prices);
  const { costMs, toolChanges } = priceOrder(problem, recorded);
  return { seconds: costMs / 1000, toolChanges };
}

/** What the mistakes were about: what held or hid, else what was tried. */
const weakSpots = (ground: Ground, mistakes: readonly Outcome[]): WeakSpot[] =>
  mistakes.flatMap(({ went, item, because }) => {
    const about = went === 'wrong-tool' || went === 'slipped' || went === 'rounded' ? item : (because[0] ?? item);
    return about ? [{ item: about, kind: kindOfItem(ground, about), went }] : [];
  });

/** The kind of an item; the step itself for the vehicle as a whole and for steps of the way back. */
export function kindOfItem({ graph }: Pick<Ground, 'graph'>, key: string): string {
  const ref = readItemKey(key);
  const index = ref && graph.indexes.get(ref.procedure);
  if (!ref || !index) return key.replace(/[:=].*$/, '');
  const { item } = ref;
  const found = index.fasteners.get(item) ?? index.links.get(item) ?? index.parts.get(item) ?? index.works.get(item);
  return found?.kind ?? 'other';
}

/** The kinds of fasteners and links that a rehearsal dealt with. */
export const kindsMet = (ground: Ground, { done }: Rehearsal): string[] =>
  [
    ...new Set(
      done.flatMap((id) => {
        const { type, procedure } = ground.graph.nodes[id].ref;
        return procedure !== null && (type === 'release' || type === 'undo')
          ? kindOfItem(ground, reasonOf(ground, id))
          : [];
      }),
    ),
  ].sort();
