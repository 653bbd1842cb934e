import { describe, expect, it } from 'vitest';
import { link, made, part } from '@tests/support/made';
import type { Fastener, ProcedureDocument } from '../../document';
import { buildGraph } from './build-graph';
import type { ActionGraph } from './graph';
import { makePlan, type PlanResult } from '../../telling';

const fastener = (id: string, holds: string | string[], kind: string, more: Partial<Fastener> = {}): Fastener => ({
  id,
  holds,
  kind,
  ...(kind === 'screw' ? { drive: 'T20' } : {}),
  ...more,
});

/** Everything a node waits for, directly or not, as short keys: "release f". */
function waitsFor(graph: ActionGraph, key: string): Set<string> {
  const start = graph.idOf.get(key)!;
  const seen = new Set([start]);
  for (const id of seen) for (const need of graph.nodes[id].needs) seen.add(need);
  seen.delete(start);
  return new Set(
    [...seen]
      .filter((id) => graph.nodes[id].action)
      .map((id) => graph.nodes[id].key.replace('d/', '').replace(':', ' ')),
  );
}
const needs = (document: ProcedureDocument, key: string, options = {}) =>
  waitsFor(buildGraph([document], { options }), key);
const order = (result: PlanResult) => {
  if (!result.ok) throw new Error(result.problems[0].message);
  return result.plan.removal.map((action) => `${action.type} ${action.item}`);
};
const plan = (document: ProcedureDocument, goals: string[], options = {}) =>
  order(makePlan({ documents: [document], goals, options }));

describe('release', () => {
  it('waits for its own list, else for its part’s', () => {
    const document = made(
      [part('cap'), part('card', { behind: ['sail'] }), part('sail')],
      [
        fastener('own', 'card', 'screw', { behind: ['cap'] }),
        fastener('inherits', 'card', 'screw'),
        fastener('open', 'card', 'screw', { behind: [] }),
      ],
    );
    expect(needs(document, 'release:d/own')).toEqual(new Set(['takeOff cap', 'free cap']));
    expect(needs(document, 'release:d/inherits')).toEqual(new Set(['takeOff sail', 'free sail']));
    expect(needs(document, 'release:d/open')).toEqual(new Set());
  });

  it('of what lets go by pulling comes after the part’s turned fasteners and what the part is behind, even where its own list is empty', () => {
    const document = made(
      [part('card', { behind: ['sail'] }), part('sail')],
      [
        fastener('s', 'card', 'screw', { behind: [] }),
        fastener('c', 'card', 'push-clip', { behind: [] }),
        fastener('p', 'card', 'push-pin', { behind: [] }),
      ],
    );
    expect(needs(document, 'release:d/c')).toEqual(new Set(['release s', 'takeOff sail', 'free sail']));
    expect(needs(document, 'release:d/p')).toEqual(new Set());
  });

  it('waits for nothing of a part that this vehicle does not have, though both share a clip', () => {
    const document = made(
      [part('cap'), part('other'), part('crank', { when: { windows: 'crank' } })],
      [fastener('c', ['crank', 'cap'], 'push-clip'), fastener('s', ['crank', 'other'], 'screw')],
      [],
      { options: { windows: ['power', 'crank'] } },
    );
    expect([...needs(document, 'release:d/c', { windows: 'power' })]).toEqual([]);
    expect([...needs(document, 'release:d/c', { windows: 'crank' })]).toEqual(['release s']);
  });

  it('is asked of every part it holds, and only once', () => {
    const document = made([part('a'), part('b')], [fastener('s', ['a', 'b'], 'screw')]);
    expect(needs(document, 'free:d/a')).toEqual(new Set(['release s']));
    expect(needs(document, 'free:d/b')).toEqual(new Set(['release s']));
    expect(plan(document, ['a', 'b']).filter((step) => step === 'release s')).toHaveLength(1);
  });
});

describe('undo', () => {
  it('waits for the first part that is not the body to swing free', () => {
    const document = made([part('a'), part('b')], [], [link('l', 'body', 'b'), link('m', 'a', 'b')]);
    expect(needs(document, 'undo:d/l')).toEqual(new Set(['free b']));
    expect(needs(document, 'undo:d/m')).toEqual(new Set(['free a']));
  });

  it('of an airbag plug waits for the battery and the wait, whose own list comes first', () => {
    const document = made([part('a')], [], [link('l', 'a', 'body', { safety: 'srs', behind: [] })]);
    expect(needs(document, 'undo:d/l')).toEqual(new Set(['wait', 'batteryOff', 'check']));
    expect(plan(document, ['l'])).toEqual(['check before-battery', 'batteryOff battery', 'wait battery', 'undo l']);
  });
});

describe('taking off', () => {
  it('needs the part free and its links undone', () => {
    const document = made([part('a')], [fastener('t', 'a', 'tab')], [link('l', 'a', 'body')]);
    expect(needs(document, 'takeOff:d/a')).toEqual(new Set(['free a', 'release t', 'undo l']));
    expect(needs(document, 'free:d/a')).toEqual(new Set(['release t']));
  });

  it('undoes what ties a carried part to something else, but not what stays within', () => {
    const document = made(
      [part('sail'), part('tweeter', { on: 'sail' }), part('crossover', { on: 'sail' }), part('other')],
      [],
      [
        link('out', 'tweeter', 'body', { behind: ['sail:free'] }),
        link('within', 'tweeter', 'crossover'),
        link('across', 'crossover', 'other', { behind: ['sail:free'] }),
      ],
    );
    const wanted = needs(document, 'takeOff:d/sail');
    expect(wanted.has('undo out')).toBe(true);
    expect(wanted.has('undo across')).toBe(true);
    expect(wanted.has('undo within')).toBe(false);
  });

  it('brings a part along that then lies loose, before anything else that waited', () => {
    const document = made(
      [part('crank'), part('washer', { looseWith: 'crank' }), part('card', { behind: ['crank'] })],
      [fastener('cc', 'crank', 'c-clip'), fastener('s', 'card', 'screw', { behind: ['crank'] })],
    );
    const steps = plan(document, ['card']);
    expect(steps.indexOf('takeOff washer')).toBeGreaterThan(steps.indexOf('takeOff crank'));
    expect(steps.indexOf('takeOff washer')).toBeLessThan(steps.indexOf('release s'));
    expect(plan(document, ['crank'])).toContain('takeOff washer');
  });

  it('is looked up a few times for each part, however many lie loose', () => {
    let asked = 0;
    const holders = Array.from({ length: 300 }, (_, n) => part(`crank-${n}`));
    const loose = holders.flatMap(({ id }) =>
      Array.from({ length: 3 }, (_, n) =>
        Object.defineProperty(part(`washer-${n}-of-${id}`), 'looseWith', { get: () => ((asked += 1), id) }),
      ),
    );
    const graph = buildGraph([made([...holders, ...loose])], { options: {} });
    expect(graph.nodes[graph.idOf.get('takeOff:d/crank-7')!].pulls).toHaveLength(3);
    expect(asked).toBeLessThan(20 * loose.length);
  });

  it('comes before what waited for its holder in another procedure too, whichever is named first', () => {
    const door = made([part('crank'), part('washer', { looseWith: 'crank' })], [fastener('cc', 'crank', 'c-clip')]);
    const pillar = { ...made([part('trim', { behind: ['d/crank'] })]), id: 'pillar' };
    for (const documents of [
      [door, pillar],
      [pillar, door],
    ]) {
      const result = makePlan({ documents, goals: ['pillar/trim'], options: {} });
      const keys = result.ok ? result.plan.removal.map(({ key }) => key) : [];
      expect(keys.indexOf('takeOff:d/washer')).toBeGreaterThan(keys.indexOf('takeOff:d/crank'));
      expect(keys.indexOf('free:pillar/trim')).toBeGreaterThan(keys.indexOf('takeOff:d/washer'));
    }
  });
});

describe('order rules', () => {
  const document = (rule: { first: string; then: string }) =>
    made([part('a'), part('b')], [fastener('f', 'a', 'screw'), fastener('g', 'b', 'screw')], [], { before: [rule] });

  it('bind only when both are in the plan, and never add work', () => {
    expect(plan(document({ first: 'b', then: 'f' }), ['a'])).toEqual(['release f', 'free a', 'takeOff a']);
    const both = plan(document({ first: 'b', then: 'f' }), ['a', 'b']);
    expect(both.indexOf('takeOff b')).toBeLessThan(both.indexOf('release f'));
  });

  it('mean a part’s off as the first and its free as the second, unless they say otherwise', () => {
    const steps = plan(document({ first: 'a', then: 'b' }), ['a', 'b']);
    expect(steps.indexOf('takeOff a')).toBeLessThan(steps.indexOf('free b'));
    const free = plan(document({ first: 'a:free', then: 'b:off' }), ['a', 'b']);
    expect(free.indexOf('free a')).toBeLessThan(free.indexOf('takeOff b'));
  });

  it('that contradict one another are named as a loop', () => {
    const contrary = makePlan({
      documents: [
        {
          ...document({ first: 'f', then: 'g' }),
          before: [
            { first: 'f', then: 'g' },
            { first: 'g', then: 'f' },
          ],
        },
      ],
      goals: ['a', 'b'],
      options: {},
    });
    expect(contrary.ok ? null : contrary.problems[0]).toMatchObject({
      code: 'loop',
      items: expect.arrayContaining(['f', 'g']),
    });
  });
});

describe('goals', () => {
  const document = made(
    [
      part('cap'),
      part('card', { when: { windows: ['power', 'crank'] } }),
      part('crank', { when: { windows: 'crank' } }),
    ],
    [fastener('t', 'cap', 'tab'), fastener('s', 'card', 'screw', { behind: ['cap'] })],
    [link('l', 'card', 'body')],
    { options: { windows: ['power', 'crank'] } },
  );
  const asked = (goals: string[], options = { windows: 'power' }) =>
    makePlan({ documents: [document], goals, options });

  it('are what they say: off, free, released, undone, or only within reach', () => {
    expect(order(asked(['card']))).toContain('takeOff card');
    expect(order(asked(['card:free']))).not.toContain('undo l');
    expect(order(asked(['s'])).at(-1)).toBe('release s');
    expect(order(asked(['l'])).at(-1)).toBe('undo l');
    expect(order(asked(['expose s']))).toEqual(['release t', 'free cap', 'takeOff cap']);
    expect(order(asked(['d/card:off']))).toEqual(order(asked(['card'])));
  });

  it.each([
    [['sunroof'], 'goal-unknown'],
    [['s:free'], 'goal-state'],
    [['card half off'], 'goal-malformed'],
    [['crank'], 'goal-excluded'],
    [[], 'no-goal'],
    [['other/card'], 'goal-unknown'],
  ])('that cannot be are refused: %j', (goals, code) => {
    const result = asked(goals);
    expect(result.ok ? null : result.problems[0].code).toBe(code);
  });

  it('must say which where two procedures have the item', () => {
    const result = makePlan({
      documents: [document, { ...document, id: 'e', side: 'right' }],
      goals: ['card'],
      options: { windows: 'power' },
    });
    expect(result.ok ? null : result.problems[0].code).toBe('goal-ambiguous');
  });

  it('under options nobody gave keep their items, marked, and name what matters', () => {
    const result = makePlan({
      documents: [
        made(
          [part('a'), part('cover', { when: { roof: 'glass' } })],
          [fastener('s', 'a', 'screw', { behind: ['cover'] })],
          [],
          { options: { roof: ['glass', 'steel'], paint: ['red', 'blue'] } },
        ),
      ],
      goals: ['a'],
      options: {},
    });
    if (!result.ok) throw new Error('no plan');
    expect(result.plan.unknownOptions).toEqual(['roof']);
    expect(result.plan.removal.find((action) => action.item === 'cover')!.ifFitted).toEqual(['roof']);
  });
});

describe('another procedure', () => {
  const seat = {
    ...made([part('seat')], [fastener('b', 'seat', 'bolt', { drive: 'T45' })]),
    id: 'seat-base',
    zone: 'rear-seat',
    side: 'centre' as const,
  };
  const trim = made([part('trim', { behind: ['seat-base/seat:free'] })]);

  it('is pulled in as far as it is needed', () => {
    const steps = order(makePlan({ documents: [trim, seat], goals: ['trim'], options: {} }));
    expect(steps).toEqual(['release b', 'free seat', 'free trim', 'takeOff trim']);
  });

  it('that is not at hand is named', () => {
    const result = makePlan({ documents: [trim], goals: ['trim'], options: {} });
    expect(result.ok && result.plan.missingProcedures).toEqual(['seat-base']);
  });
});
