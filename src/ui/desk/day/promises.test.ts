import { expect, it } from 'vitest';
import type { DayView } from '@/contracts/views';
import { countPromises, promisesWords } from './promises';

it('counts every promise once', () => {
  const job = (number: number, dueAt: string | null, isPlaced = true) => ({
    number,
    dueAt,
    place: isPlaced ? {} : null,
  });
  const day = {
    jobs: [job(1, 'x'), job(2, 'x'), job(3, 'x'), job(4, 'x', false), job(5, null)],
    conflicts: [
      { code: 'late', jobs: [2], words: '' },
      { code: 'tight', jobs: [3], words: '' },
      { code: 'bay-twice', jobs: [1, 2], words: '' },
    ],
  } as unknown as DayView;
  const counts = countPromises(day);
  expect(counts).toEqual({ promised: 4, kept: 1, tight: 1, late: 1, unplaced: 1 });
  expect(promisesWords(counts)).toBe('Of 4 promises, 1 will be kept, 1 may be late, 1 will be late, 1 not placed yet');
  expect(promisesWords({ promised: 0, kept: 0, tight: 0, late: 0, unplaced: 0 })).toContain('Nothing');
});
