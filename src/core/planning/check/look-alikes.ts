import { append } from '../../lists';
import { findFastenerKind, parseDrive, type Catalogue, capital } from '../../trade';
import {
  countOf,
  type Edit,
  type Fastener,
  type ItemIndex,
  heldWords,
  itemWords,
  namedWords,
  parseReference,
  type ProcedureDocument,
} from '../../document';
import { type Answer, asked, warning, type Remark } from './remark';

/** Threaded fasteners that get mixed up: of one drive but different length or thread, one remark a drive; and those that nothing at all tells apart. */
export function checkLookAlikes(document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Remark[] {
  const byDrive = new Map<string, Fastener[]>();
  for (const fastener of document.fasteners) {
    const drive = fastener.drive && parseDrive(fastener.drive)?.code;
    if (drive && findFastenerKind(catalogue, fastener.kind)?.threaded) append(byDrive, drive, fastener);
  }
  return [...byDrive].flatMap(([drive, group]) => [
    ...ofDifferentSize(drive, group, index, catalogue),
    ...alikeInAll(group, document, index, catalogue),
  ]);
}

function ofDifferentSize(drive: string, group: Fastener[], index: ItemIndex, catalogue: Catalogue): Remark[] {
  if (distinct(group.map((f) => f.length)) < 2 && distinct(group.map((f) => f.thread)) < 2) return [];
  const sizeOf = ({ length, thread }: Fastener) =>
    [length && `${length} mm`, thread].filter(Boolean).join(', ') || 'unknown';
  const list = group.map((f) => `${namedWords(index, f.id, catalogue)} (${sizeOf(f)})`).join(', ');
  return [
    warning(
      'look-alike',
      group.map((f) => f.id),
      `${drive} screws of different length or thread: ${list}.`,
      'Keep them in separate bins; note a mark that tells them apart.',
    ),
  ];
}

/** Entries of one drive whose words are the same and of which nothing is known that would tell them apart. */
function alikeInAll(group: Fastener[], document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Remark[] {
  const byWords = new Map<string, Fastener[]>();
  for (const fastener of group) {
    const { id, kind, length = '', thread = '' } = fastener;
    append(byWords, [kind, heldWords(index, id), length, thread].join('|'), fastener);
  }
  return [...byWords.values()]
    .filter((same) => same.length > 1 && same.every((one) => !one.name))
    .map((same) =>
      asked(
        'alike-in-all',
        same.map(({ id }) => id),
        `${same.length} entries read “${namedWords(index, same[0].id, catalogue)}”, and nothing tells them apart.`,
        'Say whether they are the same screw, or give each a name, length or thread.',
        [...oneGroup(same), ...namesByPlace(same, document, index, catalogue)],
      ),
    );
}

/** Puts them into one entry, where they are reached alike. */
function oneGroup(same: Fastener[]): Answer[] {
  const reach = ({ id: _, count: _count, at: _at, ...rest }: Fastener) => JSON.stringify(rest);
  if (new Set(same.map(reach)).size > 1) return [];
  const [first, ...rest] = same;
  const places = same.flatMap(({ at = [] }) => at);
  const count = same.reduce((sum, one) => sum + countOf(one), 0);
  const edits: Edit[] = [
    {
      type: 'change',
      id: first.id,
      patch: { count, ...(places.length === count ? { at: places } : { at: undefined }) },
    },
    ...rest.map(({ id }): Edit => ({ type: 'remove', id })),
  ];
  return [{ words: 'The same screw: one group', edit: { type: 'several', edits } }];
}

/** Names each by what hides it, else by where it sits; nothing where that would not tell them apart either. */
function namesByPlace(same: Fastener[], document: ProcedureDocument, index: ItemIndex, catalogue: Catalogue): Answer[] {
  const names = same.map((one) => {
    const place = placeOf(one, document, index);
    return place ? capital(`${itemWords(index, one.id, catalogue)} ${place}`) : '';
  });
  if (new Set(names).size < names.length || names.includes('')) return [];
  const edits = same.map(({ id }, n): Edit => ({ type: 'change', id, patch: { name: names[n] } }));
  return [{ words: 'Tell them apart by where they are', edit: { type: 'several', edits } }];
}

function placeOf({ behind, at }: Fastener, { map, side }: ProcedureDocument, index: ItemIndex): string {
  const cover = behind?.[0] && parseReference(behind[0])?.item;
  if (cover) return `behind the ${itemWords(index, cover)}`;
  if (!at?.length) return '';
  const [x, y] = [at[0][0] / map.width, at[0][1] / map.height];
  const ends = side === 'centre' ? ['left', 'right'] : ['front', 'rear'];
  return `at the ${y < 0.5 ? 'lower' : 'upper'} ${x < 0.5 ? ends[0] : ends[1]}`;
}

const distinct = (values: unknown[]) => new Set(values.filter((value) => value !== undefined)).size;
