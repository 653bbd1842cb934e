import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { makePlan } from '../../telling';
import { checkProcedure, hasErrors } from '../../planning';
import { asOption, presenceOf } from './';

const KITE = demoProcedure('kite-rear-door');
const CHOICE = { option: 'speaker screws', usual: 'T25', value: 'T20' };
const changed = { ...KITE, fasteners: KITE.fasteners.map((one) => (one.id === 's4' ? { ...one, drive: 'T20' } : one)) };

describe('a change as an option of the vehicle', () => {
  const made = asOption(KITE, changed, CHOICE);
  const screws = (value: string) => {
    const { of } = presenceOf(made, { windows: 'power', 'speaker screws': value });
    return made.fasteners.filter(({ id, holds }) => [holds].flat().includes('woofer') && of.get(id) !== 'absent');
  };

  it('leaves what was recorded under the usual value, and what was found under the other', () => {
    expect(made.options).toMatchObject({ ...KITE.options, 'speaker screws': ['T25', 'T20'] });
    expect(screws('T25').map(({ drive }) => drive)).toEqual(['T25']);
    expect(screws('T20').map(({ drive }) => drive)).toEqual(['T20']);
  });

  it('is checked without errors, and planned as before under either', () => {
    expect(hasErrors(checkProcedure(made).remarks)).toBe(false);
    const count = (document: typeof KITE, options: Record<string, string>) => {
      const planned = makePlan({ documents: [document], goals: ['woofer'], options: { windows: 'power', ...options } });
      if (!planned.ok) throw new Error(planned.problems[0].message);
      return planned.plan.removal.length;
    };
    for (const value of ['T25', 'T20']) expect(count(made, { 'speaker screws': value })).toBe(count(KITE, {}));
  });

  it('keeps whoever waits for it waiting, whichever it is', () => {
    const waiting = {
      ...KITE,
      parts: KITE.parts.map((one) => (one.id === 'woofer' ? { ...one, behind: ['card', 's4:released'] } : one)),
    };
    const next = { ...waiting, fasteners: changed.fasteners };
    const woofer = asOption(waiting, next, CHOICE).parts.find(({ id }) => id === 'woofer')!;
    expect(woofer.behind).toEqual(['card', 's4:released', 's4-t20-1:released']);
  });

  it('of something that is not there puts it in under the other value alone', () => {
    const more = {
      ...KITE,
      fasteners: [...KITE.fasteners, { id: 'extra', holds: 'card', kind: 'screw', drive: 'T20' }],
    };
    const { fasteners } = asOption(KITE, more, { option: 'market', usual: 'home', value: 'export' });
    expect(fasteners.find(({ id }) => id === 'extra')!.when).toEqual({ market: 'export' });
    expect(fasteners.filter(({ id }) => id !== 'extra')).toEqual(KITE.fasteners);
  });
});
