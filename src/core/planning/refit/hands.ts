import { heldParts, itemKey, type ItemIndex, type Link } from '../../document';
import { reachable, type ActionGraph } from '../graph';
import { goesInto } from './refit-steps';
import type { RefitGraph } from './refit-graph';

/**
 * The hand's way back: what goes into the body or the part goes there first; a part that another carries is on that one before it is offered; plugs and cables are joined before their part is
 * seated; between a part's offer and its seat stand only its joins, and what those wait for is done before. Each as far as it closes no loop with what was really undone.
 * @param rules adds the recorded rules of order, which yield to the hand's.
 * @returns the steps of each hold, from the offer to the seat.
 */
export function bindHands(graph: ActionGraph, refit: RefitGraph, rules: () => void): number[][] {
  goInFirst(graph, refit);
  carriedFirst(graph, refit);
  joinBeforeSeat(graph, refit);
  // What is held binds before the recorded rules do: no rule may put another part between an offer and its seat.
  holdsOf(refit);
  rules();
  return holdsOf(refit);
}

/** The step that begins to close a part: its offer, or its seat where it was only freed; null where neither is to do. */
export const offerOf = ({ at }: Pick<RefitGraph, 'at'>, part: string): number | null =>
  at.get(`place:${part}`) ?? at.get(`seat:${part}`) ?? null;

/** A rivet nut, a clip nut, a C-clip: home before its part is offered. */
function goInFirst(graph: ActionGraph, refit: RefitGraph): void {
  refit.steps.forEach(({ type, procedure, item }, fit) => {
    if (type !== 'fit') return;
    const fastener = graph.indexes.get(procedure!)!.fasteners.get(item)!;
    if (!goesInto(graph, fastener)) return;
    for (const part of heldParts(fastener)) {
      const offer = offerOf(refit, itemKey({ procedure, item: part }));
      if (offer !== null) refit.waits.bind(fit, offer);
    }
  });
}

/** A part is put on the one that carries it, with all that holds it there, while that one lies on the bench. */
function carriedFirst(graph: ActionGraph, refit: RefitGraph): void {
  const { at, waits } = refit;
  refit.steps.forEach(({ type, procedure, item }, seat) => {
    const carrier = type === 'seat' ? graph.indexes.get(procedure!)!.parts.get(item)?.on : undefined;
    const offer = carrier === undefined ? undefined : at.get(`place:${procedure}/${carrier}`);
    if (offer === undefined || !waits.bind(seat, offer)) return;
    for (const own of holdersOf(graph, refit, { procedure: procedure!, item })) waits.bind(own, offer);
  });
}

/** The last steps of the fasteners that hold a part. */
export const holdersOf = (
  graph: ActionGraph,
  { steps }: Pick<RefitGraph, 'steps'>,
  part: { procedure: string; item: string },
): number[] =>
  steps.flatMap(({ type, procedure, item }, at) => {
    if (procedure !== part.procedure || (type !== 'tighten' && type !== 'fit')) return [];
    return heldParts(graph.indexes.get(procedure)!.fasteners.get(item)!).includes(part.item) ? [at] : [];
  });

/** A part and all that carries it, from the inside out. */
export function carriersOf(index: ItemIndex, part: string): string[] {
  const chain: string[] = [];
  for (
    let at: string | undefined = part;
    at && index.parts.has(at) && !chain.includes(at);
    at = index.parts.get(at)!.on
  )
    chain.push(at);
  return chain;
}

/** The parts that a link ties: its ends and all that carries them. What both ends ride on moves with it and ties nothing. */
export function tiedBy(index: ItemIndex, { joins }: Pick<Link, 'joins'>): string[] {
  const [one, other] = joins.map((end) => carriersOf(index, end));
  return [...one.filter((part) => !other.includes(part)), ...other.filter((part) => !one.includes(part))];
}

/** A plug is joined before any part that it ties is seated: behind a seated speaker no hand gets at it. A part that lies on its carrier is seated there already. */
function joinBeforeSeat(graph: ActionGraph, { at, steps, waits }: RefitGraph): void {
  steps.forEach(({ type, procedure, item }, join) => {
    if (type !== 'join') return;
    const index = graph.indexes.get(procedure!)!;
    for (const part of tiedBy(index, index.links.get(item)!)) {
      const seat = at.get(`seat:${procedure}/${part}`);
      const liesThere = at.has(`place:${procedure}/${index.parts.get(part)!.on}`);
      if (seat !== undefined && !liesThere) waits.bind(join, seat);
    }
  });
}

/** What stands between a part's offer and its seat is done in one go, another part that is seated meanwhile with its own offer and joins; what that waits for is done before the offer. */
export function holdsOf({ at, steps, waits }: RefitGraph): number[][] {
  const holds: number[][] = [];
  const offerOfSeat = (seat: number): number | undefined =>
    steps[seat].type === 'seat' ? at.get(`place:${itemKey(steps[seat])}`) : undefined;
  // What stands between leads from the seat back to the offer.
  const between = (seat: number): number[] => {
    const offer = offerOfSeat(seat);
    if (offer === undefined) return [];
    return [offer, ...reachable([seat], (one) => [...waits.before[one]].filter((need) => waits.has(offer, need)))];
  };
  steps.forEach((_, seat) => {
    const offer = offerOfSeat(seat);
    if (offer === undefined) return;
    const held = reachable([seat], between);
    for (const one of held) for (const need of [...waits.before[one]]) if (!held.has(need)) waits.bind(need, offer);
    const together = holds.filter((hold) => hold.some((one) => held.has(one)));
    const all = [...new Set([...held, ...together.flat()])];
    holds.splice(0, holds.length, ...holds.filter((hold) => !together.includes(hold)), all);
  });
  // Whatever is held first begins it.
  return holds.map((hold) => {
    const begin = hold.find((one) => !hold.some((other) => waits.has(other, one)))!;
    return [begin, ...hold.filter((one) => one !== begin)];
  });
}
