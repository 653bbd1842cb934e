import { expect, it } from 'vitest';
import type { DayJobView, DayView } from '@/contracts/views';
import { blocksOf, lanesOf, momentAt } from './lanes';

const job = (number: number, more: Partial<DayJobView>): DayJobView => ({
  number,
  title: '',
  vehicle: '',
  customer: '',
  likelySeconds: 3600,
  safeSeconds: 5400,
  waitSeconds: 0,
  isGuess: false,
  isBegun: false,
  waits: [],
  dueAt: null,
  dueFrom: null,
  partsAt: null,
  parts: '',
  tools: [],
  hasSrs: false,
  takesTwo: false,
  isHighVoltage: false,
  place: { person: 'bea', bay: null, startsAt: '', version: 1, by: 'bea' },
  from: '2026-11-27T09:00:00Z',
  likelyEnd: '2026-11-27T10:00:00Z',
  safeEnd: '2026-11-27T10:30:00Z',
  ...more,
});
const day = (jobs: DayJobView[]): DayView => ({
  date: '2026-11-27',
  today: '2026-11-27',
  now: '2026-11-27T08:00:00Z',
  opens: '2026-11-27T08:00:00Z',
  closes: '2026-11-27T18:00:00Z',
  hoursOpen: 10,
  people: [{ id: 'bea', name: 'Bea', role: 'technician', isHere: true }],
  bays: ['Bay 1'],
  jobs,
  conflicts: [],
  load: [],
  dates: [],
});

it('lays jobs along the day, those that overlap below each other', () => {
  const later = { from: '2026-11-27T09:30:00Z', likelyEnd: '2026-11-27T20:00:00Z', safeEnd: '2026-11-28T09:00:00Z' };
  const shown = blocksOf(day([job(2, later), job(1, { dueAt: '2026-11-27T13:00:00Z' })]), 'person', 'bea');
  expect(shown.map((one) => [one.job.number, one.from, one.likely, one.safe, one.due, one.row, one.goesOn])).toEqual([
    [1, 0.1, 0.2, 0.25, 0.5, 0, false],
    [2, 0.15, 1, 1, null, 1, true],
  ]);
});

it('has a line for what is in no bay', () => {
  expect(lanesOf(day([job(1, {})]), 'bay').map(({ name }) => name)).toEqual(['Bay 1', 'No bay yet']);
  expect(lanesOf(day([]), 'bay').map(({ name }) => name)).toEqual(['Bay 1']);
});

it('drops at quarters of an hour, within the day', () => {
  expect(momentAt(day([]), 0.113)).toBe('2026-11-27T09:15:00.000Z');
  expect(momentAt(day([]), -1)).toBe('2026-11-27T08:00:00.000Z');
  expect(momentAt(day([]), 2)).toBe('2026-11-27T17:45:00.000Z');
});
