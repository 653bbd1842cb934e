import { findMotion, type Catalogue } from '../../trade';
import { buildGraph, type ActionGraph, carryOut, loopsAmong } from '../graph';
import { heldParts, motionsOf, namedWords, BODY, type OptionValues, type ProcedureDocument } from '../../document';
import { error, warning, type Remark } from './remark';
import { checkWayBack } from './way-back-check';

/** Whether the work can be carried out under each option set: loops, items never reached, parts nothing holds, links to them. */
export function checkWork(document: ProcedureDocument, catalogue: Catalogue, sets: OptionValues[]): Remark[] {
  const found = new Map<string, Remark>();
  for (const options of sets) {
    const graph = buildGraph([document], { options, catalogue });
    for (const remark of [
      ...checkDoable(graph, document, options),
      ...checkHeld(graph, document, catalogue),
      ...checkWayBack(graph, document),
    ]) {
      const key = `${remark.code}|${[...remark.items].sort().join()}`;
      if (!found.has(key)) found.set(key, remark);
    }
  }
  return [...found.values()];
}

const optionWords = (options: OptionValues) => {
  const words = Object.entries(options).map(([option, value]) => `${option} ${value}`);
  return words.length ? ` (with ${words.join(', ')})` : '';
};

function checkDoable(graph: ActionGraph, document: ProcedureDocument, options: OptionValues): Remark[] {
  const all = new Set(graph.nodes.keys());
  const { done } = carryOut(graph, all, { rules: false });
  if (done.size === all.size) return ruleRemarks(graph, document, all, options);
  const stuck = [...all].filter((id) => !done.has(id));
  const loops = loopsAmong(graph, stuck).map((loop) => itemsOf(graph, loop));
  const onLoop = new Set(loops.flat());
  const unreached = stuck
    .map((id) => graph.nodes[id].ref)
    .filter(({ type, item }) => !onLoop.has(item) && (type === 'release' || type === 'undo'))
    .map(({ item }) => item);
  return [
    ...loops.map((items) => loopRemark(graph, document, items, options, 'loop')),
    ...[...new Set(unreached)].map((item) =>
      error(
        'unreachable',
        [item],
        `${words(graph, document, item)} can never be reached${optionWords(options)}: what it is behind never comes off.`,
        'Break the loop it waits for, or correct what it is behind.',
      ),
    ),
  ];
}

/** The items nodes are about, each once; the battery's own left out. */
const itemsOf = (graph: ActionGraph, ids: number[]): string[] => [
  ...new Set(ids.map((id) => graph.nodes[id].ref).flatMap(({ procedure, item }) => (procedure === null ? [] : [item]))),
];
const words = (graph: ActionGraph, document: ProcedureDocument, item: string) =>
  namedWords(graph.indexes.get(document.id)!, item, graph.catalogue);

/** Ways in looked at beside the order rules; a document with more is not looked through for those. */
const MOST_WAYS = 200;

/** Order rules that close a loop whatever way in is taken, and ways in that a rule makes useless. */
function ruleRemarks(
  graph: ActionGraph,
  document: ProcedureDocument,
  all: ReadonlySet<number>,
  options: OptionValues,
): Remark[] {
  const { done } = carryOut(graph, all, { rules: true });
  const stuck = [...all].filter((id) => !done.has(id));
  if (stuck.length)
    return loopsAmong(graph, stuck, 1).map((loop) =>
      loopRemark(graph, document, itemsOf(graph, loop), options, 'before'),
    );
  if (graph.orderEdges.length === 0) return [];
  const routed = [...all].filter((id) => (graph.nodes[id].anyOf?.length ?? 0) > 1);
  const ways = routed.flatMap((id) => graph.nodes[id].anyOf!.map((way) => ({ id, way })));
  return ways.length > MOST_WAYS
    ? []
    : ways
        .filter(({ id, way }) => isUseless(graph, all, id, way))
        .map(({ id, way }) => routeRemark(graph, document, id, way, options));
}

/** Whether nothing can be put in order once this is the only way in to the node. */
function isUseless(graph: ActionGraph, all: ReadonlySet<number>, id: number, way: number[]): boolean {
  const nodes = [...graph.nodes];
  nodes[id] = { ...nodes[id], anyOf: [way] };
  const only = { ...graph, nodes };
  return (
    carryOut(only, all, { rules: true }).done.size < all.size &&
    carryOut(only, all, { rules: false }).done.size === all.size
  );
}

function routeRemark(
  graph: ActionGraph,
  document: ProcedureDocument,
  id: number,
  way: number[],
  options: OptionValues,
): Remark {
  const { item } = graph.nodes[id].ref;
  const through = itemsOf(graph, way);
  return warning(
    'route-against-rule',
    [item, ...through],
    `The way to ${words(graph, document, item)} by ${through.map((one) => words(graph, document, one)).join(' and ')} can’t be used${optionWords(options)}: a “before” rule puts one of them after it.`,
    'Remove the rule or that way in.',
  );
}

function loopRemark(
  graph: ActionGraph,
  document: ProcedureDocument,
  items: string[],
  options: OptionValues,
  cause: 'loop' | 'before',
): Remark {
  const path = [...items, items[0]].map((item) => words(graph, document, item)).join(' → ');
  return error(
    'loop',
    items,
    `These wait for one another${optionWords(options)}: ${path}.`,
    cause === 'before'
      ? `Remove one of the “before” rules between ${items.join(', ')}.`
      : `Correct what “${items[0]}” is behind, or what it holds.`,
  );
}

function checkHeld(graph: ActionGraph, document: ProcedureDocument, catalogue: Catalogue): Remark[] {
  const presence = graph.presence.get(document.id)!.of;
  const isHere = (id: string) => presence.get(id) !== 'absent';
  const held = new Set(document.fasteners.filter((f) => isHere(f.id)).flatMap(heldParts));
  const fixed = document.parts.filter(
    (part) =>
      isHere(part.id) &&
      !held.has(part.id) &&
      !part.on &&
      !part.looseWith &&
      !motionsOf(part).some((code) => findMotion(catalogue, code)?.frees),
  );
  const fixedIds = new Set(fixed.map((part) => part.id));
  const loosely = fixed.map((part) =>
    warning(
      'nothing-holds',
      [part.id],
      `Nothing holds the ${words(graph, document, part.id)}, and no motion frees it.`,
      'Add what holds it, or a pry, hinge or lift motion.',
    ),
  );
  const links = document.links
    .filter((link) => isHere(link.id) && link.joins.every((end) => end === BODY || fixedIds.has(end)))
    .map((link) =>
      warning(
        'link-to-fixed',
        [link.id, ...link.joins.filter((end) => end !== BODY)],
        `${words(graph, document, link.id)} is tied to something that never comes off, so it would never be undone.`,
        'Join it to the part it must be undone for.',
      ),
    );
  return [...loosely, ...links];
}
