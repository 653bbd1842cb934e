import { isCoverable } from './cover';
import type { VisitEvent } from './events';
import { foldVisit } from './fold';

type SignedEvent = Extract<VisitEvent, { type: 'signed' }>;

/**
 * What somebody signs, as one text that is the same wherever it is made: the lines with their answers, the marks, and what was written down besides, of the walk that is
 * signed, as the records say that the signature names (`records`); records that are not among the events are named as missing. Nothing that is recorded later is in it.
 */
export function sealedText(
  events: readonly VisitEvent[],
  { walk, records }: Pick<SignedEvent, 'walk' | 'records'>,
): string {
  const named = new Set(records ?? []);
  const own = events.filter((event) => named.has(event.id) && isCoverable(event));
  // Folded without any signature: nothing is "later" within what is signed.
  const { lines, marks, zones, vin, photos, notes } = foldVisit(
    own.map(({ late: _late, ...event }) => event as VisitEvent),
  );
  const answered = [...lines.values()].flatMap((line) => {
    const answer = line[walk];
    return answer ? [[line.line, line.group, line.words, answer.result, answer.condition, line.explained]] : [];
  });
  const there = new Set(own.map(({ id }) => id));
  return JSON.stringify({
    walk,
    lines: answered.sort(byText),
    marks: marks
      .filter((mark) => mark.walk === walk)
      .map(({ view, x, y, kind, words, photo }) => [view, x, y, kind, words ?? null, photo ?? null])
      .sort(byText),
    zones: zones.map(({ zone, side }) => [zone, side]).sort(byText),
    vin,
    photos: photos.map(({ photo, words }) => [photo, words]).sort(byText),
    notes: notes.map(({ text }) => text).sort(),
    missing: [...named].filter((id) => !there.has(id)).sort(),
  });
}

const byText = (a: unknown, b: unknown) => {
  const [left, right] = [JSON.stringify(a), JSON.stringify(b)];
  return left < right ? -1 : left > right ? 1 : 0;
};
