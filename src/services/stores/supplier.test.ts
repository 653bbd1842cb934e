import { createHash } from 'node:crypto';
import { expect, it } from 'vitest';
import { simulatedAnswer } from './supplier';

const lines = [
  { kind: 'push-clip', count: 40, leadDays: 3 },
  { kind: 'push-pin', count: 10, leadDays: 5 },
];
const id = (n: number) => createHash('md5').update(String(n)).digest('hex');
const answers = Array.from({ length: 400 }, (_, n) => simulatedAnswer({ id: id(n), lines }));

it('says the same to the same order', () => expect(simulatedAnswer({ id: id(7), lines })).toEqual(answers[7]));

it('confirms most, delays some, and back-orders a part of the largest line of some', () => {
  const share = (picked: (one: (typeof answers)[number]) => boolean) => answers.filter(picked).length / answers.length;
  expect(share(({ state }) => state === 'delayed')).toBeGreaterThan(0.15);
  expect(share(({ state }) => state === 'delayed')).toBeLessThan(0.35);
  expect(share(({ backOrdered }) => backOrdered.size > 0)).toBeGreaterThan(0.1);
  expect(answers.every(({ state, days }) => (state === 'delayed' ? days >= 7 && days <= 11 : days === 5))).toBe(true);
  expect(
    answers.every(({ backOrdered }) => [...backOrdered].every(([kind, n]) => kind === 'push-clip' && n > 0 && n < 40)),
  ).toBe(true);
});
