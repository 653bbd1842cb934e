import { describe, expect, it } from 'vitest';
import { planOf } from '@tests/support/plan';
import type { Fastener, ProcedureDocument } from '../../document';

/** A card behind a cap, held by the screws that are told. */
const held = (fasteners: Partial<Fastener>[]): ProcedureDocument => ({
  format: 'pezzo-procedure/1',
  id: 'dray-rear-door',
  title: 'Wicket Dray, rear door',
  applies: [{ make: 'Wicket', model: 'Dray' }],
  zone: 'rear-door',
  side: 'left',
  map: { width: 900, height: 600, outline: 'rear-door' },
  parts: [{ id: 'card', name: 'Door card', kind: 'panel', motions: ['lift'] }],
  fasteners: fasteners.map((one, n) => ({ id: `s${n + 1}`, holds: 'card', kind: 'screw', drive: 'T20', ...one })),
  links: [],
});
const planned = (fasteners: Partial<Fastener>[]) => {
  const plan = planOf(held(fasteners), ['card:off'], {});
  const titles = (steps: { title: string }[], verb: RegExp) =>
    steps.map(({ title }) => String(title)).filter((title) => verb.test(title));
  return {
    out: titles(plan.steps.removal, /^(Unscrew|Give|Undo)/),
    start: titles(plan.steps.refit, /^Start/),
    tighten: titles(plan.steps.refit, /^Tighten/),
    bins: plan.tray.length,
    plan,
  };
};

describe('screws of one part', () => {
  it.each<[string, Partial<Fastener>[], [out: number, start: number, tighten: number, bins: number]]>([
    [
      'that are the same share a bin and their steps',
      [
        { count: 2, length: 16 },
        { count: 5, length: 16 },
      ],
      [1, 1, 1, 1],
    ],
    ['of two lengths keep apart', [{ length: 16 }, { length: 35 }], [2, 2, 2, 2]],
    [
      'of two threads keep apart',
      [
        { length: 20, thread: 'M5' },
        { length: 20, thread: 'self-tapping' },
      ],
      [2, 2, 2, 2],
    ],
    ['of two kinds keep apart', [{ length: 20 }, { length: 20, kind: 'bolt' }], [2, 2, 2, 2]],
    ['of one length known keep apart', [{ length: 20 }, {}], [2, 2, 2, 2]],
    // Nobody said that they are the same: each waits by itself, and all are driven in one go.
    ['of which nobody said a length lie apart', [{}, {}], [1, 1, 1, 2]],
    [
      'of two sizes are started together and driven one size after the other',
      [{ length: 20 }, { length: 16, drive: 'T25' }],
      [2, 1, 2, 2],
    ],
    [
      'of which one goes into plastic have that warning to itself',
      [
        { length: 20, refit: { limit: 'plastic' } },
        { length: 16, drive: 'T25' },
      ],
      [2, 2, 2, 2],
    ],
  ])('%s', (_, fasteners, [out, start, tighten, bins]) => {
    const got = planned(fasteners);
    expect([got.out.length, got.start.length, got.tighten.length, got.bins]).toEqual([out, start, tighten, bins]);
  });

  it('say which look-alikes do not go there', () => {
    const { plan } = planned([{ length: 16 }, { length: 35 }]);
    const details = plan.steps.refit.filter(({ title }) => /^Start/.test(title)).map(({ detail }) => String(detail));
    expect(details.join(' ')).toContain('Not the 35 mm one of the door card.');
    expect(details.join(' ')).toContain('Not the 16 mm one of the door card.');
  });

  it('add up where they are one step', () => {
    expect(
      planned([
        { count: 2, length: 16 },
        { count: 5, length: 16 },
      ]).out,
    ).toEqual(['Unscrew 7 T20 screws']);
  });
});

it('screw clips that are eased stay in their panel: no bin, and that is what is said', () => {
  const { out, bins, plan } = planned([{ kind: 'screw-clip', count: 6, drive: 'PH2' }]);
  expect([out, bins]).toEqual([['Give two turns to 6 PH2 screw clips'], 0]);
  expect(plan.staysOn).toEqual({ 'dray-rear-door/s1': 'card' });
});

it('a tool that is named for a fastener goes before its drive’s', () => {
  const { plan } = planned([{ kind: 'push-pin', drive: undefined, tool: 'pin-punch' }]);
  expect(plan.tools.map(({ tool }) => tool)).toContain('pin-punch');
});
