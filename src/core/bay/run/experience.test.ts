import { describe, expect, it } from 'vitest';
import { effectOf, effectWords, experienceOf, experienceWords, type Trouble } from './experience';

const trouble = (run: string, more: Partial<Trouble> = {}): Trouble => ({
  run,
  revision: 1,
  item: 's1',
  kind: 'missed',
  words: 'Still held by the screw under the mat.',
  count: 1,
  ...more,
});

describe('what runs had trouble with', () => {
  it('is told at the step itself, each run once, the latest words first', () => {
    const all = [trouble('a', { words: 'Look behind the mat.' }), trouble('a'), trouble('b'), trouble('c')];
    expect(experienceWords(experienceOf(all, 11).get('s1')!)).toEqual(['Missed in 3 of 11 runs: Look behind the mat.']);
  });

  it('counts pieces that broke and what was found otherwise', () => {
    const all = [
      trouble('a', { kind: 'broke', words: '', count: 2 }),
      trouble('b', { kind: 'broke', words: '', count: 1 }),
      trouble('b', { kind: 'otherwise', words: 'drive is T20' }),
      trouble('b', { item: 'c1', kind: 'broke', count: 1 }),
    ];
    expect(experienceWords(experienceOf(all, 4).get('s1')!)).toEqual([
      'Broke in 2 of 4 runs, 3 pieces.',
      'Found otherwise in 1 of 4 runs: drive is T20.',
    ]);
    expect(experienceWords(experienceOf(all, 1).get('c1')!)).toEqual(['Broke in 1 of 1 run, 1 piece.']);
    expect(experienceOf([], 4).size).toBe(0);
  });

  it('passes on what was noted last, which is no trouble', () => {
    const all = [
      trouble('a', { kind: 'tip', words: 'Start at the rear.' }),
      trouble('b', { kind: 'tip', words: 'older' }),
    ];
    expect(experienceWords(experienceOf(all, 2).get('s1')!)).toEqual(['Noted before: “Start at the rear.”']);
    expect(effectOf(new Set(['s1']), 2, all, [1, 1]).before.runs).toBe(0);
  });

  it('shows what taking a finding in changed, before and since', () => {
    const all = [trouble('a'), trouble('b'), trouble('b'), trouble('c', { revision: 2 }), trouble('d', { item: 'x' })];
    const effect = effectOf(new Set(['s1']), 2, all, [1, 1, 1, 2, 2, 3]);
    expect(effect).toEqual({ before: { runs: 2, of: 3 }, since: { runs: 1, of: 3 } });
    expect(effectWords(effect)).toBe('Trouble in 2 of 3 runs before, in 1 of 3 since.');
    expect(effectWords({ ...effect, since: { runs: 0, of: 4 } })).toBe(
      'Trouble in 2 of 3 runs before, in none of 4 since.',
    );
    expect(effectWords({ ...effect, since: { runs: 0, of: 0 } })).toBe('Trouble in 2 of 3 runs before; no run since.');
  });
});
