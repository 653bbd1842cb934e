import { describe, expect, it } from 'vitest';
import { demoNames, demoProcedure } from '@tests/support/demo';
import { indexItems, type ProcedureDocument } from '../../document';
import { DEFAULT_COSTS, moveMs, toolChangeMs } from '../../planning';
import { craftRank } from '../../planning/graph/craft';
import { makePlan, type PlannedAction } from '../../telling';
import { newPartId } from './fit-step-ids';
import { withNewSpeaker } from './fit-steps';
import { fixingsOf, type SpeakerFacts } from './fixing';

/** Works above which trying all orders takes too long. */
const MOST = 8;
const SPEAKER: SpeakerFacts = { name: 'Saltmarsh 165 A', kind: 'speaker', holes: 4 };

const CASES = demoNames().flatMap((name) => {
  const document = demoProcedure(name);
  return document.parts
    .filter(({ kind }) => kind === 'speaker' || kind === 'tweeter')
    .flatMap(({ id }) => fixingsOf(document, id, null).choices.map(({ way }) => [name, id, way] as const));
});

/** Whether a work must stand before another: by its needs, or by a craftsman's order. All of them are of one kit, and so of one place. */
function mustPrecede(document: ProcedureDocument, one: string, other: string): boolean {
  const { works } = indexItems(document);
  const [a, b] = [works.get(one)!, works.get(other)!];
  if (b.needs?.includes(one)) return true;
  const [rankA, rankB] = [craftRank(document, a), craftRank(document, b)];
  return rankA !== null && rankB !== null && rankA < rankB;
}

/** What changing tools and moving cost in one order, milliseconds. */
const between = (order: readonly PlannedAction[]): number =>
  order
    .slice(1)
    .reduce(
      (sum, next, at) =>
        sum +
        toolChangeMs(order[at].tool, next.tool, DEFAULT_COSTS) +
        moveMs(order[at].place, next.place, DEFAULT_COSTS),
      0,
    );

/** The cheapest of all orders that keep what must come before what, by trying every one. */
function cheapest(works: readonly PlannedAction[], precedes: (a: PlannedAction, b: PlannedAction) => boolean): number {
  let best = Infinity;
  const put = (done: PlannedAction[], left: readonly PlannedAction[]) => {
    if (between(done) >= best) return;
    if (left.length === 0) {
      best = between(done);
      return;
    }
    for (const next of left)
      if (!left.some((other) => other !== next && precedes(other, next)))
        put(
          [...done, next],
          left.filter((one) => one !== next),
        );
  };
  put([], works);
  return best;
}

describe('the order of fitting', () => {
  it.each(CASES)(
    '%s, %s, by %s: no order of all that are possible changes tools and places for less',
    (name, of, fixing) => {
      const document = withNewSpeaker(demoProcedure(name), { of, speaker: SPEAKER, joint: 'crimp', fixing });
      const made = makePlan({ documents: [document], goals: [`fit ${name}/${newPartId(of)}`], options: {} });
      if (!made.ok) throw new Error(made.problems[0].message);
      const byKey = new Map(made.plan.fit.map((action) => [action.key, action]));
      const order = made.plan.steps.fit.flatMap(({ actions }) => actions.map((key) => byKey.get(key)!));
      if (order.length > MOST) return;
      const precedes = (a: PlannedAction, b: PlannedAction) => mustPrecede(document, a.item, b.item);
      order.forEach((one, at) => expect(order.slice(at + 1).some((later) => precedes(later, one))).toBe(false));
      expect(between(order)).toBe(cheapest(order, precedes));
    },
  );
});
