import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { applyChanges } from '../../document';
import { wordChanges, wordedDiff } from '../../telling';
import { proposalsFor, withProposals, type BayFinding } from './proposals';

const KITE = demoProcedure('kite-rear-door');
const found = (n: number, more: Partial<BayFinding>): BayFinding => ({
  id: `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`,
  person: 'bea',
  job: 2400 + n,
  at: '2026-03-02T09:00:00.000Z',
  item: null,
  text: '',
  ...more,
});
const said = (findings: BayFinding[]) =>
  wordedDiff(KITE, withProposals(KITE, proposalsFor(KITE, findings))).map(({ sentence }) => sentence);

describe('what findings ask of a procedure', () => {
  it('is a change of the document: other pieces, another drive, a screw nobody knew', () => {
    expect(said([found(1, { item: 's4', change: { drive: 'T20' } })])).toEqual([
      'The T25 screws of the door speaker are now T20.',
    ]);
    const some = said([found(1, { item: 'c1', change: { kind: 'screw', drive: 'T20', pieces: 2 } })]);
    expect(some.some((one) => /^New: 2 T20 screws of the door card/.test(one))).toBe(true);
    expect(some.some((one) => /now \d+, was/.test(one))).toBe(true);
    const extra = { holds: 'card', kind: 'screw', drive: 'T20', count: 1 };
    expect(said([found(1, { item: 'card', extra })])).toEqual(['New: T20 screw of the door card.']);
    expect(said([found(1, { item: 'card', text: 'A second pin at the shut face' })])[0]).toContain('shut face');
  });

  it('of a measured place put its facts in the place of what was said, and are so already after that', () => {
    const measured = { toGlass: 71, bore: 142 };
    const [first] = proposalsFor(KITE, [found(1, { item: 'woofer', measured })]);
    const next = applyChanges(KITE, first.changes);
    const mount = next.mounts!.find(({ of }) => of === 'woofer')!;
    expect(mount).toMatchObject({ ...measured, measured: { job: 2401 } });
    expect(wordChanges(first.changes, KITE, next)[0].sentence).toMatch(/^Door speaker: .*face to glass 71 mm, was \d+/);
    expect(proposalsFor(next, [found(2, { item: 'woofer', measured })])[0].standing).toBe('already-so');
  });

  it('of what was missed or broke make it hard, or never used again; said once', () => {
    const [missed] = proposalsFor(KITE, [
      found(1, { item: 's1', missed: true }),
      found(2, { item: 's1', missed: true }),
    ]);
    expect(missed.findings).toHaveLength(2);
    const next = applyChanges(KITE, missed.changes);
    expect(next.fasteners.find(({ id }) => id === 's1')).toMatchObject({
      difficulty: 4,
      difficultyWhy: 'easily missed',
    });
    expect(proposalsFor(next, [found(3, { item: 's1', missed: true })])[0].standing).toBe('already-so');
    expect(said([found(1, { item: 'c1', broke: 2 })])).toEqual([expect.stringContaining('now always replaced')]);
  });

  it('of which only some changes are taken leave the others out', () => {
    const some = proposalsFor(KITE, [found(1, { item: 'c1', change: { kind: 'screw', drive: 'T20', pieces: 2 } })]);
    expect(some[0].changes.length).toBeGreaterThan(1);
    for (const [at, change] of some[0].changes.entries())
      expect(withProposals(KITE, some, [at])).toEqual(applyChanges(KITE, [change]));
  });

  it('that say the same stand together with all who found it, the most often found first', () => {
    const all = [
      found(1, { item: 's4', change: { drive: 'T20' } }),
      found(2, { item: 'card', text: 'second pin' }),
      found(3, { item: 'card', text: 'Second  pin'.replace('  ', ' ') }),
      found(4, { item: 'card', text: 'second pin', person: 'rui' }),
    ];
    const [first, second] = proposalsFor(KITE, all);
    expect(first.findings.map(({ job }) => job)).toEqual([2402, 2403, 2404]);
    expect(second.findings).toHaveLength(1);
  });

  it('of what is not there any more, or said already, change nothing and are told apart', () => {
    expect(proposalsFor(KITE, [found(1, { item: 'nothing', change: { drive: 'T20' } })])).toMatchObject([
      { standing: 'gone', changes: [] },
    ]);
    expect(proposalsFor(KITE, [found(1, { item: 's4', change: { drive: 'T25' } })])).toMatchObject([
      { standing: 'already-so', changes: [] },
    ]);
    expect(proposalsFor(KITE, [found(1, { text: 'the radio is loud' })])).toMatchObject([{ standing: 'open' }]);
  });

  it('never names an id twice, and once taken in asks for nothing more', () => {
    const items = KITE.fasteners.map(({ id }) => id);
    const finding = fc.record({
      item: fc.constantFrom(...items),
      change: fc.record(
        {
          drive: fc.constantFrom('T20', 'T27'),
          missing: fc.constantFrom(1, 2),
          pieces: fc.integer({ min: 1, max: 3 }),
        },
        { requiredKeys: ['drive'] },
      ),
    });
    fc.assert(
      fc.property(fc.array(finding, { maxLength: 5 }), (all) => {
        const proposals = proposalsFor(
          KITE,
          all.map((one, n) => found(n, one)),
        );
        const next = withProposals(KITE, proposals);
        const ids = [...next.parts, ...next.fasteners, ...next.links].map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
        for (const { changes } of proposals) expect(() => applyChanges(KITE, changes)).not.toThrow();
      }),
    );
  });
});
