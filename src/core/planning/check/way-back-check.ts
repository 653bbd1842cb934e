import { namedWords, type ProcedureDocument } from '../../document';
import { type ActionGraph, findLoop, nodeIdOf } from '../graph';
import { error, type Remark } from './remark';

/** Parts that could never be offered again: another must be off while one is seated, and yet holds, hides or ties something that comes back before it. */
export function checkWayBack(graph: ActionGraph, document: ProcedureDocument): Remark[] {
  const off = offBefore(graph, document);
  if (off.size === 0) return [];
  const before = graph.nodes.map(({ ref, needs }, id) => [
    ...needs.filter((need) => !(ref.type === 'reach' && isOwnEnd(graph, document, ref.item, need))),
    ...(off.get(id) ?? []),
  ]);
  const loop = new Set(findLoop(before) ?? []);
  const pair = [...off].flatMap(([free, others]) =>
    loop.has(free) ? others.filter((other) => loop.has(other)).map((other) => [free, other]) : [],
  )[0];
  if (!pair) return [];
  const [part, other] = pair.map((id) => graph.nodes[id].ref.item);
  const name = (item: string) => namedWords(graph.indexes.get(document.id)!, item, graph.catalogue);
  return [
    error(
      'waits-for-itself',
      [part, other],
      `There is no way back: the ${name(other)} must be off while the ${name(part)} is seated, and has to be back before the ${name(part)} is.`,
      'Correct what must be off while it is seated, or what is behind what.',
    ),
  ];
}

/** For each part's freeing, what must be off while it is seated: as if that came off first. */
function offBefore(graph: ActionGraph, { id: procedure, parts }: ProcedureDocument): Map<number, number[]> {
  const off = new Map<number, number[]>();
  for (const { id: item, offToSeat = [] } of parts) {
    const free = nodeIdOf(graph, { type: 'free', procedure, item });
    const others = offToSeat.flatMap((other) => nodeIdOf(graph, { type: 'takeOff', procedure, item: other }) ?? []);
    if (free !== undefined && others.length) off.set(free, others);
  }
  return off;
}

/** A plug that is reached once its own part is free is joined before or after that is seated, as it can be. */
function isOwnEnd(graph: ActionGraph, { id }: ProcedureDocument, item: string, need: number): boolean {
  const link = graph.indexes.get(id)!.links.get(item);
  const { type, item: part } = graph.nodes[need].ref;
  return !!link && type === 'free' && link.joins.includes(part);
}
