import type { Went } from './move';
import type { WeakSpot } from './score';

/** Where those who tried a draft went wrong: an item, how, and how many of them. */
export interface TesterRemark extends WeakSpot {
  testers: number;
}

const TOLD: ReadonlySet<Went> = new Set<Went>([
  'held',
  'broke',
  'tore',
  'covered',
  'too-early',
  'wrong-way',
  'wrong-tool',
  'srs',
]);

/** Gathers the weak spots of testers of one draft: the most common first. Each tester counts once at an item. */
export function testerRemarks(tests: readonly { person: string; weak: readonly WeakSpot[] }[]): TesterRemark[] {
  const found = new Map<string, { spot: WeakSpot; people: Set<string> }>();
  for (const { person, weak } of tests)
    for (const spot of weak.filter(({ went }) => TOLD.has(went))) {
      const key = `${spot.item}|${spot.went}`;
      const one = found.get(key) ?? { spot, people: new Set() };
      one.people.add(person);
      found.set(key, one);
    }
  return [...found.values()]
    .map(({ spot, people }) => ({ ...spot, testers: people.size }))
    .sort((a, b) => b.testers - a.testers || (`${a.item}${a.went}` < `${b.item}${b.went}` ? -1 : 1));
}
