/** How hard a recorded item may be: 1 is easy, 3 takes care, 5 breaks easily. From this on it is said at its step where nobody said why. */
export const HARD_FROM = 3;

/** What an item takes against its kind's usual time, by how hard it was recorded to be (common practice, no source). */
const TIMES: Record<number, number> = { 3: 1.25, 4: 1.5, 5: 2 };

/** How much longer than usual an item takes, by its recorded difficulty; 1 where nobody said. */
export const slowedBy = (difficulty: number | undefined): number => TIMES[difficulty ?? 1] ?? 1;
