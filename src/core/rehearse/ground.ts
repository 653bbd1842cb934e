import {
  buildGraph,
  type ActionGraph,
  type CostSettings,
  DEFAULT_COSTS,
  leastTeardown,
  resolveGoals,
} from '../planning';
import { type Catalogue, fastenerKindOf } from '../trade';
import {
  countOf,
  heldParts,
  itemKey,
  readItemKey,
  type ItemIndex,
  type OptionValues,
  type ProcedureDocument,
} from '../document';
import type { Fault } from './faults';

/** How a rehearsal helps: the next step shown, hints on asking, none, none against the clock, none on a door that is not as recorded. */
export const LEVELS = ['guided', 'hints', 'alone', 'clock', 'faults'] as const;

/** What was asked for is done at that level or a harder one; against the clock and with faults are hard in different ways. */
export const LEVELS_MEETING: Readonly<Record<Level, readonly Level[]>> = {
  guided: LEVELS,
  hints: ['hints', 'alone', 'clock', 'faults'],
  alone: ['alone', 'clock', 'faults'],
  clock: ['clock'],
  faults: ['faults'],
};
export type Level = (typeof LEVELS)[number];

/** What a rehearsal is set up with: everything that decides it, so that its moves tell the same story anywhere. */
export interface Setup {
  /** The vehicle as it is: faults are in it already. */
  documents: ProcedureDocument[];
  options: OptionValues;
  goals: string[];
  level: Level;
  seed: number;
  /** With putting back, or taking apart alone. */
  bothWays: boolean;
  /** Keys of the planned removal actions and of the way back, in their best order. */
  planned: string[];
  plannedBack: string[];
  /** What the best order takes, seconds, and how often it changes tools. */
  best: { seconds: number; toolChanges: number };
  /** What of the vehicle is not as recorded. */
  faults: Fault[];
  costs?: CostSettings;
  /** The shop's wait after the battery, seconds; null leaves it to the vehicle maker's manual. */
  srsWaitSeconds?: number | null;
  catalogue?: Catalogue;
}

/** A setup with the graph of what holds and hides what. */
export interface Ground extends Setup {
  graph: ActionGraph;
  goalNodes: number[];
  /** The least that must come out. */
  chosen: ReadonlySet<number>;
  /** The way in that is taken to each chosen item with several. */
  taken: ReadonlyMap<number, number>;
  prices: CostSettings;
}

/** Throws where the goals cannot be reached: a setup comes from a plan. */
export function groundOf(setup: Setup): Ground {
  const graph = buildGraph(setup.documents, {
    options: setup.options,
    catalogue: setup.catalogue,
    srsWaitSeconds: setup.srsWaitSeconds,
  });
  const goalNodes = [...resolveGoals(graph, setup.goals).nodes.keys()];
  // Where the shop takes the battery off every time, that is wanted too.
  if (setup.planned.includes('batteryOff')) goalNodes.push(graph.idOf.get('batteryOff')!);
  const least = leastTeardown(graph, goalNodes, new Set());
  if ('stuck' in least) throw new Error('The goals of a rehearsal wait for themselves.');
  return { ...setup, graph, goalNodes, chosen: least.chosen, taken: least.taken, prices: setup.costs ?? DEFAULT_COSTS };
}

/** The index of an item's procedure with the item's own id. */
export function lookUp(
  { graph }: Pick<Ground, 'graph'>,
  key: string,
): { index: ItemIndex; item: string; procedure: string } {
  const { procedure, item } = readItemKey(key)!;
  return { index: graph.indexes.get(procedure)!, item, procedure };
}

/** The fasteners of this vehicle that hold a part, by `itemKey`. */
export function holdersOf({ graph }: Pick<Ground, 'graph'>, key: string): string[] {
  const { index, item, procedure } = lookUp({ graph }, key);
  const { of } = graph.presence.get(procedure)!;
  return [...index.fasteners.values()]
    .filter((fastener) => of.get(fastener.id) !== 'absent' && heldParts(fastener).includes(item))
    .map(({ id }) => itemKey({ procedure, item: id }));
}

/** The fastener of a key; undefined where it is none. */
export const fastenerOf = (ground: Pick<Ground, 'graph'>, key: string) => {
  const { index, item } = lookUp(ground, key);
  return index.fasteners.get(item);
};

/** How many pieces a fastener or a link stands for; one of anything else. */
export const piecesOf = (ground: Pick<Ground, 'graph'>, key: string): number => {
  const { index, item } = lookUp(ground, key);
  return countOf(index.fasteners.get(item) ?? index.links.get(item) ?? {});
};

/** Whether a fastener lets go by its part's own motion. */
export const letsGoByPull = ({ graph }: Pick<Ground, 'graph'>, key: string): boolean => {
  const fastener = fastenerOf({ graph }, key);
  return !!fastener && fastenerKindOf(graph.catalogue, fastener).release === 'pulled';
};
