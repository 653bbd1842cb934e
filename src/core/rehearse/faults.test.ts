import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { link, made, part } from '@tests/support/made';
import { followPlan, setupOf } from '@tests/support/rehearse';
import { checkProcedure } from '../planning';
import type { Fastener } from '../document';
import { chooseFaults, type Fault, withFaults } from './faults';
import { isFine } from './gate-truth';
import { groundOf } from './ground';
import { nextBack } from './hint';
import { rehearse, step } from './rehearse';
import { scoreOf } from './score';
import { testerRemarks } from './remarks';
import { rightLooks, sortingOf } from './sorting';
import { startOf } from './state';
import { outcomeWords } from './words';

const screw = (id: string, more: Partial<Fastener> = {}): Fastener => ({
  id,
  kind: 'screw',
  drive: 'T20',
  length: 20,
  holds: 'card',
  ...more,
});
const DOOR = made(
  [part('card', { kind: 'panel' }), part('cap', { kind: 'cap' })],
  [
    screw('short'),
    screw('long', { length: 40 }),
    { id: 'clips', kind: 'push-clip', holds: 'card', count: 9, staysOn: 'card' },
    { id: 'hook', kind: 'hook', holds: 'cap', count: 1 },
  ],
);

describe('faults', () => {
  it('are the same for the same seed, one of a sort, and leave a procedure that can be planned', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 ** 31 }), (seed) => {
        const kite = demoProcedure('kite-rear-door');
        const faults = chooseFaults(kite, seed);
        expect(faults).toEqual(chooseFaults(kite, seed));
        expect(new Set(faults.map(({ fault }) => fault)).size).toBe(2);
        expect(checkProcedure(withFaults(kite, faults)).remarks.filter(({ level }) => level === 'error')).toEqual([]);
      }),
      { numRuns: 25 },
    );
  });

  it('are what shops found, where they found any', () => {
    const found: Fault[] = [{ fault: 'other-drive', item: 'd/short', drive: 'T25' }];
    expect(chooseFaults(DOOR, 3, found)[0]).toEqual(found[0]);
    expect(chooseFaults(DOOR, 3, [{ fault: 'extra', item: 'other/part', drive: 'T20' }])).not.toContainEqual(
      expect.objectContaining({ item: 'other/part' }),
    );
  });

  it('another drive takes another tool; one more screw holds', () => {
    const faults: Fault[] = [
      { fault: 'other-drive', item: 'd/short', drive: 'T25' },
      { fault: 'extra', item: 'd/cap', drive: 'T20' },
    ];
    const { setup } = setupOf(withFaults(DOOR, faults), ['card', 'cap'], {}, { faults });
    const ground = groundOf(setup);
    const state = rehearse(ground, [
      { do: 'take', tool: 'T20' },
      { do: 'use', item: 'd/short' },
      { do: 'pull', item: 'd/cap', gesture: 'out-top' },
    ]);
    expect(state.mistakes.map(({ went, more, because }) => [went, more ?? because[0]])).toEqual([
      ['slipped', 'T25'],
      ['held', 'd/extra-screw1'],
    ]);
    expect(outcomeWords(ground, state, state.last!)).toBe('Stop pulling. The T20 screw of the cap still holds it.');
  });

  it('a clip that was missing is missed at the gate, not on the way out', () => {
    const faults: Fault[] = [{ fault: 'missing', item: 'd/clips', pieces: 1 }];
    const { setup, plan } = setupOf(withFaults(DOOR, faults), ['card'], {}, { faults });
    const ground = groundOf(setup);
    expect(startOf(ground).out.get('d/clips')).toBe(1);
    let state = step(ground, followPlan(ground, plan), { do: 'turn-back' });
    state = step(ground, state, {
      do: 'sort',
      pieces: Object.fromEntries(sortingOf(ground, state).holes.map((key) => [key, rightLooks(ground, key)])),
      wires: {},
    });
    const next = () => state.back!.actions.get(nextBack(state)!.actions[0])!;
    // What was unplugged is tried before the card is offered; then its clips are counted.
    while (next().gate === 'test') {
      const { key, checks } = next();
      const fine = Object.fromEntries(checks.map((check) => [check.id, isFine(ground, state, { key }, check)]));
      state = step(ground, state, { do: 'answer', gate: key, fine });
    }
    const gate = next();
    expect(gate.gate).toBe('clips');
    const seat = state.back!.steps.find(({ kind }) => kind === 'seat')!;
    const early = step(ground, state, { do: 'back', step: seat.key });
    expect(early.last).toMatchObject({ went: 'gate', because: [gate.key, ...early.last!.because.slice(1)] });
    const passed = step(ground, state, { do: 'answer', gate: gate.key, fine: { [gate.checks[0].id]: true } });
    expect(passed.mistakes).toMatchObject([{ went: 'overlooked', more: 'passed' }]);
    const looked = step(ground, state, { do: 'look', gate: gate.key, check: gate.checks[0].id });
    expect(looked.last).toMatchObject({ went: 'told', more: 'amiss' });
    expect(
      step(ground, looked, { do: 'answer', gate: gate.key, fine: { [gate.checks[0].id]: false } }).mistakes,
    ).toEqual([]);
  });
});

describe('sorting', () => {
  it('wants each screw in its own hole, also where somebody had them in each other’s', () => {
    const faults: Fault[] = [{ fault: 'wrong-hole', item: 'd/short', other: 'd/long' }];
    const { setup, plan } = setupOf(withFaults(DOOR, faults), ['card'], {}, { faults });
    const ground = groundOf(setup);
    const state = step(ground, followPlan(ground, plan), { do: 'turn-back' });
    expect(state.phase).toBe('sort');
    const { heaps, holes } = sortingOf(ground, state);
    expect(heaps.map(({ count, length }) => [count, length])).toEqual([
      [1, 20],
      [1, 40],
    ]);
    expect(rightLooks(ground, 'd/long')).toContain('|40|');
    const asFound = Object.fromEntries(holes.map((key) => [key, key === 'd/long' ? heaps[0].looks : heaps[1].looks]));
    const wrong = step(ground, state, { do: 'sort', pieces: asFound, wires: {} });
    expect(wrong.mistakes.map(({ item, went }) => [item, went])).toEqual([
      ['d/short', 'mixed-up'],
      ['d/long', 'mixed-up'],
    ]);
    expect(wrong.phase).toBe('back');
  });

  it('asks which wire is plus where that is known for sure', () => {
    const door = made([part('woofer', { kind: 'speaker' })], [], [link('plug', 'woofer', 'body')], {
      pairs: [
        {
          of: 'woofer',
          plus: { colour: 'GY/PK' },
          minus: { colour: 'GY/BK' },
          verified: [{ how: 'cell', result: 'cone out' }],
        },
        { of: 'woofer', plus: { colour: 'BN' }, minus: { colour: 'BN/WH' } },
      ],
    });
    const { setup, plan } = setupOf(door, ['woofer']);
    const ground = groundOf(setup);
    const state = step(ground, followPlan(ground, plan), { do: 'turn-back' });
    const { wires } = sortingOf(ground, state);
    expect(wires).toEqual([{ id: 'd/0', part: 'd/woofer', at: '', colours: ['GY/BK', 'GY/PK'], plus: 'GY/PK' }]);
    const crossed = step(ground, state, { do: 'sort', pieces: {}, wires: { 'd/0': 'GY/BK' } });
    expect(crossed.mistakes).toMatchObject([{ went: 'mixed-up', more: 'wire', item: 'd/woofer' }]);
  });
});

describe('where testers went wrong', () => {
  it('becomes a remark once for each of them, the most common first', () => {
    const spot = { item: 'd/hook', kind: 'hook', went: 'broke' } as const;
    const other = { item: 'd/clips', kind: 'push-clip', went: 'held' } as const;
    expect(
      testerRemarks([
        { person: 'pip', weak: [spot, spot, other, { ...other, went: 'overlooked' }] },
        { person: 'bea', weak: [spot] },
      ]),
    ).toEqual([
      { ...spot, testers: 2 },
      { ...other, testers: 1 },
    ]);
  });
});

describe('a rehearsal given up', () => {
  it('is worth nothing and says so', () => {
    const { setup } = setupOf(DOOR, ['card']);
    const ground = groundOf(setup);
    const over = rehearse(ground, [{ do: 'hint' }, { do: 'stop' }, { do: 'take', tool: 'T20' }]);
    expect(over.moves).toBe(2);
    expect(scoreOf(ground, over)).toMatchObject({ points: 0, ending: 'given-up', hints: 0 });
  });
});
