import { type Appearance, fromDone, itemKey, itemsOf, type ProcedureDocument } from '../document';
import { NAMED_TOOLS, parseDrive, COMMON_DRIVES, fitOf, workKindOf, linkKindOrGuess } from '../trade';
import { releaseTool } from '../planning';
import type { Ground } from './ground';
import { holds } from './reach';
import type { Rehearsal } from './state';

/** What puts an item back in its place. */
const BACK: Record<string, string[]> = {
  part: ['seat'],
  fastener: ['start', 'fit', 'seal'],
  link: ['join'],
  work: ['restore'],
};

/** Whether an item is out of the way: a part off, a fastener out, a link undone, and not back yet. */
export function isOutNow(
  { graph }: Ground,
  { isDone, backDone }: Rehearsal,
  document: ProcedureDocument,
  item: string,
): boolean {
  const index = graph.indexes.get(document.id)!;
  const types = { part: 'takeOff', fastener: 'release', link: 'undo', work: 'work' } as const;
  const type = index.typeOf.get(item);
  const key = itemKey({ procedure: document.id, item });
  const id = type && graph.idOf.get(`${types[type]}:${key}`);
  const isBack = type && BACK[type].some((one) => backDone.has(`${one}:${key}`));
  return id !== undefined && isDone.has(id) && !isBack;
}

/** How a zone looks now. What lies behind a part that only swings is seen too. */
export function looksNow(ground: Ground, state: Rehearsal, document: ProcedureDocument): Map<string, Appearance> {
  const { graph } = ground;
  const looks = fromDone(document, ground.options, (item) => isOutNow(ground, state, document, item));
  const { of } = graph.presence.get(document.id)!;
  for (const [item, look] of looks) {
    if (look !== 'hidden' || of.get(item) === 'absent') continue;
    const reach = graph.idOf.get(`reach:${itemKey({ procedure: document.id, item })}`);
    if (state.phase === 'apart' && reach !== undefined && holds(graph, state.isDone, reach)) looks.set(item, 'in');
  }
  return looks;
}

/** Whether a part is free and hangs by what ties it. */
export const hangs = ({ graph }: Ground, { isDone }: Rehearsal, key: string): boolean =>
  isDone.has(graph.idOf.get(`free:${key}`) ?? -1) && !isDone.has(graph.idOf.get(`takeOff:${key}`) ?? -1);

/** What can be seen of a zone and is still on: parts, fasteners, links and work, in the document's order. Links and work show once they can be got at. */
export function inSight(ground: Ground, state: Rehearsal, document: ProcedureDocument): string[] {
  const { graph } = ground;
  const looks = looksNow(ground, state, document);
  const { of } = graph.presence.get(document.id)!;
  const index = graph.indexes.get(document.id)!;
  const isSeen = (item: string) => {
    if (index.parts.has(item) || index.fasteners.has(item)) return looks.get(item) === 'in';
    const reach = graph.idOf.get(`reach:${itemKey({ procedure: document.id, item })}`);
    return reach !== undefined && holds(graph, state.isDone, reach);
  };
  return itemsOf(document)
    .map(({ id }) => id)
    .filter((id) => of.get(id) !== 'absent' && !isOutNow(ground, state, document, id) && isSeen(id));
}

/** Tools that lie on the bench of a rehearsal: what the vehicle takes, what is usually at hand, and the sizes that get taken by mistake. */
export function toolsOnBench({ documents, graph: { catalogue } }: Ground): string[] {
  const wanted = new Set<string>(['hand', 'trim-tool', 'pick', 'pliers']);
  for (const { parts, fasteners, links, work } of documents) {
    for (const one of parts) if (one.tool) wanted.add(one.tool);
    for (const one of fasteners) wanted.add(releaseTool(catalogue, one));
    for (const one of links) wanted.add(linkKindOrGuess(catalogue, one.kind).tool);
    for (const one of work ?? []) wanted.add(one.tool ?? workKindOf(one.kind).tool);
  }
  const heads = [...wanted].flatMap((code) => parseDrive(code) ?? []);
  for (const code of COMMON_DRIVES) {
    const tool = parseDrive(code)!;
    if (heads.some((head) => fitOf(tool, head).fit !== 'no' || fitOf(head, tool).fit === 'slips'))
      wanted.add(tool.code);
  }
  const order = [...NAMED_TOOLS.keys()];
  const rank = (code: string) => (order.includes(code) ? order.indexOf(code) : order.length);
  return [...wanted].sort((a, b) => rank(a) - rank(b) || a.localeCompare(b, 'en', { numeric: true }));
}
