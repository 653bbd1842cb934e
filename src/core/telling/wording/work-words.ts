import { workKindOf, capital, comesBackNew, fastenerKindOf, listed, withArticle } from '../../trade';
import type { ActionGraph } from '../../planning';
import { spanWords } from '../../shop';
import {
  countedWords,
  heldParts,
  type ItemIndex,
  itemWords,
  parseReference,
  vehicleDoorWords,
  type ItemRef,
  type Work,
} from '../../document';
import { takenOver } from './new-part-name';
import { regionsWords } from './refit';
import { notesIn, notesOut, type Draft, type Site } from './step-site';

/** A day's work, seconds: what dries longer keeps the vehicle. */
const WORKING_DAY_S = 8 * 3600;

/** One piece of work: what is done, where it is found again, what it leaves and with what. */
export function workStep(site: Site): Draft {
  const [{ type, item }] = site.pieces;
  const work = site.index.works.get(item)!;
  const name = itemWords(site.index, item, site.graph.catalogue);
  if (type === 'restore')
    return {
      verb: 'Put back',
      thing: withArticle(name),
      lines: work.undo ? [work.undo] : [],
      notes: notesIn(site),
      done: 'It is as it was',
    };
  if (type === 'dry')
    return {
      verb: 'Wait until',
      thing: `${withArticle(name)} has dried`,
      lines: [
        `it takes ${spanWords(work.dries!)} from when it was done`,
        ...(work.dries! > WORKING_DAY_S ? ['that is longer than a working day: the vehicle stays'] : []),
      ],
      notes: [],
      done: 'It has dried',
    };
  const covers = coverWords(site, work);
  return {
    verb: workKindOf(work.kind).verb,
    thing: withArticle(name),
    where: capital(
      [onWords(site, work), covers.length ? `with the ${listed(covers)} out of the way` : '']
        .filter(Boolean)
        .join(', '),
    ),
    lines: [
      ...datumLines(work),
      ...(work.material?.length ? [`with ${listed(work.material.map((one) => one.replace(/-/g, ' ')))}`] : []),
      ...(work.reversible === false ? ['this cannot go back to stock'] : []),
      ...(work.undo ? [`on the way back: ${work.undo}`] : []),
      ...oldPartLines(site, work),
    ],
    notes: notesOut(site),
    done: 'It is done',
  };
}

/** A piece of work as it is offered: "Grease the latch". */
export function workTitle(graph: ActionGraph, { procedure, item }: ItemRef): string {
  const index = graph.indexes.get(procedure)!;
  return `${workKindOf(index.works.get(item)!.kind).verb} ${withArticle(itemWords(index, item, graph.catalogue))}`;
}

/** "on the door speaker": the part work is done on, where its place is not a new part's anyway. */
function onWords({ index, graph, step }: Site, { on }: Work): string {
  if (!on || !index.parts.has(on) || takenOver(graph, { procedure: step.procedure!, item: on })) return '';
  return `on ${withArticle(itemWords(index, on, graph.catalogue))}`;
}

/** What is out of the way for it: "door card and lower half of the water shield". */
const coverWords = ({ index, graph, step }: Site, { needs = [], for: kit }: Work): string[] =>
  needs.flatMap((text) => {
    const reference = parseReference(text);
    if (!reference || reference.procedure !== null || !index.parts.has(reference.item)) return [];
    // Whoever puts a new part in has the old one in the other hand.
    const isItsPlace = kit && takenOver(graph, { procedure: step.procedure!, item: reference.item });
    if (isItsPlace) return [];
    const name = itemWords(index, reference.item, graph.catalogue);
    return [reference.region ? `${regionsWords([reference.region])} of the ${name}` : name];
  });

/** "45 mm above the lower seam, 120 mm behind the hinge edge." */
function datumLines({ datum }: Work): string[] {
  if (!datum) return [];
  const up =
    datum.up === undefined ? '' : `${Math.abs(datum.up)} mm ${datum.up < 0 ? 'below' : 'above'} the ${datum.from}`;
  const back =
    datum.back === undefined
      ? ''
      : `${Math.abs(datum.back)} mm ${datum.back < 0 ? 'in front of' : 'behind'} the ${datum.andFrom ?? datum.from}`;
  const told = [up, back].filter(Boolean).join(', ');
  return told ? [`${told}; check it twice`] : [];
}

/** What goes over from the old part to the new one, and what is kept with the old one for going back to stock. */
function oldPartLines({ index, graph, step }: Site, { replaces, takesOver }: Work): string[] {
  const old = index.parts.get(replaces ?? '');
  if (!old) return [];
  const name = itemWords(index, old.id, graph.catalogue);
  // What the bench made moves over in steps of its own.
  const carried = takesOver ? [] : [...index.parts.values()].filter(({ on }) => on === old.id);
  const over = carried.map(({ id }) => itemWords(index, id, graph.catalogue));
  const pieces = piecesOf(index, graph, old.id, takesOver?.returns ?? []);
  const label = [vehicleDoorWords(graph.documents.get(step.procedure!)!), name].join(': ');
  return [
    ...(over.length ? [`move the ${listed(over)} over from the old ${name}`] : []),
    ...(pieces.kept.length
      ? [`bag ${listed(pieces.kept)} with the old ${name}, for going back to stock: “${label}”`]
      : takesOver
        ? [`label it “${label}”`]
        : []),
    ...(pieces.returning.length ? [`leave ${listed(pieces.returning)} out for the ${takesOver!.name}`] : []),
    ...(pieces.scrapped.length ? [`${listed(pieces.scrapped)} are scrap`] : []),
  ];
}

/** What held only the old part, counted: what returns with the new one, what came out whole and is kept, what was destroyed. */
function piecesOf(index: ItemIndex, graph: ActionGraph, part: string, returns: string[]) {
  const pieces = { returning: [] as string[], kept: [] as string[], scrapped: [] as string[] };
  for (const one of index.fasteners.values()) {
    const kind = fastenerKindOf(graph.catalogue, one);
    if (kind.integral || !heldParts(one).every((held) => held === part)) continue;
    const list = comesBackNew(kind, one) ? 'scrapped' : returns.includes(one.id) ? 'returning' : 'kept';
    pieces[list].push(countedWords(index, one.id, graph.catalogue));
  }
  return pieces;
}
