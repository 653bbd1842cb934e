import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { DEFAULT_SCHOOLS, type Schools } from '../../document';
import { makePlan, type Plan, type ShopPolicy } from '../plan';

const KITE = demoProcedure('kite-rear-door');
const plan = (policy: ShopPolicy, document = KITE): Plan => {
  const made = makePlan({ documents: [document], goals: ['woofer'], options: { windows: 'power' }, policy });
  if (!made.ok) throw new Error(made.problems[0].message);
  return made.plan;
};
const withSchool = (change: Partial<Schools>) => plan({ schools: { ...DEFAULT_SCHOOLS, ...change } });
const told = ({ steps }: Plan) =>
  [...steps.removal, ...steps.refit].map(({ title, where, detail }) => [title, where, detail].join(' ')).join('\n');

describe('a shop’s ways of working', () => {
  it('say where a pry starts only where nobody recorded it', () => {
    const bare = { ...KITE, parts: KITE.parts.map(({ startAt: _startAt, ...part }) => part) };
    const middle = plan({ schools: { ...DEFAULT_SCHOOLS, pryStart: 'middle' } }, bare);
    expect(told(middle)).toContain('Start in the middle');
    expect(told(plan({}, bare))).toContain('Start at the hidden end, with a twist');
    const [, first] = /Start at the (\S+ \S+)/.exec(told(withSchool({ pryStart: 'middle' })))!;
    expect(first).not.toBe('hidden end,');
  });

  it('renew butyl or reuse it', () => {
    expect(told(withSchool({ butyl: 'new' }))).toContain('Old butyl off, new butyl all round.');
    expect(told(plan({}))).not.toContain('Old butyl off');
  });

  it('take the battery off always, or for cutting, and only then', () => {
    const off = ({ removal }: Plan) => removal.some(({ type }) => type === 'batteryOff');
    expect(off(withSchool({ battery: 'always' }))).toBe(true);
    expect(off(withSchool({ battery: 'srs-and-cutting' }))).toBe(false);
    const cut = {
      ...KITE,
      work: [{ id: 'hole', kind: 'drill', needs: ['card:off'], phase: 'apart' as const }],
      parts: KITE.parts.map((part) => (part.id === 'woofer' ? { ...part, behind: ['hole'] } : part)),
    };
    expect(off(plan({ schools: { ...DEFAULT_SCHOOLS, battery: 'srs-and-cutting' } }, cut))).toBe(true);
    expect(off(plan({}, cut))).toBe(false);
  });

  it('give way to a procedure’s and to the job’s, each with its reason', () => {
    const own = {
      ...KITE,
      schools: [{ of: 'butyl' as const, choice: 'new' as const, why: 'it never grips on this one' }],
    };
    expect(plan({}, own).ways).toContain('Water shield: new butyl every time. It never grips on this one.');
    const job = plan({ jobSchools: [{ of: 'butyl', choice: 'reuse', why: 'the customer brings none' }] }, own);
    expect(told(job)).not.toContain('Old butyl off');
    expect(job.ways.join()).toContain('The customer brings none.');
  });

  it('tell a vehicle’s own wait from the shop’s usual one', () => {
    const lumen = (wait: ShopPolicy['srsWait']) => {
      const made = makePlan({
        documents: [demoProcedure('lumen-front-door')],
        goals: ['woofer'],
        options: { audio: 'base', puddle: 'none' },
        policy: { srsWait: wait, srsWaitSeconds: wait?.seconds ?? null },
      });
      return made.ok ? told(made.plan) : '';
    };
    expect(lumen({ seconds: 180, source: 'workshop manual, 9-4', isFallback: false })).toContain(
      '3 min on this vehicle (workshop manual, 9-4).',
    );
    expect(lumen({ seconds: 90, source: 'our rule', isFallback: true })).toContain('not this vehicle');
    expect(lumen(null)).toContain('The time is in the vehicle maker');
  });
});
