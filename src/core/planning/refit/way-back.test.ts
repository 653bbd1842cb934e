import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { procedures } from '@tests/support/generate-procedure';
import { type ProcedureDocument, readItemKey } from '../../document';
import { findPartKind } from '../../trade';
import { checkProcedure, hasErrors } from '../check';
import { buildGraph, type ActionGraph, carryOut, DEFAULT_COSTS, precedenceOf } from '../graph';
import { orderRemoval, planRefit } from '../steps';
import { tiedBy } from './hands';
import type { RefitAction } from './refit-step';

const sound = procedures({ srs: true, routes: true }).filter(
  (document) => !hasErrors(checkProcedure(document).remarks),
);

interface Back {
  graph: ActionGraph;
  /** Keys of what was taken apart, in order. */
  out: string[];
  actions: RefitAction[];
}

/** Everything taken apart, or as far as `length`, and put back. */
function backOf(document: ProcedureDocument, length = Infinity): Back {
  const graph = buildGraph([document], { options: {} });
  const all = carryOut(graph, new Set(graph.nodes.keys()), { rules: true });
  const { actions, before } = precedenceOf(graph, all.done, all.taken);
  const atoms = actions.map((id) => graph.nodes[id].action!);
  const { steps } = orderRemoval(graph, atoms, before, [], DEFAULT_COSTS);
  const out = steps.flatMap((step) => step.actions).slice(0, length);
  const done = out.map((key) => graph.idOf.get(key)!);
  return { graph, out, actions: planRefit(graph, done, DEFAULT_COSTS).actions };
}

const at = ({ actions }: Back, key: string): number => actions.findIndex((action) => action.key === key);

/** Checks something of every way back of every prefix of what can be taken apart. */
const always = (holds: (back: Back) => void, runs = 150) =>
  fc.assert(
    fc.property(sound, fc.nat(60), (document, length) => holds(backOf(document, length))),
    { numRuns: runs },
  );

describe('every way back of generated procedures', () => {
  it('asks what is inside, and counts clips, before the part is offered', () => {
    always((back) => {
      back.actions.forEach(({ gate, procedure, item }, place) => {
        if (gate !== 'closing-in' && gate !== 'clips') return;
        for (const type of ['place', 'seat', 'seal'])
          if (at(back, `${type}:${procedure}/${item}`) >= 0)
            expect(at(back, `${type}:${procedure}/${item}`)).toBeGreaterThan(place);
      });
    });
  });

  it('asks it of every part that closes a cavity and was off', () => {
    always((back) => {
      for (const { type, procedure, item } of back.actions) {
        const kind = back.graph.indexes.get(procedure ?? '')?.parts.get(item)?.kind;
        if (type !== 'place' || !findPartKind(back.graph.catalogue, kind!)?.closesCavity) continue;
        const gate = back.actions.find(({ key }) => key === `gate:closing-in:${procedure}/${item}`);
        expect(gate?.checks.map(({ fact }) => fact)).toContain('nothing-left-inside');
      }
    });
  });

  it('lets nothing but joins, power and tests stand between a part’s offer and its seat', () => {
    always((back) => {
      const index = back.graph.indexes.get('made')!;
      // Two parts with one lead between them are held together.
      const isAlone = (part: string) =>
        [...index.links.values()].every((link) => {
          const tied = tiedBy(index, link);
          return !tied.includes(part) || tied.length === 1;
        });
      back.actions.forEach(({ type, item }, place) => {
        const seat = at(back, `seat:made/${item}`);
        if (type !== 'place' || seat < 0 || !isAlone(item)) return;
        const between = back.actions.slice(place + 1, seat);
        const foreign = between.filter(
          (one) =>
            !(one.type === 'join' || one.type === 'batteryOn' || (one.type === 'gate' && one.gate !== 'closing-in')),
        );
        expect(foreign.map(({ key }) => key)).toEqual([]);
      });
    });
  });

  it('joins a plug before any part it ties is seated, unless it had to be undone before that part could come free', () => {
    always((back) => {
      const index = back.graph.indexes.get('made')!;
      for (const link of index.links.values()) {
        const join = at(back, `join:made/${link.id}`);
        if (join < 0) continue;
        for (const part of tiedBy(index, link)) {
          const seat = at(back, `seat:made/${part}`);
          // One that rides on another is seated there first; its plug is joined with that one in the hand.
          const carrier = index.parts.get(part)!.on;
          if (seat < 0 || seat > join || (carrier && at(back, `place:made/${carrier}`) >= 0)) continue;
          expect(isForced(back, link.id, part), `${link.id} behind ${part}`).toBe(true);
        }
      }
    });
  });

  it('tests nothing behind what hides it, but for what has to wait for power', () => {
    always((back) => {
      back.actions.forEach((gate, place) => {
        if (gate.gate !== 'test' || gate.late || gate.procedure === null) return;
        for (const { items } of gate.checks) {
          const own = items.map((key) => readItemKey(key)!.item);
          // A panel hides its own plugs; what lies behind a panel or trim is hidden by it.
          for (const item of own) {
            const link = back.graph.indexes.get('made')!.links.get(item);
            const panels = (link?.joins ?? []).filter(
              (end) => back.graph.indexes.get('made')!.parts.get(end)?.kind === 'panel',
            );
            for (const panel of panels) {
              const seat = at(back, `seat:made/${panel}`);
              if (seat >= 0 && !isForced(back, item, panel)) expect(seat).toBeGreaterThan(place);
            }
          }
        }
      });
    });
  });

  it('brings power back behind every airbag plug and what it is in, ahead of what needs it, and tests nothing electrical without it', () => {
    always((back) => {
      const on = at(back, 'batteryOn');
      if (back.out.includes('batteryOff')) expect(on).toBeGreaterThanOrEqual(0);
      if (on < 0) return;
      back.actions.forEach(({ key, gate, checks }, place) => {
        const powered = checks.some(({ fact }) =>
          ['works', 'joined-and-working', 'glass-path-clear', 'lamp-on', 'new-sound'].includes(fact),
        );
        if ((gate === 'test' || gate === 'airbag-lamp') && powered) expect(place, key).toBeGreaterThan(on);
      });
      const index = back.graph.indexes.get('made')!;
      for (const { id, safety, joins } of index.links.values()) {
        if (safety !== 'srs' || at(back, `join:made/${id}`) < 0) continue;
        expect(at(back, `join:made/${id}`)).toBeLessThan(on);
        for (const part of tiedBy(index, { joins })) expect(at(back, `seat:made/${part}`)).toBeLessThan(on);
      }
      expect(back.actions[on - 1].gate).toBe('before-power');
      expect(back.actions[on + 1].gate).toBe('airbag-lamp');
    });
  });

  it('answers every line once', () => {
    always(({ actions }) => {
      const tests = actions.filter(({ gate }) => gate === 'test').flatMap(({ checks }) => checks.map(({ id }) => id));
      expect(tests).toEqual([...new Set(tests)]);
      const keys = actions.map(({ key }) => key);
      expect(keys).toEqual([...new Set(keys)]);
    });
  });
});

/** Whether a plug had to be undone before a part could come free, by needs alone. */
function isForced({ graph }: Back, link: string, part: string): boolean {
  const undo = graph.idOf.get(`undo:made/${link}`)!;
  const seen = new Set([graph.idOf.get(`free:made/${part}`)!]);
  for (const id of seen)
    for (const need of [...graph.nodes[id].needs, ...(graph.nodes[id].anyOf ?? []).flat()]) seen.add(need);
  return seen.has(undo) || offToSeat(graph, part);
}

/** What comes back only behind a seat takes its plugs along. */
const offToSeat = (graph: ActionGraph, part: string): boolean =>
  [...graph.indexes.get('made')!.parts.values()].some(
    ({ id, offToSeat: others }) => (id === part && !!others?.length) || !!others?.includes(part),
  );
