import { findMotion, BASE_CATALOGUE, capital, listed, withArticle } from '../../trade';
import {
  centreOf,
  type Change,
  diffProcedures,
  indexItems,
  itemWords,
  type ItemIndex,
  type Mount,
  namedWords,
  type Pair,
  parseReference,
  type Point,
  type ProcedureDocument,
} from '../../document';
import { mountSentences, pairSentences } from './measured-words';

/** A change with its sentence. */
export type WordedChange = Change & { sentence: string };

/** What makes one document of another, each in a sentence of the trade. */
export const wordedDiff = (old: ProcedureDocument, next: ProcedureDocument): WordedChange[] =>
  wordChanges(diffProcedures(old, next), old, next);

/** Changes between two documents that are known already, each with its sentence. */
export function wordChanges(
  changes: readonly Change[],
  old: ProcedureDocument,
  next: ProcedureDocument,
): WordedChange[] {
  const [before, after] = [indexItems(old), indexItems(next)];
  return changes.map((change) => ({ ...change, sentence: sentenceOf(change, before, after, next) }));
}

const FIELDS: Record<string, string> = {
  note: 'its note',
  refitNote: 'its note for the way back',
  technique: 'how it is done',
  difficulty: 'how hard it is',
  difficultyWhy: 'why it is hard',
  seconds: 'its own time',
  took: 'the time it took',
  photos: 'its photos',
  recordings: 'its recordings',
  tool: 'the tool',
  startAt: 'where to start',
  motions: 'its motions',
  thread: 'its thread',
  recess: 'how deep it sits',
  angle: 'its angle',
  staysOn: 'what it stays on',
  reuse: 'whether it is used again',
  release: 'how it lets go',
  refit: 'how it goes back',
  tab: 'its tab',
  keyed: 'whether it is keyed',
  mark: 'its mark',
  pins: 'its pins',
  safety: 'airbag circuit',
  on: 'what carries it',
  looseWith: 'what it lies loose with',
  offToSeat: 'what must be off to seat it',
  regions: 'its areas',
  hands: 'how many people it takes',
  dries: 'how long it dries',
  shape: 'its outline',
  at: 'its places',
  when: 'which options it is for',
  needs: 'what comes first',
  phase: 'when it is done',
  undo: 'how it is undone',
  datum: 'where it is measured from',
  leaves: 'what it leaves',
  material: 'its material',
  for: 'its kit',
  joins: 'what it joins',
  holds: 'what it holds',
  // The document.
  title: 'The title',
  applies: 'The vehicles it is for',
  zone: 'The zone',
  side: 'The side',
  options: 'The options',
  map: 'The drawing',
  before: 'The order with a reason',
  routes: 'The ways in',
  recordedOrder: 'The recorded order',
  checks: 'The checks',
  cautions: 'The cautions',
  mounts: 'What was measured of speaker places',
  pairs: 'Which wires are plus',
  access: 'The access openings',
  afterPower: 'What is set again after power',
  schools: 'The ways of working',
};
/** Fields of the document whose words are about several. */
const SEVERAL = new Set(['applies', 'options', 'checks', 'cautions', 'routes', 'access', 'pairs', 'schools']);
const UNITS: Record<string, string> = {
  length: ' mm',
  recess: ' mm',
  angle: '°',
  seconds: ' s',
  took: ' s',
  dries: ' s',
};
/** Fields whose value is an item or a list of references. */
const REFERENCES = new Set([
  'behind',
  'holds',
  'joins',
  'staysOn',
  'on',
  'looseWith',
  'offToSeat',
  'needs',
  'replaces',
]);

/** Whether a piece is used again. */
const REUSE: Record<string, string> = {
  keep: 'used again',
  inspect: 'used again if whole',
  replace: 'always replaced',
  null: 'as its kind says',
};

function sentenceOf(change: Change, before: ItemIndex, after: ItemIndex, next: ProcedureDocument): string {
  const { kind, item, field, from, to } = change;
  if (item === null) return measuredSentence(change, after) ?? documentSentence(change);
  if (kind === 'added') return `New: ${countOf(after, item)}${placeWords(after, item)}.`;
  if (kind === 'removed') return `Gone: ${countOf(before, item)}${placeWords(before, item)}.`;
  if (field === 'id') return `${thing(before, item)} has another id; it is the same thing.`;
  const name = thing(after, item);
  // Pieces of a group are many: "the T20 screws are".
  const isMany = (after.fasteners.get(item)?.count ?? after.links.get(item)?.count ?? 1) > 1 && !nameOf(after, item);
  const [is, wasVerb] = isMany ? ['are', 'were'] : ['is', 'was'];
  const [was, now] = [valueWords(before, field!, from), valueWords(after, field!, to)];
  if (kind === 'moved') return `${name} moved ${moveWords(from as Point[], to as Point[], next)}.`;
  switch (field) {
    case 'length':
      return from === null ? `${name} ${is} ${now} long.` : `${name} ${is} now ${now} long, ${wasVerb} ${was}.`;
    case 'count':
      return `${name}: now ${now}, was ${was === 'nothing' ? '1' : was}.`;
    case 'drive':
    case 'kind':
      return `${before.typeOf.has(item) ? thing(before, item) : name} ${is} now ${now}.`;
    case 'name':
      return `${capital(String(from ?? 'what had no name'))} is now called ${now}.`;
    case 'behind':
      return to === null || (to as string[]).length === 0
        ? `${name} ${is} in sight now, ${wasVerb} behind ${was}.`
        : `${name} ${is} now behind ${now}, ${wasVerb} ${from === null || (from as string[]).length === 0 ? 'in sight' : `behind ${was}`}.`;
    case 'difficulty':
      return to === null
        ? `${name} ${is} marked hard no more.`
        : `${name} ${is} now marked ${to as number} of 5 for how hard ${isMany ? 'they are' : 'it is'}.`;
    case 'difficultyWhy':
      return to === null ? `${name}: nothing says why any more.` : `${name}: hard because ${String(to)}.`;
    case 'reuse':
      return `${name}: now ${REUSE[String(to)] ?? now}, ${wasVerb} ${REUSE[String(from)] ?? was}.`;
    default: {
      const what = `${name}: ${FIELDS[field!] ?? field}`;
      if (from === null) return `${what} is now ${now}.`;
      return to === null ? `${what} is given no more, was ${was}.` : `${what} is now ${now}, was ${was}.`;
    }
  }
}

const nameOf = (index: ItemIndex, id: string) =>
  (index.parts.get(id) ?? index.fasteners.get(id) ?? index.links.get(id) ?? index.works.get(id))?.name;
const thing = (index: ItemIndex, id: string) => capital(withArticle(namedWords(index, id)));

function countOf(index: ItemIndex, id: string): string {
  const count = (index.fasteners.get(id) ?? index.links.get(id))?.count ?? 1;
  return count > 1 ? `${count} ${namedWords(index, id)}` : namedWords(index, id);
}

/** ", behind the pull-cup cap", where something is recorded. */
function placeWords(index: ItemIndex, id: string): string {
  const behind = (index.parts.get(id) ?? index.fasteners.get(id) ?? index.links.get(id))?.behind ?? [];
  return behind.length ? `, behind ${valueWords(index, 'behind', behind)}` : '';
}

/** What was measured is told fact by fact; null for any other field, and where no fact changed. */
function measuredSentence({ field, from, to }: Change, after: ItemIndex): string | null {
  const sentences =
    field === 'mounts'
      ? mountSentences(after, (from ?? []) as Mount[], (to ?? []) as Mount[])
      : field === 'pairs'
        ? pairSentences(after, (from ?? []) as Pair[], (to ?? []) as Pair[])
        : [];
  return sentences.length ? sentences.join(' ') : null;
}

function documentSentence({ field, from, to }: Change): string {
  if (field === 'order') return 'The lists are in another order.';
  const words = FIELDS[field!] ?? capital(field!);
  const isText = (value: unknown) => typeof value === 'string';
  if (isText(to) && isText(from)) return `${words} is now “${String(to)}”, was “${String(from)}”.`;
  return from === null
    ? `${words}: given now.`
    : to === null
      ? `${words}: taken out.`
      : `${words} ${SEVERAL.has(field!) ? 'are' : 'is'} another now.`;
}

function valueWords(index: ItemIndex, field: string, value: unknown): string {
  if (value === null || value === undefined) return 'nothing';
  if (REFERENCES.has(field)) {
    const refs = [value].flat().map((one) => {
      const ref = parseReference(String(one));
      return ref ? withArticle(itemWords(index, ref.item)) : String(one);
    });
    return refs.length ? listed(refs) : 'nothing';
  }
  if (field === 'motions')
    return listed(
      (value as string[]).map((code) => findMotion(BASE_CATALOGUE, code)?.words ?? code.replace(/-/g, ' ')),
    );
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return `${value}${UNITS[field] ?? ''}`;
  if (typeof value === 'string') return /\s/.test(value) ? `“${value}”` : value.replace(/-/g, ' ');
  if (Array.isArray(value))
    return field === 'at' || field === 'shape' ? `${value.length} places` : `${value.length} of them`;
  if (field === 'when')
    return Object.entries(value as Record<string, string | string[]>)
      .map(([option, of]) => `${option.replace(/-/g, ' ')} ${[of].flat().join(' or ')}`)
      .join(', ');
  return 'another';
}

/** Which way and how far: "60 mm to the rear and 20 mm down", with the edge it came to. */
function moveWords(from: Point[], to: Point[], { map, side }: ProcedureDocument): string {
  const [a, b] = [centreOf(from)!, centreOf(to)!];
  const [dx, dy] = [Math.round(b[0] - a[0]), Math.round(b[1] - a[1])];
  const across = side === 'centre' ? ['to the right', 'to the left'] : ['to the rear', 'to the front'];
  const parts = [
    ...(dx ? [`${Math.abs(dx)} mm ${across[dx > 0 ? 0 : 1]}`] : []),
    ...(dy ? [`${Math.abs(dy)} mm ${dy > 0 ? 'up' : 'down'}`] : []),
  ];
  const low = to.every(([, y]) => y < map.height * EDGE) && !from.every(([, y]) => y < map.height * EDGE);
  const high = to.every(([, y]) => y > map.height * (1 - EDGE)) && !from.every(([, y]) => y > map.height * (1 - EDGE));
  const edge = low ? ', to the lower edge' : high ? ', to the upper edge' : '';
  return parts.length ? `${listed(parts)}${edge}` : 'within its group';
}

/** So near the rim of the drawing is its edge, share of its height. */
const EDGE = 0.15;
