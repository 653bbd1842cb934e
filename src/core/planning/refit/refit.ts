import { itemKey, type ItemRef, readItemKey } from '../../document';
import { findZone } from '../../trade';
import { stepKey, type ActionGraph } from '../graph';
import { coversOf } from './covers';
import { coverFirst, gatesOf, type PlacedGate, type Site, sitesOf } from './gates';
import { holdsOf } from './hands';
import { partKind } from './part-kind';
import { type Power, powerOf } from './power';
import { invert } from './invert';
import { checkOf, type GateCheck } from './refit-step';
import type { RefitGraph } from './refit-graph';
import { type Replaced, replacedParts, staysOut } from './replaced';
import { mountBeforeHiding, type TestSet, type Trial, trialsOf } from './trials';

/** What goes back, with its precedence, before an order is chosen for it. */
export interface WayBack {
  refit: RefitGraph;
  gates: PlacedGate[];
  trials: Trial[];
  power: Power;
  /** What is looked at last, with everything closed: the latch of a door whose panel was off, the new sound. */
  atTheEnd: GateCheck[];
  /** Before what is offered something has to dry first: position of the step to the key of the wait and the milliseconds it has left from the beginning. */
  drying: ReadonlyMap<number, { key: string; ms: number }>;
}

/** What shapes a way back besides what was done. */
export interface BackOptions {
  /** Node ids of the work that is done on the way back. */
  backWork?: readonly number[];
  /** Node ids that are tried again though nothing of them was undone. */
  retest?: readonly number[];
  sets?: readonly TestSet[];
  /** What still dries when putting back begins, by key of its wait, with the milliseconds it has left. */
  drying?: ReadonlyMap<string, number>;
  /** Where the maker says that what an airbag plug ties may hang under power. */
  srsMayHang?: string | null;
}

/**
 * What putting back what was really done takes (graph node ids, in the order they were done; nodes that are no actions are ignored): inverse steps with inverse edges, the rules of the hand's way
 * back, the gates of the parts that close, what is tried before what, and when power comes back. Any prefix of a removal can be closed this way.
 */
export function wayBackOf(
  graph: ActionGraph,
  doneInOrder: readonly number[],
  { backWork = [], retest = [], sets = [], drying = new Map(), srsMayHang = null }: BackOptions = {},
): WayBack {
  const undone = doneInOrder.filter((id) => graph.nodes[id].action);
  const replaced = replacedParts(graph, [...undone, ...retest]);
  const comesBack = (id: number) => {
    const { procedure, item } = graph.nodes[id].ref;
    return procedure === null || !staysOut(graph, replaced, { procedure, item });
  };
  const done = undone.filter(comesBack);
  const refit = invert(graph, done, [...backWork], ringHolders(replaced));
  const again = [...new Set(retest)].filter((id) => !done.includes(id) && comesBack(id));
  // What a part covers leads through what was taken out from under it, whether that comes back or not.
  const covers = coversOf(graph, new Set([...undone, ...again]));
  const sites = sitesOf(graph, refit, covers);
  coverFirst(refit, sites);
  const panels = sites
    .filter(({ part }) => partKind(graph, part)?.code === 'panel' && refit.at.has(`seat:${itemKey(part)}`))
    .map(({ part }) => part);
  const trials = trialsOf(graph, refit, [...done, ...again], panels, sets);
  mountBeforeHiding(refit, trials);
  const power = powerOf(graph, refit, trials, undone, srsMayHang);
  refit.holds = holdsOf(refit);
  return {
    refit,
    gates: gatesOf(graph, refit, sites, undone),
    trials,
    power,
    atTheEnd: lastLines(graph, undone, panels),
    drying: dryFirst(graph, sites, drying),
  };
}

/** Fasteners, by `itemKey`, that hold a new part's ring, with the part that goes onto it. */
function ringHolders(replaced: Replaced): Map<string, string> {
  return new Map(
    [...replaced].flatMap(([part, over]) => {
      const { procedure } = readItemKey(part)!;
      return (over?.ringHeldBy ?? []).map((item): [string, string] => [itemKey({ procedure, item }), part]);
    }),
  );
}

/** A door's latch is tripped by hand and let go before the door is shut; what is new is heard once more. */
function lastLines(graph: ActionGraph, undone: readonly number[], panels: readonly ItemRef[]): GateCheck[] {
  const latches = panels
    .filter(({ procedure }) => findZone(graph.documents.get(procedure)!.zone)?.isDoor)
    .map((part) => checkOf('latch-free', null, [itemKey(part)]));
  const sounds = undone.flatMap((id) => {
    const { type, procedure, item } = graph.nodes[id].ref;
    const work = type === 'work' ? graph.indexes.get(procedure!)!.works.get(item) : undefined;
    const old = work?.replaces;
    if (!old || !partKind(graph, { procedure: procedure!, item: old })?.sounds) return [];
    return [checkOf('new-sound', null, [itemKey({ procedure: procedure!, item: work.takesOver ? old : item })])];
  });
  return [...new Map([...sounds, ...latches].map((check) => [check.id, check])).values()];
}

/** What is closed over work that still dries waits for it. */
function dryFirst(graph: ActionGraph, sites: readonly Site[], drying: ReadonlyMap<string, number>): WayBack['drying'] {
  const first = new Map<number, { key: string; ms: number }>();
  for (const { closing, covered } of sites)
    for (const id of covered) {
      const { type, procedure, item } = graph.nodes[id].ref;
      const key = stepKey({ type: 'dry', procedure, item });
      const ms = type === 'work' ? drying.get(key) : undefined;
      if (ms !== undefined && ms > (first.get(closing)?.ms ?? 0)) first.set(closing, { key, ms });
    }
  return first;
}
