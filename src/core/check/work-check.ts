import { findMotion, type Catalogue } from '../hardware';
import { buildGraph, type ActionGraph, carryOut, findLoop, precedenceOf } from '../graph';
import { heldParts, itemWords, BODY, type OptionValues, type ProcedureDocument } from '../procedure';
import { error, warning, type Finding } from './finding';

/** Whether the work can be carried out under each option set: loops, items never reached, parts nothing holds, links to them. */
export function checkWork(document: ProcedureDocument, catalogue: Catalogue, sets: OptionValues[]): Finding[] {
  const found = new Map<string, Finding>();
  for (const options of sets) {
    const graph = buildGraph([document], { options, catalogue });
    for (const finding of [...checkDoable(graph, document, options), ...checkHeld(graph, document, catalogue)]) {
      const key = `${finding.code}|${[...finding.items].sort().join()}`;
      if (!found.has(key)) found.set(key, finding);
    }
  }
  return [...found.values()];
}

const optionWords = (options: OptionValues) => {
  const words = Object.entries(options).map(([option, value]) => `${option} ${value}`);
  return words.length ? ` (with ${words.join(', ')})` : '';
};

function checkDoable(graph: ActionGraph, document: ProcedureDocument, options: OptionValues): Finding[] {
  const all = new Set(graph.nodes.keys());
  const { done, taken } = carryOut(graph, all);
  if (done.size === all.size) return ruleLoops(graph, all, taken, options);
  const stuck = [...all].filter((id) => !done.has(id));
  const loops = loopsAmong(graph, new Set(stuck));
  const onLoop = new Set(loops.flat());
  const unreached = stuck
    .filter((id) => !onLoop.has(itemOf(graph, id)) && /^(release|undo):/.test(graph.nodes[id].key))
    .map((id) => itemOf(graph, id));
  return [
    ...loops.map((items) => loopFinding(graph, document, items, options, 'loop')),
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

/** The reference that a graph node is about; empty for the battery's own. */
const itemOf = (graph: ActionGraph, id: number) => /\/(.+)$/.exec(graph.nodes[id].key)?.[1] ?? '';
const words = (graph: ActionGraph, document: ProcedureDocument, item: string) =>
  `${itemWords(graph.indexes.get(document.id)!, item, graph.catalogue)} (${item})`;

/** Loops through nodes that can never be done, each as its items in waiting order; loops that share a node are given once. */
function loopsAmong(graph: ActionGraph, stuck: ReadonlySet<number>): string[][] {
  const ids = [...stuck];
  const at = new Map(ids.map((id, position) => [id, position]));
  let before = ids.map((id) =>
    [...graph.nodes[id].needs, ...(graph.nodes[id].anyOf ?? []).flat()]
      .filter((need) => stuck.has(need))
      .map((need) => at.get(need)!),
  );
  const loops: string[][] = [];
  for (let loop = findLoop(before); loop && loops.length < 20; loop = findLoop(before)) {
    const cut = new Set(loop);
    loops.push([...new Set(loop.map((position) => itemOf(graph, ids[position])).filter(Boolean))]);
    before = before.map((list, position) => (cut.has(position) ? [] : list.filter((need) => !cut.has(need))));
  }
  return loops;
}

function ruleLoops(
  graph: ActionGraph,
  all: ReadonlySet<number>,
  taken: ReadonlyMap<number, number>,
  options: OptionValues,
): Finding[] {
  const { actions, before } = precedenceOf(graph, all, taken);
  const loop = findLoop(before);
  if (!loop) return [];
  const [document] = graph.documents.values();
  const items = [...new Set(loop.map((position) => itemOf(graph, actions[position])).filter(Boolean))];
  return [loopFinding(graph, document, items, options, 'before')];
}

function loopFinding(
  graph: ActionGraph,
  document: ProcedureDocument,
  items: string[],
  options: OptionValues,
  cause: 'loop' | 'before',
): Finding {
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

function checkHeld(graph: ActionGraph, document: ProcedureDocument, catalogue: Catalogue): Finding[] {
  const presence = graph.presence.get(document.id)!.of;
  const isHere = (id: string) => presence.get(id) !== 'absent';
  const held = new Set(document.fasteners.filter((f) => isHere(f.id)).flatMap(heldParts));
  const fixed = document.parts.filter(
    (part) =>
      isHere(part.id) &&
      !held.has(part.id) &&
      !part.on &&
      !part.looseWith &&
      !(part.motions ?? []).some((code) => findMotion(catalogue, code)?.frees),
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
