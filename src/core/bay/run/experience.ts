import { unended } from '../../trade';

const counted = (count: number, noun: string) => `${count} ${noun}${count === 1 ? '' : 's'}`;

/** Something that went otherwise than the procedure says, on one run. */
export interface Trouble {
  run: string;
  /** The revision that the run followed. */
  revision: number;
  /** The item of the procedure it is about. */
  item: string;
  /** A tip is what somebody noted of it for the next one. */
  kind: 'missed' | 'broke' | 'otherwise' | 'tip';
  /** What was said of it. */
  words: string;
  /** Pieces that broke. */
  count: number;
}

/** How often an item made trouble, over all runs of its procedure. */
export interface Experience {
  runs: number;
  missed: { runs: number; words: string } | null;
  broke: { runs: number; pieces: number } | null;
  otherwise: { runs: number; words: string } | null;
  /** What worked, as it was noted last. */
  tip: string | null;
}

/** What runs say of each item, the words of the latest; `troubles` newest first, `runs` how many there were. */
export function experienceOf(troubles: readonly Trouble[], runs: number): Map<string, Experience> {
  const found = new Map<string, Experience>();
  for (const item of new Set(troubles.map((one) => one.item))) {
    const own = (kind: Trouble['kind']) => troubles.filter((one) => one.item === item && one.kind === kind);
    const summed = (all: Trouble[]) =>
      all.length ? { runs: new Set(all.map(({ run }) => run)).size, words: all[0].words } : null;
    const broke = own('broke');
    found.set(item, {
      runs,
      missed: summed(own('missed')),
      broke: broke.length
        ? { runs: new Set(broke.map(({ run }) => run)).size, pieces: broke.reduce((sum, { count }) => sum + count, 0) }
        : null,
      otherwise: summed(own('otherwise')),
      tip: own('tip')[0]?.words ?? null,
    });
  }
  return found;
}

/** What the next one to do a step should hear: "Missed in 3 of 11 runs: still held by the screw under the mat." Empty where nothing ever went wrong. */
export function experienceWords({ runs, missed, broke, otherwise, tip }: Experience): string[] {
  const of = (count: number) => `${count} of ${counted(runs, 'run')}`;
  const said = (words: string) => (words ? `: ${unended(words)}.` : '.');
  return [
    ...(missed ? [`Missed in ${of(missed.runs)}${said(missed.words)}`] : []),
    ...(broke ? [`Broke in ${of(broke.runs)}, ${counted(broke.pieces, 'piece')}.`] : []),
    ...(otherwise ? [`Found otherwise in ${of(otherwise.runs)}${said(otherwise.words)}`] : []),
    ...(tip ? [`Noted before: “${tip}”`] : []),
  ];
}

/** Runs with trouble of some items before and since a revision. */
export interface Effect {
  before: { runs: number; of: number };
  since: { runs: number; of: number };
}

/** What came of taking findings in: how many runs had trouble with those items before the revision, and how many since. `runs` are the revisions that each run followed. */
export function effectOf(
  items: ReadonlySet<string>,
  revision: number,
  troubles: readonly Trouble[],
  runs: readonly number[],
): Effect {
  const part = (isIn: (revision: number) => boolean) => ({
    runs: new Set(
      troubles.filter((one) => one.kind !== 'tip' && items.has(one.item) && isIn(one.revision)).map(({ run }) => run),
    ).size,
    of: runs.filter(isIn).length,
  });
  return { before: part((one) => one < revision), since: part((one) => one >= revision) };
}

/** "Trouble in 3 of 11 runs before, in none of 4 since." */
export const effectWords = ({ before, since }: Effect): string =>
  since.of === 0
    ? `Trouble in ${before.runs} of ${counted(before.of, 'run')} before; no run since.`
    : `Trouble in ${before.runs} of ${counted(before.of, 'run')} before, in ${since.runs || 'none'} of ${since.of} since.`;
