import { inPlace, inPlaceOf } from './place';
import { countedBack, nameBack } from './new-part-name';
import { withoutSrs } from './srs-name';
import { countOf, readItemKey, type ItemRef } from '../../document';
import { capital, comesBackNew, doorWords, fastenerKindOf, listed, lowerFirst, withArticle } from '../../trade';
import type { ActionGraph, GateCheck, RefitAction, RefitNote } from '../../planning';

/** A line of a gate with its words. */
export interface WordedCheck extends GateCheck {
  text: string;
}

/** A step of the way back with the words of its checks and notes. */
export interface RefitStep extends Omit<RefitAction, 'checks' | 'notes'> {
  checks: WordedCheck[];
  notes: string[];
}

/** Puts the checks and notes of a way back into words. Lines of one gate that read the same are one line about all their items. */
export const wordRefit = (graph: ActionGraph, steps: RefitAction[]): RefitStep[] =>
  steps.map((step) => ({
    ...step,
    checks: mergeSame(
      step.checks.map((check) => ({ ...check, text: checkWords(graph, check) + elsewhere(graph, step, check) })),
    ),
    notes: step.notes.map((note) => noteWords(graph, note)),
  }));

/** Which door a line is about, where its gate's title does not say it. */
function elsewhere(
  graph: ActionGraph,
  { procedure, saysWhere }: Pick<RefitAction, 'procedure' | 'saysWhere'>,
  { items }: GateCheck,
): string {
  const doors = new Set(items.flatMap((item) => readItemKey(item)?.procedure ?? []));
  const [door] = doors;
  if (doors.size !== 1 || door === procedure) return '';
  return saysWhere ? `, ${doorWords(graph.documents.get(door)!)}` : inPlace(graph, door);
}

function mergeSame(checks: WordedCheck[]): WordedCheck[] {
  const merged = new Map<string, WordedCheck>();
  for (const check of checks) {
    const same = merged.get(check.text);
    merged.set(check.text, same ? { ...same, items: [...new Set([...same.items, ...check.items])] } : check);
  }
  return [...merged.values()];
}

/** Names of areas in running text: "lower half and upper half". */
export const regionsWords = (regions: string[]) => listed(regions.map((region) => region.replace(/-/g, ' ')));

/** One line of a gate, as a sentence without its full stop. */
export function checkWords(graph: ActionGraph, { fact, part, items, what, regions, ifFitted }: GateCheck): string {
  const first = items[0] ? readItemKey(items[0])! : null;
  const name = first ? nameBack(graph, first) : '';
  const partName = part ? nameBack(graph, part) : '';
  switch (fact) {
    case 'pieces-back': {
      const { count, isNew } = goingBack(graph, first!);
      if (isNew) return `${count} new ${name} on the ${partName}, none of the old ones`;
      return `${count} of ${count} ${name} back on the ${partName}; broken or lost ones replaced`;
    }
    case 'inside-back':
      return `Everything behind the ${partName} is back: ${items.map((key) => counted(graph, key)).join(', ')}`;
    case 'nothing-left-inside':
      return 'No tools, rags or loose pieces left inside';
    case 'shield-sealed':
      return regions ? `Water shield sealed again: ${regionsWords(regions)}` : 'Water shield sealed all round';
    case 'swarf':
      return `Swarf of the ${name} vacuumed out`;
    case 'bare-edge':
      return `Bare edge of the ${name} primed against rust`;
    case 'open-hole':
      return `${capital(name)}: hole closed or grommet in`;
    case 'warm-glue':
      return `${capital(name)}: glue set and cold`;
    case 'weep-holes-clear':
      return 'Weep holes clear';
    case 'glass-path-clear':
      return `Glass path clear: window run down and up${ifFitted ? `, by its ${ifFitted} if fitted` : ''}`;
    case 'srs-joined':
      return `SRS ${withoutSrs(name)}${ownerWords(graph, first!)} home and locked; airbag lamp goes out after its self-check`;
    case 'srs-locked':
      return `SRS ${withoutSrs(name)}${ownerWords(graph, first!)} home and locked`;
    case 'joined-and-working':
      return `${capital(name)}${ownerWords(graph, first!)} plugged in and working`;
    case 'joined-and-moving':
      return `${capital(name)}${ownerWords(graph, first!)} hooked up and moving freely`;
    case 'works':
      return `${capital(name)} works`;
    case 'new-sound':
      return `${capital(name)} plays with everything closed`;
    case 'latch-free':
      return 'Latch tripped by hand and released again, before the door is shut';
    case 'key-out':
      return 'Ignition off, key out';
    case 'nobody-inside':
      return 'Nobody in the vehicle';
    case 'lamp-on':
      return 'Ignition on: the airbag lamp comes on';
    case 'lamp-out':
      return 'The airbag lamp goes out after its self-check';
    case 'set-again':
      return capital(what ?? '');
    case 'recorded':
      return recordedWords(what ?? '');
  }
}

/** Up to this many words a recorded check only names what is tried: "central lock". Longer ones say themselves what is asked. */
const A_NAME_WORDS = 3;

/** What is tried as recorded: "Central lock works", "Dash speakers work"; a sentence stays as it was written. */
function recordedWords(what: string): string {
  const words = what.trim().split(/\s+/);
  const isName =
    words.length <= A_NAME_WORDS && words.every((word) => /^\p{L}[\p{L}-]*$/u.test(word) && !/^works?$/i.test(word));
  return capital(isName ? `${what.trim()} ${/[^s]s$/.test(what.trim()) ? 'work' : 'works'}` : what.trim());
}

/** How many pieces of an entry go back, and whether they are new ones. */
function goingBack(graph: ActionGraph, { procedure, item }: ItemRef): { count: number; isNew: boolean } {
  const fastener = graph.indexes.get(procedure)!.fasteners.get(item)!;
  return { count: countOf(fastener), isNew: comesBackNew(fastenerKindOf(graph.catalogue, fastener), fastener) };
}

const counted = (graph: ActionGraph, key: string) => countedBack(graph, readItemKey(key)!);

/** " of the switch pack": what a link belongs to. Empty where that is the vehicle itself. */
function ownerWords(graph: ActionGraph, { procedure, item }: ItemRef): string {
  const index = graph.indexes.get(procedure)!;
  const owner = index.links.get(item)!.joins.find((end) => index.parts.has(end));
  return owner ? ` of the ${nameBack(graph, { procedure, item: owner })}` : '';
}

function noteWords(graph: ActionGraph, note: RefitNote): string {
  switch (note.note) {
    case 'comes-back-as':
      return `Comes back as ${note.as}${note.material ? ` (${note.material})` : ''}.`;
    case 'always-new':
      return 'New ones every time; the old ones are scrap.';
    case 'not-to-stock':
      return 'Cannot go back to stock.';
    case 'into-plastic':
      return 'Into plastic: a little beyond hand-tight is enough.';
    case 'limit':
      return `Limit: ${note.limit}.`;
    case 'by-hand':
      return 'By hand only, in the old thread.';
    case 'mark':
      return `Mark: ${note.mark}.`;
    case 'hang-control':
      return `Hang the ${nameBack(graph, note.control)} on its plug for it, then unplug.`;
    case 'slip-on':
      return `Slip the ${nameBack(graph, note.control)} on its shaft to run the glass.`;
    case 'clips-on': {
      const { count, isNew } = goingBack(graph, note.fastener);
      if (isNew) return `Put ${count} new ${nameBack(graph, note.fastener)} on the ${nameBack(graph, note.part)}.`;
      return `Count the ${nameBack(graph, note.fastener)} on the ${nameBack(graph, note.part)}: ${count}. Replace broken or lost ones.`;
    }
    case 'may-hang':
      return `The part may hang on its SRS plug under power: ${note.source}.`;
    case 'no-power':
      return `Not tested: ${lowerFirst(checkWords(graph, { id: '', ...note.check }))}${inPlaceOf(graph, note.check.items[0] ?? null)}. The battery stays off while the ${nameBack(graph, note.link)} stays unplugged.`;
    case 'test-after-power': {
      const parts = listed(note.parts.map((part) => withArticle(nameBack(graph, part))));
      const isOne = note.parts.length === 1;
      return `No power before every SRS connector is plugged in and its parts are home, so this test comes with ${parts} already closed. If it fails, ${isOne ? 'that comes' : 'those come'} off again.`;
    }
  }
}
