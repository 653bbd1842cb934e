/** What is known of one thing that is rehearsed: a procedure, or a kind of fastener. */
export interface Card {
  /** Times in a row it went well. */
  repetitions: number;
  /** Factor by which the time between grows. */
  ease: number;
  intervalDays: number;
}

export const NEW_CARD: Card = { repetitions: 0, ease: 2.5, intervalDays: 0 };
const LEAST_EASE = 1.3;
/** From this grade on it went well. */
const WELL = 3;

/**
 * A card after it was rehearsed, by the SM-2 rule (P. A. Wozniak, “Optimization of learning”, 1990, section 3.2): 1 day, 6 days, then the time before times the
 * ease; below grade 3 it starts over. Unlike there, the ease of a failed one changes too, as in the rule's published program.
 * @param grade 0…5
 * @example afterGrade({ repetitions: 1, ease: 2.5, intervalDays: 1 }, 4).intervalDays; // 6
 */
export function afterGrade({ repetitions, ease, intervalDays }: Card, grade: number): Card {
  const miss = 5 - grade;
  const next = Math.max(LEAST_EASE, ease + 0.1 - miss * (0.08 + miss * 0.02));
  if (grade < WELL) return { repetitions: 0, ease: next, intervalDays: 1 };
  const days = repetitions === 0 ? 1 : repetitions === 1 ? 6 : Math.round(intervalDays * ease);
  return { repetitions: repetitions + 1, ease: next, intervalDays: days };
}

/** Points of a rehearsal as a grade. */
export const gradeOf = (points: number): number =>
  points >= 95 ? 5 : points >= 80 ? 4 : points >= 60 ? 3 : points >= 40 ? 2 : points > 0 ? 1 : 0;

/** A finished rehearsal as far as it decides when to rehearse again. */
export interface Past {
  /** Days since any fixed day. */
  day: number;
  procedure: string;
  points: number;
  /** Kinds it dealt with, and those something went wrong with. */
  kinds: string[];
  weakKinds: string[];
}

/** When something is to be rehearsed again. */
export interface Due {
  what: 'procedure' | 'kind';
  code: string;
  /** Day it is due; past days are overdue. */
  day: number;
  times: number;
  lastPoints: number;
}

/** What to rehearse when, by what went before: one card for each procedure and each kind, the most overdue first. `past` in the order of time. */
export function dueFrom(past: readonly Past[]): Due[] {
  const cards = new Map<string, { card: Card; due: Due }>();
  const play = (what: Due['what'], code: string, points: number, day: number) => {
    const key = `${what}:${code}`;
    const known = cards.get(key);
    const card = afterGrade(known?.card ?? NEW_CARD, gradeOf(points));
    cards.set(key, {
      card,
      due: { what, code, day: day + card.intervalDays, times: (known?.due.times ?? 0) + 1, lastPoints: points },
    });
  };
  for (const { day, procedure, points, kinds, weakKinds } of past) {
    play('procedure', procedure, points, day);
    // What went wrong with a kind is a failure of that kind, however well the rest went.
    for (const kind of kinds) play('kind', kind, weakKinds.includes(kind) ? 30 : 100, day);
  }
  return [...cards.values()].map(({ due }) => due).sort((a, b) => a.day - b.day || (a.code < b.code ? -1 : 1));
}
