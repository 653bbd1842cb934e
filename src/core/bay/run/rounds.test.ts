import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { doneFact, runPlanFor, stamp } from '@tests/support/run';
import { inRound } from '../../planning';
import { basesOf, graphOf } from './basis';
import type { RunEvent, RunFact } from './events';
import { foldRun } from './fold';
import { judgeFor } from './judge';
import { isBalanced } from './ledger';
import { leftOverPlaces } from './left-over';
import { reopeningOf } from './reopen';
import { itemOfCheck } from './rounds';
import { viewRun, type RunView } from './view';

const plan = runPlanFor(demoProcedure('lumen-front-door'), ['woofer'], { audio: 'base', puddle: 'none' });
const graph = graphOf(plan);
const judge = judgeFor(basesOf(plan));

/** One tablet's run, a step at a time. */
class Tablet {
  events: RunEvent[] = [];
  add(...facts: RunFact[]): RunEvent[] {
    const made = facts.map((fact, n) => stamp([fact], 'tablet-a', 'bea', this.events.length + n + 1)[0]);
    this.events.push(...made);
    return made;
  }
  get state() {
    return foldRun(this.events, judge);
  }
  get view(): RunView {
    return viewRun(graph, plan, this.state);
  }
  /** Does whatever is next until nothing is; `answer` gives the result of a line of a test. */
  work(answer: (check: string) => 'pass' | 'fail' = () => 'pass'): void {
    for (let { view, state } = this; view.now; { view, state } = this) {
      for (const { key, step } of view.now.actions) {
        const at = inRound(key, state.round);
        if (!('gate' in step) || !step.gate) {
          this.add(doneFact(at));
          continue;
        }
        const results = step.checks.map(({ id }) => ({ id, result: answer(id) }));
        this.add(...results.map(({ id, result }): RunFact => ({ type: 'test', gate: at, check: id, result })));
        if (results.some(({ result }) => result === 'fail')) return;
        this.add({ type: 'gatePassed', gate: at });
      }
    }
  }
}

/** A door closed again, with a test that failed once there was power: the card is on already. */
function failedLate(): { tablet: Tablet; check: string } {
  const tablet = new Tablet();
  tablet.add({ type: 'started' });
  tablet.work();
  tablet.add({ type: 'phase', to: 'refit' });
  let failed = '';
  tablet.work((check) => {
    if (failed || !/^(works|joined-and-working):.*\/(woofer|l5)$/.test(check)) return 'pass';
    failed = check;
    return 'fail';
  });
  return { tablet, check: failed };
}

describe('a test that fails behind a closed panel', () => {
  const { tablet, check } = failedLate();
  const before = tablet.state;
  const items = [itemOfCheck(check)!];

  it('says what must come off again from where things stand, battery and all', () => {
    const keys = reopeningOf(graph, plan, before, items).steps.flatMap(({ actions }) => actions);
    expect(keys).toEqual(expect.arrayContaining(['batteryOff', 'wait', 'takeOff:lumen-front-door/card']));
    expect(keys.indexOf('wait')).toBeLessThan(keys.indexOf('undo:lumen-front-door/srs1'));
    expect(keys).not.toContain('takeOff:lumen-front-door/woofer');
    expect(before.round).toBe(1);
  });

  it('opens a round whose steps are done again, and is asked again before it closes', () => {
    const again = new Tablet();
    again.events = [...tablet.events];
    again.add({ type: 'reopened', round: 2, items, check, why: 'the speaker stays silent' });
    expect(again.state).toMatchObject({ round: 2, phase: 'remove' });
    expect(again.view.removal.flatMap(({ actions }) => actions.map(({ key }) => key))).toEqual(
      reopeningOf(graph, plan, before, items).steps.flatMap(({ actions }) => actions),
    );
    again.work();
    expect(again.state.done.has('takeOff:lumen-front-door/card')).toBe(true);
    again.add({ type: 'mended', words: 'plug was not home' }, { type: 'phase', to: 'refit' });
    const asked: string[] = [];
    again.work((one) => {
      asked.push(one);
      return 'pass';
    });
    expect(asked).toContain(check);
    expect(again.view.blocks).toEqual([]);
    expect(again.state.rounds).toMatchObject([
      { round: 2, check, why: 'the speaker stays silent', mended: 'plug was not home' },
    ]);
    expect(again.state.failures).toMatchObject([{ check, person: 'bea' }]);
    expect(again.view.ledger.every(isBalanced)).toBe(true);
  });

  it('counts what comes out a second time a second time', () => {
    const again = new Tablet();
    again.add({ type: 'started' });
    again.work();
    again.add({ type: 'phase', to: 'refit' });
    const last = 'joined-and-working:lumen-front-door/l1';
    again.work((one) => (one === last ? 'fail' : 'pass'));
    const out = new Map(again.view.ledger.map((row) => [row.item, row.out]));
    const opened = [itemOfCheck(last)!];
    const released = reopeningOf(graph, plan, again.state, opened)
      .steps.flatMap(({ actions }) => actions)
      .filter((key) => key.startsWith('release:'));
    expect(released.length).toBeGreaterThan(0);
    again.add({ type: 'reopened', round: 2, items: opened, check: last, why: 'dead switch' });
    again.work();
    again.add({ type: 'phase', to: 'refit' });
    again.work();
    expect(again.view.blocks).toEqual([]);
    for (const row of again.view.ledger)
      expect(row.out, row.item).toBe((released.includes(`release:${row.item}`) ? 2 : 1) * out.get(row.item)!);
    expect(again.view.ledger.every(isBalanced)).toBe(true);
  });

  it('keeps what a tablet that knew of no new round recorded, without counting it', () => {
    const late = new Tablet();
    late.events = [...tablet.events];
    late.add(
      { type: 'reopened', round: 2, items, check, why: 'silent' },
      { type: 'done', action: 'seat:lumen-front-door/card' },
    );
    expect(late.state.against).toMatchObject([{ reason: 'in an earlier round' }]);
    expect(late.state.done.has('seat:lumen-front-door/card')).toBe(false);
  });

  it('that two people open up at once is one round, for what both want to get at', () => {
    const both = new Tablet();
    both.events = [...tablet.events];
    both.add({ type: 'reopened', round: 2, items, check, why: 'silent' });
    both.add({ type: 'reopened', round: 2, items: ['lumen-front-door/card'], why: 'rattles' });
    expect(both.state.round).toBe(2);
    expect(both.state.rounds[0].items).toEqual([...items, 'lumen-front-door/card']);
  });

  it('sums what broke in each round, and asks for new ones in each', () => {
    const item = 'lumen-front-door/c1';
    const broken = new Tablet();
    broken.events = [...tablet.events];
    broken.add({ type: 'reopened', round: 2, items, check, why: 'silent' });
    broken.work();
    broken.add({ type: 'broken', item, count: 2 }, { type: 'phase', to: 'refit' });
    broken.work();
    const row = () => broken.view.ledger.find((one) => one.item === item)!;
    expect(row()).toMatchObject({ scrapped: 2, missing: 2 });
    broken.add({ type: 'renewed', item, count: 2 });
    expect(row()).toMatchObject({ missing: 0, renewed: 2 });
    expect(isBalanced(row())).toBe(true);
  });
});

describe('a door that is opened again for one line of a test', () => {
  /** Works to the end; of the lines that come up, those chosen fail once, alone, before the others are answered. */
  function workWith(fails: (nth: number) => boolean): Tablet {
    const tablet = new Tablet();
    tablet.add({ type: 'started' });
    tablet.work();
    tablet.add({ type: 'phase', to: 'refit' });
    const asked = new Set<string>();
    for (let nth = 0; nth < 400; nth += 1) {
      const { view, state } = tablet;
      if (!view.now) {
        if (state.phase === 'refit') return tablet;
        tablet.add({ type: 'phase', to: 'refit' });
        continue;
      }
      for (const { key, step } of view.now.actions) {
        const at = inRound(key, state.round);
        if (!('gate' in step) || !step.gate) {
          tablet.add(doneFact(at));
          continue;
        }
        const bad = step.gate === 'test' && step.checks.find(({ id }) => !asked.has(id) && fails(asked.size));
        for (const { id } of step.checks) asked.add(id);
        const item = bad && itemOfCheck(bad.id);
        if (bad && item && state.round < 4) {
          tablet.add({ type: 'test', gate: at, check: bad.id, result: 'fail' });
          tablet.add({ type: 'reopened', items: [item], why: 'Failed', round: state.round + 1, check: bad.id });
          break;
        }
        for (const { id } of step.checks) {
          tablet.add({ type: 'test', gate: at, check: id, result: 'pass' });
          expect(tablet.view.refitActions.get(key)?.checks, 'an answer takes no line away').toEqual(step.checks);
        }
        tablet.add({ type: 'gatePassed', gate: at });
      }
    }
    throw new Error('It never came to an end.');
  }

  it('owes the others still: at the end everything passed after it was last undone', () => {
    const all = new Set(
      workWith(() => false)
        .state.testLog.map(({ check }) => check)
        .filter((check) => itemOfCheck(check)),
    );
    expect(all.size).toBeGreaterThan(3);
    fc.assert(
      fc.property(fc.nat(12), fc.nat(12), (one, other) => {
        const { state } = workWith((nth) => nth === one || nth === other);
        for (const check of all) {
          const last = state.testLog.filter((answer) => answer.check === check).at(-1);
          expect(last?.result, check).toBe('pass');
        }
      }),
      { numRuns: 20 },
    );
  });
});

describe('a piece that is left over', () => {
  const tablet = new Tablet();
  tablet.add({ type: 'started' });
  tablet.work();
  tablet.add({ type: 'phase', to: 'refit' });
  tablet.work();
  const [left] = tablet.add({ type: 'leftOver', words: 'a T30 screw', count: 1, kind: 'screw', drive: 'T30' });

  it('stands against finishing until it is known where it belonged', () => {
    expect(tablet.view.blocks.map(({ code }) => code)).toEqual(['left-over']);
    const settled = [
      ...tablet.events,
      ...stamp([{ type: 'leftOverSettled', event: left.id, reason: 'from the floor' }], 'tablet-b', 'rui', 900),
    ];
    expect(viewRun(graph, plan, foldRun(settled, judge)).blocks).toEqual([]);
  });

  it('is looked for among the entries of its drive, those that came out first', () => {
    const places = leftOverPlaces(graph, tablet.state, tablet.state.leftOvers[0]);
    expect(places.length).toBeGreaterThan(0);
    for (const { words } of places) expect(words).toContain('T30');
    const clips = leftOverPlaces(graph, tablet.state, { ...tablet.state.leftOvers[0], kind: 'push-clip', drive: null });
    expect(clips.every(({ words }) => words.includes('push clip'))).toBe(true);
  });
});

describe('pieces that were missing on arrival', () => {
  it('have a row, also where none of the entry was there', () => {
    const tablet = new Tablet();
    tablet.add({ type: 'started' });
    tablet.add({
      type: 'asFound',
      item: 'lumen-front-door/p1',
      difference: '1 push pin missing',
      change: { missing: 1 },
    });
    const basis = basesOf(plan)(tablet.state);
    const { ledger } = viewRun(basis.graph, basis.plan, tablet.state);
    expect(ledger.find(({ item }) => item === 'lumen-front-door/p1')).toMatchObject({
      out: 0,
      wasMissing: 1,
      missing: 0,
    });
  });
});

describe('a piece that is left over', () => {
  /** A door put back whole, with one screw found over. */
  function leftOver(): { tablet: Tablet; item: string } {
    const tablet = new Tablet();
    tablet.add({ type: 'started' });
    tablet.work();
    tablet.add({ type: 'phase', to: 'refit' });
    tablet.work();
    const [piece] = tablet.add({ type: 'leftOver', words: '1 screw', count: 1, kind: 'screw', drive: 'T30' });
    const [place] = leftOverPlaces(graph, tablet.state, tablet.state.leftOvers[0]).filter(({ wasOut }) => wasOut);
    tablet.add(
      { type: 'leftOverSettled', event: piece.id, item: place.item, reason: place.words },
      {
        type: 'reopened',
        round: 2,
        items: [place.item],
        why: 'left over',
        piece: { item: place.item, count: 1 },
      },
    );
    return { tablet, item: place.item };
  }

  it('goes back in a round of its own: what hides it comes off, it is started and tightened, and nothing is out twice', () => {
    const { tablet, item } = leftOver();
    const total = graph.indexes.get('lumen-front-door')!.fasteners.get(item.split('/')[1])!.count ?? 1;
    tablet.work();
    tablet.add({ type: 'phase', to: 'refit' });
    const keys = tablet.view.refit.flatMap(({ actions }) => actions.map(({ key }) => key));
    expect(keys).toEqual(expect.arrayContaining([`start:${item}`, `tighten:${item}`]));
    const row = () => tablet.view.ledger.find((one) => one.item === item)!;
    expect([row().out, row().outNow, row().soundNow]).toEqual([total, 1, 1]);
    expect(isBalanced(row())).toBe(false);
    tablet.work();
    expect([row().out, row().back, isBalanced(row())]).toEqual([total, total, true]);
    expect(tablet.view.blocks).toEqual([]);
  });

  it('counts no more pieces than the entry has, however many are said to be over', () => {
    const { tablet, item } = leftOver();
    tablet.add({ type: 'reopened', round: 2, items: [item], why: 'again', piece: { item, count: 9 } });
    const row = tablet.view.ledger.find((one) => one.item === item)!;
    const total = graph.indexes.get('lumen-front-door')!.fasteners.get(item.split('/')[1])!.count ?? 1;
    expect(row.out).toBe(total);
  });
});

describe('every answer of every round', () => {
  it('is kept in order, also those of a round that was closed again', () => {
    const { tablet, check } = failedLate();
    const before = tablet.state.testLog.length;
    tablet.add({ type: 'reopened', round: 2, items: [itemOfCheck(check)!], check, why: 'silent' });
    expect(tablet.state.testLog).toHaveLength(before);
    expect(tablet.state.testLog.some((one) => one.result === 'fail' && one.check === check && one.round === 1)).toBe(
      true,
    );
    tablet.work();
    tablet.add({ type: 'mended', words: 'plug' }, { type: 'phase', to: 'refit' });
    tablet.work();
    expect(
      tablet.state.testLog.filter((one) => one.check === check).map(({ result, round }) => [result, round]),
    ).toEqual([
      ['fail', 1],
      ['pass', 2],
    ]);
  });
});
