import { type ItemIndex, itemWords, type Mount, type Pair } from '../../document';
import { capital } from '../../trade';

const FACTS: [field: keyof Mount, words: string, unit: string][] = [
  ['face', 'screwed to', ''],
  ['bore', 'bore', ' mm'],
  ['toGlass', 'face to glass', ' mm'],
  ['toRegulator', 'face to regulator', ' mm'],
  ['regulator', 'regulator', ''],
  ['grilleGap', 'face to grille', ' mm'],
  ['skin', 'skin', ' mm'],
  ['tolerance', 'readings ±', ' mm'],
];

/** What is measured anew of speakers' places, a sentence each; empty where only who measured it changed. */
export const mountSentences = (index: ItemIndex, from: readonly Mount[], to: readonly Mount[]): string[] =>
  eachOf(from, to).flatMap(([of, was, is]) => {
    if (!is) return [`${place(index, of)}: measures taken out.`];
    const facts = FACTS.flatMap(([field, words, unit]) =>
      was?.[field] === is[field] ? [] : [`${words} ${now(is[field], was?.[field], unit)}`],
    );
    const holes = holesOf(is) === holesOf(was) ? [] : [`holes ${now(holesOf(is), holesOf(was), '')}`];
    const all = [...facts, ...holes];
    return all.length ? [`${place(index, of)}: ${all.join('; ')}.`] : [];
  });

/** Which wires are plus now, a sentence for each speaker. */
export const pairSentences = (index: ItemIndex, from: readonly Pair[], to: readonly Pair[]): string[] =>
  eachOf(from, to).flatMap(([of, was, is]) => {
    if (!is) return [`${place(index, of)}: its wires are taken out.`];
    if (wires(was) !== wires(is)) return [`${place(index, of)}: ${now(wires(is), wires(was), '')}.`];
    const more = (is.verified?.length ?? 0) - (was?.verified?.length ?? 0);
    return more > 0 ? [`${place(index, of)}: polarity tested ${more === 1 ? 'once' : `${more} times`} more.`] : [];
  });

const now = (is: unknown, was: unknown, unit: string) =>
  is === undefined
    ? 'not given now'
    : was === undefined
      ? `${String(is)}${unit}`
      : `${String(is)}${unit}, was ${String(was)}${unit}`;
const place = (index: ItemIndex, of: string) => capital(itemWords(index, of));
const holesOf = (mount: Mount | undefined) =>
  mount?.holes ? `${mount.holes.count} on a circle of ${mount.holes.circle} mm` : undefined;
const wire = ({ colour, cavity }: Pair['plus']) => [colour, cavity && `cavity ${cavity}`].filter(Boolean).join(', ');
const wires = (pair: Pair | undefined) => (pair ? `${wire(pair.plus)} plus, ${wire(pair.minus)} minus` : undefined);

/** What is of the same speaker on both sides. */
function eachOf<T extends { of: string }>(
  from: readonly T[],
  to: readonly T[],
): [string, T | undefined, T | undefined][] {
  const find = (list: readonly T[], of: string) => list.find((one) => one.of === of);
  return [...new Set([...from, ...to].map(({ of }) => of))].map((of) => [of, find(from, of), find(to, of)]);
}

/** "+ to GY/PK, − to BK, as tested": which factory wire is which, as recorded, and whether anybody tested that here; empty where nobody has said it. */
export function pairWords(pair: Pair | undefined): string {
  const wire = ({ colour, cavity }: Pair['plus']) => colour ?? (cavity === undefined ? null : `cavity ${cavity}`);
  const [plus, minus] = pair ? [wire(pair.plus), wire(pair.minus)] : [null, null];
  const told = [plus && `+ to ${plus}`, minus && `− to ${minus}`].filter(Boolean);
  const known = pair?.verified?.length
    ? 'as tested'
    : pair?.heard
      ? `as seen on ${pair.heard}; test it here`
      : 'not tested yet';
  return told.length ? [...told, known].join(', ') : '';
}
