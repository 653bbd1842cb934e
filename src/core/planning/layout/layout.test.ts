import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { BASE_CATALOGUE, confusionNote, fitOf, parseDrive } from '../../trade';
import type { Fastener } from '../../document';
import { makePlan } from '../../telling';
import { compareKit } from './tools';
import { planTray, trayClass, type TrayEntry } from './tray';

const drive = (code: string) => parseDrive(code)!;

describe('fit rules', () => {
  // 9/32 in = 7.144 mm and 5/16 in = 7.9375 mm, since 1 in = 25.4 mm exactly (1959).
  it.each([
    ['hex 9/32 in', 'hex 7 mm', 'goes', 0.144],
    ['hex 7 mm', 'hex 9/32 in', 'no', -0.144],
    ['hex 8 mm', 'hex 5/16 in', 'goes', 0.0625],
    ['hex 5/16 in', 'hex 8 mm', 'no', -0.0625],
    ['hex 10 mm', 'hex 10 mm', 'exact', 0],
    // Across points A of ISO 10664, from memory: T25 4.50, T27 5.07, T30 5.60 mm.
    ['T25', 'T27', 'slips', 0.57],
    ['T30', 'T27', 'no', -0.53],
    ['T27', 'T30', 'slips', 0.53],
    ['T20', 'hex 7 mm', 'no', null],
    ['PH1', 'PH2', 'slips', null],
    ['PH3', 'PH2', 'no', null],
  ])('%s on %s: %s', (tool, head, fit, slack) => {
    const got = fitOf(drive(tool), drive(head));
    expect(got.fit).toBe(fit);
    if (slack !== null) expect(got.slackMm).toBeCloseTo(slack, 2);
  });

  it('never let a smaller tool stand in for a larger one, nor work both ways', () => {
    const all = ['hex 7 mm', 'hex 8 mm', 'hex 10 mm', 'hex 9/32 in', 'hex 5/16 in', 'T20', 'T25', 'T27', 'T30'].map(
      drive,
    );
    for (const a of all)
      for (const b of all) if (a !== b && fitOf(a, b).fit === 'goes') expect(fitOf(b, a).fit).toBe('no');
  });

  it('warn of the nearest size that seems to fit, with the figure', () => {
    expect(confusionNote(drive('T27'))).toBe('Not T25: 0.57 mm slack, it enters, slips and rounds the recess.');
    expect(confusionNote(drive('hex 7 mm'))).toBe('Not 5/16 in: 0.94 mm slack, it slips and rounds the head.');
    expect(confusionNote(drive('T10'))).toBeNull();
  });
});

describe('tools to lay out', () => {
  const result = makePlan({
    documents: [demoProcedure('kite-rear-door')],
    goals: ['woofer'],
    options: { windows: 'power' },
  });
  const tools = result.ok ? result.plan.tools : [];
  it('include an extension, an angle driver and a magnet for what sits deep and askew', () => {
    expect(tools.filter((need) => need.items.includes('s2')).map((need) => need.tool)).toEqual(
      expect.arrayContaining(['hex 7 mm', 'extension-75', 'right-angle-driver', 'magnet']),
    );
  });

  it('are compared with a kit: there, by a substitute, missing', () => {
    const answers = compareKit(tools, ['9/32 in', 'trim-tool', 'T20']);
    const of = (tool: string) => answers.find((answer) => answer.tool === tool);
    expect([of('hex 7 mm'), of('T20'), of('T25')]).toEqual([
      { tool: 'hex 7 mm', has: 'substitute', by: 'hex 9/32 in' },
      { tool: 'T20', has: 'yes', by: 'T20' },
      { tool: 'T25', has: 'no', by: null },
    ]);
  });
});

const entry: fc.Arbitrary<Fastener> = fc.record({
  id: fc.constant(''),
  kind: fc.constantFrom('screw', 'bolt', 'push-clip', 'push-pin', 'c-clip'),
  holds: fc.constantFrom('card', 'cap'),
  drive: fc.constantFrom('T20', 'T25'),
  length: fc.constantFrom(20, 25),
  thread: fc.constant('M5'),
  count: fc.integer({ min: 1, max: 4 }),
});
const entries = fc.array(entry, { maxLength: 7 }).map((list) =>
  list.map((fastener, at): TrayEntry => ({
    id: `d/f${at}`,
    procedure: 'd',
    fastener: { ...fastener, id: `f${at}` },
  })),
);
const threaded = (one: TrayEntry) => ['screw', 'bolt'].includes(one.fastener.kind);
const clash = (a: TrayEntry, b: TrayEntry) =>
  trayClass(BASE_CATALOGUE, a) !== trayClass(BASE_CATALOGUE, b) &&
  ((threaded(a) && threaded(b)) || a.fastener.kind === b.fastener.kind);

/** The fewest bins by trying every assignment. */
function bruteBins(list: TrayEntry[]): number {
  const place = (at: number, bins: TrayEntry[][]): number => {
    if (at === list.length) return bins.length;
    const one = list[at];
    const into = bins
      .filter((bin) => !bin.some((other) => clash(one, other)))
      .map((bin) =>
        place(
          at + 1,
          bins.map((other) => (other === bin ? [...bin, one] : other)),
        ),
      );
    return Math.min(place(at + 1, [...bins, [one]]), ...into);
  };
  return place(0, []);
}

describe('the tray', () => {
  it('never puts together what can be mixed up, whatever the tray, and loses nothing', () => {
    fc.assert(
      fc.property(entries, fc.constantFrom(2, 6, 8, 12, 18, Infinity), (list, bins) => {
        const tray = planTray(BASE_CATALOGUE, list, bins);
        const byId = new Map(list.map((one) => [one.id, one]));
        for (const bin of tray.bins)
          for (const a of bin.items) for (const b of bin.items) expect(clash(byId.get(a)!, byId.get(b)!)).toBe(false);
        expect([...tray.bins.flatMap((bin) => bin.items), ...tray.taped].sort()).toEqual(
          list.map((one) => one.id).sort(),
        );
        expect(tray.bins.length).toBeLessThanOrEqual(bins);
        expect(tray.taped.length > 0).toBe(tray.fewest > bins);
      }),
    );
  });

  it('needs provably no fewer bins than it says, and makes do with them', () => {
    fc.assert(
      fc.property(entries, (list) => {
        const { fewest } = planTray(BASE_CATALOGUE, list);
        expect(fewest).toBe(bruteBins(list));
        expect(planTray(BASE_CATALOGUE, list, fewest).bins.length).toBe(fewest);
      }),
      { numRuns: 60 },
    );
  });

  it('numbers its bins in the order things go back', () => {
    const result = makePlan({
      documents: [demoProcedure('kite-front-door')],
      goals: ['woofer'],
      options: { windows: 'power', tweeter: 'fitted' },
    });
    if (!result.ok) throw new Error('no plan');
    const bins = result.plan.refit
      .filter((step) => (step.type === 'start' || step.type === 'fit') && step.bin)
      .map((step) => step.bin!);
    const firstUse = [...new Set(bins)];
    expect(firstUse).toEqual([...firstUse].sort((a, b) => a - b));
  });
});
