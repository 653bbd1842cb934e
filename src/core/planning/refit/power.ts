import { itemKey } from '../../document';
import type { ActionGraph, NodeRef } from '../graph';
import { holdersOf, offerOf, tiedBy } from './hands';
import type { RefitGraph } from './refit-graph';
import type { Trial } from './trials';

/** When the battery comes back. */
export interface Power {
  /** The step that brings it back; null where it was never off, or stays off. */
  on: number | null;
  /** What must be done before: airbag plugs joined, their parts seated and fastened. */
  after: number[];
  /** Where the maker says that what an airbag plug ties may hang under power; null: it may not. */
  mayHang: string | null;
  /** The airbag link, by `itemKey`, that stays undone: no power, whatever wants testing. */
  barredBy: string | null;
}

/**
 * Power comes back after every airbag plug is joined and its parts are home, ahead of the first test that needs it: what that test waits for goes before the parts that would hide it, wherever
 * power need not wait for one of those.
 */
export function powerOf(
  graph: ActionGraph,
  refit: RefitGraph,
  trials: readonly Trial[],
  undone: readonly number[],
  mayHang: string | null = null,
): Power {
  const off = refit.at.get('batteryOn');
  if (off === undefined) return { on: null, after: [], mayHang: null, barredBy: null };
  const srs = undone.flatMap((id) => srsLink(graph, graph.nodes[id].ref) ?? []);
  const out = srs.find((link) => !refit.at.has(`join:${link}`));
  if (out) return { on: null, after: [], mayHang: null, barredBy: out };
  const after = [...new Set(refit.steps.flatMap((_, at) => srsSteps(graph, refit, at, mayHang !== null)))];
  for (const at of after) refit.waits.bind(at, off);
  for (const part of new Set(trials.flatMap(({ powered, hiddenBy }) => (powered ? [...hiddenBy] : [])))) {
    const offer = offerOf(refit, part);
    const own = new Set(refit.holds.find((hold) => hold[0] === offer) ?? []);
    const others = after.filter((at) => !own.has(at) || refit.steps[at].type !== 'join');
    if (offer === null || others.some((at) => at === offer || refit.waits.has(offer, at))) continue;
    for (const at of others) refit.waits.bind(at, offer);
  }
  return { on: off, after, mayHang: mayHang !== null && after.length ? mayHang : null, barredBy: null };
}

/** The airbag link that an action undoes, by `itemKey`. */
function srsLink(graph: ActionGraph, { type, procedure, item }: NodeRef): string | null {
  if (type !== 'undo' || procedure === null) return null;
  return graph.indexes.get(procedure)!.links.get(item)!.safety === 'srs' ? itemKey({ procedure, item }) : null;
}

/** What one airbag plug asks for: itself, and every part it ties seated with all that holds it. */
function srsSteps(graph: ActionGraph, refit: RefitGraph, join: number, mayHang: boolean): number[] {
  const { type, procedure, item } = refit.steps[join];
  if (type !== 'join') return [];
  const index = graph.indexes.get(procedure!)!;
  const link = index.links.get(item)!;
  if (link.safety !== 'srs') return [];
  if (mayHang) return [join];
  const home = tiedBy(index, link).flatMap((part) => {
    const seat = refit.at.get(`seat:${procedure}/${part}`);
    return [...(seat === undefined ? [] : [seat]), ...holdersOf(graph, refit, { procedure: procedure!, item: part })];
  });
  return [join, ...home];
}
