import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { procedures } from '@tests/support/generate-procedure';
import { link, made, part } from '@tests/support/made';
import { followPlan, movesFor, setupOf } from '@tests/support/rehearse';
import { checkProcedure } from '../planning';
import { makePlan } from '../telling';
import { itemKey, itemsOf, type ProcedureDocument } from '../document';
import { type Ground, groundOf } from './ground';
import { nextBack, nextStep } from './hint';
import { MISTAKES, type Move } from './move';
import { holds, isReached, waitingFor } from './reach';
import { GESTURES } from './gestures';
import { rehearse, step } from './rehearse';
import { spotWords } from './told';
import { outcomeWords } from './words';
import { scoreOf } from './score';
import { sortingOf, rightLooks } from './sorting';
import { isFine } from './gate-truth';
import { type Rehearsal, startOf } from './state';

const KITE = demoProcedure('kite-rear-door');
const POWER = { windows: 'power' };

/** A rule that what lets go with the part's own pull comes before something else that holds the part: no pull of it does that. */
const pullsAgainstRule = ({ before, fasteners }: ProcedureDocument): boolean =>
  (before ?? []).some(({ first }) =>
    fasteners.some(({ id, kind }) => id === first && ['push-clip', 'tab', 'hook'].includes(kind)),
  );

/** Generated procedures that can be planned, with every part as a goal. */
const plannable = procedures({ srs: true, routes: true, maxParts: 5 }).filter((document) => {
  if (pullsAgainstRule(document)) return false;
  const goals = document.parts.map(({ id }) => id);
  return (
    !checkProcedure(document).remarks.some(({ level }) => level === 'error') &&
    makePlan({ documents: [document], goals, options: {} }).ok
  );
});

function groundFor(document: ProcedureDocument, more: Parameters<typeof setupOf>[3] = {}) {
  const { setup, plan } = setupOf(
    document,
    document.parts.map(({ id }) => id),
    {},
    more,
  );
  return { ground: groundOf(setup), plan };
}

describe('following any valid plan', () => {
  it('breaks nothing, is stopped nowhere and reaches everything wanted', () => {
    fc.assert(
      fc.property(plannable, (document) => {
        const { ground, plan } = groundFor(document);
        const state = followPlan(ground, plan);
        expect(state.damage).toEqual([]);
        expect(state.mistakes).toEqual([]);
        expect(isReached(ground, state)).toBe(true);
        expect(
          plan.removal.filter(({ key }) => !state.isDone.has(ground.graph.idOf.get(key)!)).map(({ key }) => key),
        ).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });

  it('is worth 100 of 100 with no needless work, at the price of the plan', () => {
    fc.assert(
      fc.property(plannable, (document) => {
        const { ground, plan } = groundFor(document, { bothWays: false });
        const state = step(ground, followPlan(ground, plan), { do: 'turn-back' });
        const score = scoreOf(ground, state);
        expect(score).toMatchObject({ points: 100, needless: [], brokenPieces: 0, missed: 0, ending: 'finished' });
        expect(score.seconds).toBeCloseTo(plan.cost.seconds, 6);
      }),
      { numRuns: 40 },
    );
  });

  it('works on every procedure of the demo, there and back', () => {
    for (const name of ['kite-rear-door', 'lumen-dash-top', 'calder-rear-seat']) {
      const document = demoProcedure(name);
      const options = Object.fromEntries(
        Object.entries(document.options ?? {}).map(([option, [first]]) => [option, first]),
      );
      const goal =
        document.parts.find(({ kind }) => kind === 'speaker' || kind === 'tweeter')?.id ?? document.parts.at(-1)!.id;
      const { setup, plan } = setupOf(document, [goal], options);
      const ground = groundOf(setup);
      const back = putAllBack(ground, step(ground, followPlan(ground, plan), { do: 'turn-back' }));
      expect([name, back.phase, back.ending, back.mistakes]).toEqual([name, 'over', 'finished', []]);
      expect(scoreOf(ground, back).points).toBe(100);
    }
  });
});

/** Sorts, answers and puts back without a mistake. */
function putAllBack(ground: Ground, from: Rehearsal): Rehearsal {
  let state = from;
  if (state.phase === 'sort') {
    const { holes, wires } = sortingOf(ground, state);
    state = step(ground, state, {
      do: 'sort',
      pieces: Object.fromEntries(holes.map((key) => [key, rightLooks(ground, key)])),
      wires: Object.fromEntries(wires.map(({ id, plus }) => [id, plus])),
    });
  }
  for (let next = nextBack(state); next && state.phase === 'back'; next = nextBack(state)) {
    const gate = state.back!.actions.get(next.actions[0])!;
    state = step(
      ground,
      state,
      gate.gate
        ? {
            do: 'answer',
            gate: gate.key,
            fine: Object.fromEntries(gate.checks.map((check) => [check.id, isFine(ground, state, gate, check)])),
          }
        : { do: 'back', step: next.key },
    );
  }
  return state;
}

describe('the first thing done too early', () => {
  it('breaks or blocks, and names what holds, hides or comes first', () => {
    fc.assert(
      fc.property(plannable, fc.nat(), fc.nat(), fc.boolean(), (document, at, which, isFirm) => {
        const { ground, plan } = groundFor(document);
        // Some way along a valid plan…
        const states = [startOf(ground)];
        followPlan(ground, plan, (state) => states.push(state));
        const state = states[at % states.length];
        // …an action whose needs are not met.
        const early = plan.removal.filter(({ key, type }) => {
          const id = ground.graph.idOf.get(key)!;
          if (state.isDone.has(id)) return false;
          // Its own clips let go by a part's own motion: they are no reason.
          return (
            waitingFor(ground.graph, state.isDone, id).some((need) => !isOwnClip(ground, state, type, need)) &&
            type !== 'takeOff'
          );
        });
        fc.pre(early.length > 0);
        const { key } = early[which % early.length];
        const [move, next] = wayOf(movesFor(ground, state, key, isFirm ? 400 : undefined));
        const after = step(ground, next ? step(ground, state, move) : state, next ?? move);
        const { went, because } = after.last!;
        expect(MISTAKES.has(went)).toBe(true);
        const unmet = ancestors(ground, state, ground.graph.idOf.get(key)!);
        expect(because.length).toBeGreaterThan(0);
        expect(because.every((one) => unmet.has(one))).toBe(true);
        expect(after.isDone.has(ground.graph.idOf.get(key)!) && went !== 'broke' && went !== 'tore').toBe(false);
      }),
      { numRuns: 100 },
    );
  });

  it('tears a plug that was left on, and names it', () => {
    const { ground } = groundFor(made([part('card')], [], [link('plug', 'card', 'body')]));
    const free = rehearse(ground, [{ do: 'pull', item: 'd/card', gesture: 'out-top' }]);
    expect(free.last).toMatchObject({ went: 'done' });
    const gentle = step(ground, free, { do: 'pull', item: 'd/card', gesture: 'out-top' });
    expect(gentle.last).toMatchObject({ went: 'held', because: ['d/plug'], damage: [] });
    const firm = step(ground, free, { do: 'pull', item: 'd/card', gesture: 'out-top', mm: 400 });
    expect(firm.last).toMatchObject({
      went: 'tore',
      because: ['d/plug'],
      damage: [{ item: 'd/plug', what: 'plug', pieces: 1 }],
    });
  });
});

/** The last move that matters: the tool is taken first. */
const wayOf = (moves: Move[]): [Move, Move | undefined] =>
  moves[0].do === 'take' ? [moves[0], moves[1]] : [moves[0], undefined];

const isOwnClip = (ground: Ground, state: Rehearsal, type: string, need: number) => {
  const { ref } = ground.graph.nodes[need];
  return (
    (type === 'free' || type === 'peel') &&
    ref.type === 'release' &&
    waitingFor(ground.graph, state.isDone, need).length === 0 &&
    ['push-clip', 'tab', 'hook', 'spring-clip', 'bracket'].includes(
      ground.graph.indexes.get(ref.procedure!)!.fasteners.get(ref.item)!.kind,
    )
  );
};

/** Everything undone that a node waits for, directly or not, by key; rules of order too. */
function ancestors(ground: Ground, state: Rehearsal, id: number): Set<string> {
  const seen = new Set([id]);
  for (const one of seen) {
    const { needs, anyOf } = ground.graph.nodes[one];
    const rules = ground.graph.orderEdges.filter(({ then }) => then === one).map(({ first }) => first);
    for (const need of [...needs, ...(anyOf ?? []).flat(), ...rules])
      if (!holds(ground.graph, state.isDone, need)) seen.add(need);
  }
  return new Set(
    [...seen].map((one) => {
      const { procedure, item } = ground.graph.nodes[one].ref;
      return procedure === null ? ground.graph.nodes[one].key : itemKey({ procedure, item });
    }),
  );
}

describe('hints', () => {
  it('lead from any state to what is wanted, without a mistake', () => {
    fc.assert(
      fc.property(plannable, (document) => {
        const { ground } = groundFor(document);
        let state = startOf(ground);
        for (let n = 0; n < 400 && !isReached(ground, state); n += 1) {
          const next = nextStep(ground, state)!;
          const frees = next.actions.filter((key) => /^(free|peel):/.test(key));
          const [key] = (frees.length ? [...frees, ...next.actions] : next.actions).filter(
            (one) => !state.isDone.has(ground.graph.idOf.get(one)!),
          );
          for (const move of movesFor(ground, state, key)) state = step(ground, state, move);
        }
        expect(isReached(ground, state)).toBe(true);
        expect(state.mistakes).toEqual([]);
      }),
      { numRuns: 40 },
    );
  });
});

describe('tools', () => {
  const { setup } = setupOf(made([part('card')], [{ id: 's', kind: 'screw', drive: 'T27', holds: 'card', count: 2 }]), [
    'card',
  ]);
  const ground = groundOf(setup);
  const withTool = (tool: string, times = 1): Move[] => [
    { do: 'take', tool },
    ...Array.from({ length: times }, (): Move => ({ do: 'use', item: 'd/s', pieces: 1 })),
  ];
  it('a smaller bit slips first, then rounds the head', () => {
    expect(rehearse(ground, withTool('T25')).last).toMatchObject({ went: 'slipped', more: 'T27', damage: [] });
    expect(rehearse(ground, withTool('T25', 2)).last).toMatchObject({ went: 'rounded', damage: [{ what: 'head' }] });
    expect(rehearse(ground, [...withTool('T25', 5), ...withTool('T27', 2)]).damage).toHaveLength(1);
  });
  it('a larger one does not go on, the bare hand turns no screw', () => {
    expect(rehearse(ground, withTool('T30')).last).toMatchObject({ went: 'wrong-tool', more: 'T27' });
    expect(rehearse(ground, withTool('hand')).last).toMatchObject({ went: 'wrong-tool', more: 'T27' });
  });
  it('the right one takes out a piece at a time', () => {
    expect(rehearse(ground, withTool('T27')).last).toMatchObject({ went: 'part-way' });
    expect(rehearse(ground, withTool('T27', 2)).last).toMatchObject({ went: 'done' });
  });
  it('a screwdriver marks the edge it pries at', () => {
    const { setup: pry } = setupOf(made([part('cap', { motions: ['pry-front'] })]), ['cap']);
    const moves: Move[] = [
      { do: 'take', tool: 'PH2' },
      { do: 'pull', item: 'd/cap', gesture: 'out-front' },
    ];
    expect(rehearse(groundOf(pry), moves).last).toMatchObject({ went: 'marked', damage: [{ what: 'edge' }] });
  });
});

describe('an airbag plug', () => {
  const lumen = made([part('card')], [], [link('bag', 'card', 'body', { safety: 'srs' })]);
  it('with the battery on ends the rehearsal, whether it is unplugged or torn', () => {
    const { ground } = groundFor(lumen);
    const free: Move = { do: 'pull', item: 'd/card', gesture: 'out-top' };
    const unplugged = rehearse(ground, [free, { do: 'use', item: 'd/bag' }]);
    expect(unplugged).toMatchObject({
      phase: 'over',
      ending: 'srs',
      last: { went: 'srs', because: ['check', 'batteryOff', 'wait'].slice(-1) },
    });
    expect(scoreOf(ground, unplugged).points).toBe(0);
    expect(rehearse(ground, [free, { ...free, mm: 400 }]).ending).toBe('srs');
  });
  it('is undone after battery and wait', () => {
    const { ground } = groundFor(lumen, { bothWays: false });
    const state = rehearse(ground, [
      { do: 'vehicle', step: 'check' },
      { do: 'vehicle', step: 'batteryOff' },
      { do: 'vehicle', step: 'wait' },
      { do: 'pull', item: 'd/card', gesture: 'out-top' },
      { do: 'use', item: 'd/bag' },
      { do: 'pull', item: 'd/card', gesture: 'out-top' },
      { do: 'turn-back' },
    ]);
    expect(state).toMatchObject({ phase: 'over', ending: 'finished', mistakes: [] });
  });
});

describe('a missed screw', () => {
  const { setup } = setupOf(KITE, ['woofer'], POWER);
  const ground = groundOf(setup);
  it('is named when the card is pulled against it, and the card breaks only under a firm hand', () => {
    const cap: Move[] = [
      { do: 'take', tool: 'trim-tool' },
      { do: 'pull', item: 'kite-rear-door/pull-cap', gesture: 'out-front' },
    ];
    const early = rehearse(ground, cap);
    expect(early.mistakes.filter(({ went }) => went === 'broke')).toEqual([]);
  });
  it('what came out needlessly is told', () => {
    const { setup: capOnly, plan } = setupOf(KITE, ['pull-cap'], POWER, { bothWays: false });
    const small = groundOf(capOnly);
    const state = followPlan(small, plan);
    const bezel: Move = { do: 'vehicle', step: 'check' };
    const over = step(small, step(small, state, bezel), { do: 'turn-back' });
    expect(scoreOf(small, over).needless).toEqual(['check']);
  });
});

describe('words', () => {
  it('are there for whatever happens, on the way out and back', () => {
    fc.assert(
      fc.property(plannable, fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 25 }), (document, picks) => {
        const { ground, plan } = groundFor(document, { level: 'hints' });
        const say = (state: Rehearsal) => {
          if (state.last) expect(typeof outcomeWords(ground, state, state.last)).toBe('string');
        };
        let state = startOf(ground);
        const items = itemsOf(document).map(({ id }) => itemKey({ procedure: document.id, item: id }));
        for (const [at, how] of picks) {
          const item = items[at % items.length];
          const isPart = document.parts.some(({ id }) => itemKey({ procedure: document.id, item: id }) === item);
          state = step(
            ground,
            state,
            isPart
              ? { do: 'pull', item, gesture: GESTURES[how % GESTURES.length], ...(how % 2 ? { mm: how % 400 } : {}) }
              : { do: 'use', item },
          );
          say(state);
        }
        state = step(ground, followPlan(ground, plan), { do: 'turn-back' });
        if (state.phase === 'sort') state = step(ground, state, { do: 'sort', pieces: {}, wires: {} });
        for (const [at] of picks) {
          const { steps, actions } = state.back!;
          const one = steps[at % steps.length];
          if (!one) break;
          const gate = actions.get(one.actions[0])!;
          state = step(
            ground,
            state,
            gate.gate ? { do: 'answer', gate: gate.key, fine: {} } : { do: 'back', step: one.key },
          );
          say(state);
        }
        for (const spot of scoreOf(ground, state).weak) expect(spotWords(ground, spot)).toMatch(/^[A-Z0-9].*: /);
      }),
      { numRuns: 40 },
    );
  });
});
