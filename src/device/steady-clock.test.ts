import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

/** A page of a tablet: its own count since it was opened, and a store that outlives it. */
const kept = new Map<string, string>();
let sinceOpened = 0;
async function openPage() {
  sinceOpened = 0;
  vi.resetModules();
  return import('./steady-clock');
}
beforeEach(() => {
  kept.clear();
  vi.stubGlobal('document', { documentElement: { dataset: {} } });
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  });
  vi.stubGlobal('performance', { now: () => sinceOpened });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

describe('the time since the battery came off', () => {
  it('is not moved by a clock that somebody sets back or forward', async () => {
    vi.useFakeTimers({ now: new Date('2026-03-02T09:00:00Z'), toFake: ['Date'] });
    const { watchSince, secondsSince } = await openPage();
    watchSince('off');
    sinceOpened = 20_000;
    vi.setSystemTime(new Date('2026-03-02T07:00:00Z'));
    expect(secondsSince('off')).toBe(20);
    vi.setSystemTime(new Date('2027-03-02T07:00:00Z'));
    sinceOpened = 21_000;
    expect(secondsSince('off')).toBe(21);
  });

  it('goes on where it was when the page is opened again, and counts nothing of the time between', async () => {
    const first = await openPage();
    first.watchSince('off');
    sinceOpened = 45_000;
    expect(first.secondsSince('off')).toBe(45);
    const second = await openPage();
    sinceOpened = 5_000;
    second.watchSince('off');
    sinceOpened = 9_000;
    expect(second.secondsSince('off')).toBe(49);
  });

  it('is nothing for what this tablet never saw, and nothing broken where the store is full', async () => {
    const { watchSince, secondsSince } = await openPage();
    expect(secondsSince('unseen')).toBe(0);
    vi.stubGlobal('localStorage', {
      getItem: () => null,
      setItem: () => {
        throw new Error('full');
      },
    });
    watchSince('off');
    sinceOpened = 3_000;
    expect(secondsSince('off')).toBe(3);
  });
});
