import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { procedures } from '@tests/support/generate-procedure';
import { link, made, part } from '@tests/support/made';
import {
  heldParts,
  itemKey,
  type Link,
  parseReference,
  type Part,
  type ProcedureDocument,
  readItemKey,
} from '../../document';
import { findPartKind } from '../../trade';
import { checkProcedure, hasErrors } from '../check';
import { type ActionGraph, buildGraph, carryOut, DEFAULT_COSTS, precedenceOf } from '../graph';
import { orderRemoval, planRefit } from '../steps';
import { tiedBy } from './hands';
import type { RefitAction } from './refit-step';
import type { TestSet } from './trials';

/** A door whose first covered part lies behind a shield that takes minutes to seal, as a speaker behind its foil. */
const door = (id: string, side: 'left' | 'right') =>
  procedures({ srs: true, routes: true, id, side })
    .map(withShield)
    .filter((document) => !hasErrors(checkProcedure(document).remarks));

function withShield(document: ProcedureDocument): ProcedureDocument {
  const covered = document.parts.find(({ behind, kind }) => behind?.length && kind !== 'shield');
  const over = covered?.behind!.map((need) => parseReference(need)!.item).find((item) => item.startsWith('p'));
  if (!over) return document;
  return {
    ...document,
    parts: document.parts.map((part) => {
      if (part.id === over) return { ...part, kind: 'shield', motions: ['pull'] };
      return part.id === covered!.id ? { ...part, kind: 'speaker' } : part;
    }),
    fasteners: [...document.fasteners, { id: 'bead', kind: 'butyl', holds: over, count: 1 }],
    links: [
      ...document.links.filter(({ joins }) => !joins.includes(covered!.id)),
      { id: 'sound', kind: 'connector', joins: [covered!.id, 'body'] },
    ],
  };
}

/** One zone, or the same of the other side too, with or without a set that has members in both. */
const vehicles = fc
  .tuple(
    door('made', 'left'),
    fc.option(door('other', 'right'), { freq: 2 }),
    fc.tuple(fc.nat(60), fc.nat(60)),
    fc.boolean(),
  )
  .map(([left, right, members, isSet]): Vehicle => {
    const documents = right ? [left, right] : [left];
    const sets = isSet ? [{ id: 'pair', members: documents.map((document, i) => memberOf(document, members[i])) }] : [];
    return { documents, sets };
  });

interface Vehicle {
  documents: ProcedureDocument[];
  sets: TestSet[];
}

interface Back {
  graph: ActionGraph;
  sets: TestSet[];
  /** Keys of what was taken apart, in order. */
  out: string[];
  actions: RefitAction[];
}

function memberOf({ id, parts, links }: ProcedureDocument, n: number): string {
  const items = [...parts, ...links].map((item) => item.id);
  return itemKey({ procedure: id, item: items[n % items.length] });
}

/** Everything taken apart, or as far as `length`, and put back. */
function backOf({ documents, sets }: Vehicle, length = Infinity): Back {
  const graph = buildGraph(documents, { options: {} });
  const carried = carryOut(graph, new Set(graph.nodes.keys()), { rules: true });
  const { actions, before } = precedenceOf(graph, carried.done, carried.taken);
  const atoms = actions.map((id) => graph.nodes[id].action!);
  const { steps } = orderRemoval(graph, atoms, before, [], DEFAULT_COSTS);
  const out = steps.flatMap((step) => step.actions).slice(0, length);
  const done = out.map((key) => graph.idOf.get(key)!);
  return { graph, sets, out, actions: planRefit(graph, done, DEFAULT_COSTS, undefined, { sets }).actions };
}

/** Every item of every zone, with its procedure. */
const all = <K extends 'links' | 'parts'>({ graph }: Back, what: K) =>
  [...graph.indexes].flatMap(([procedure, index]) =>
    [...index[what].values()].map((one) => ({ procedure, index, one: one as K extends 'links' ? Link : Part })),
  );

const at = ({ actions }: Back, key: string): number => actions.findIndex((action) => action.key === key);

/** Checks something of every way back of every prefix of what can be taken apart. */
const always = (holds: (back: Back) => void, runs = 100) =>
  fc.assert(
    fc.property(vehicles, fc.nat(60), (vehicle, length) => holds(backOf(vehicle, length))),
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
      // Two parts with one lead between them are held together.
      const isAlone = (procedure: string, part: string) =>
        all(back, 'links').every(({ procedure: of, index, one }) => {
          const tied = tiedBy(index, one);
          return of !== procedure || !tied.includes(part) || tied.length === 1;
        });
      back.actions.forEach(({ type, procedure, item }, place) => {
        const seat = at(back, `seat:${procedure}/${item}`);
        if (type !== 'place' || seat < 0 || !isAlone(procedure!, item)) return;
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
      for (const { procedure, index, one: link } of all(back, 'links')) {
        const join = at(back, `join:${procedure}/${link.id}`);
        if (join < 0) continue;
        for (const part of tiedBy(index, link)) {
          const seat = at(back, `seat:${procedure}/${part}`);
          // One that rides on another is seated there first; its plug is joined with that one in the hand.
          const carrier = index.parts.get(part)!.on;
          if (seat < 0 || seat > join || (carrier && at(back, `place:${procedure}/${carrier}`) >= 0)) continue;
          expect(isForced(back, procedure, link.id, part), `${link.id} behind ${part}`).toBe(true);
        }
      }
    });
  });

  it('tests nothing behind what hides it, but for what has to wait for power', () => {
    always((back) => {
      back.actions.forEach((gate, place) => {
        if (gate.gate !== 'test' || gate.late || gate.procedure === null) return;
        for (const { items } of gate.checks) {
          // A panel hides its own plugs; what lies behind a panel or trim is hidden by it.
          for (const { procedure, item } of items.map((key) => readItemKey(key)!)) {
            const index = back.graph.indexes.get(procedure)!;
            const panels = (index.links.get(item)?.joins ?? []).filter((end) => index.parts.get(end)?.kind === 'panel');
            for (const panel of panels) {
              const seat = at(back, `seat:${procedure}/${panel}`);
              if (seat >= 0 && !isForced(back, procedure, item, panel)) expect(seat).toBeGreaterThan(place);
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
      for (const { procedure, index, one } of all(back, 'links')) {
        const join = at(back, `join:${procedure}/${one.id}`);
        if (one.safety !== 'srs' || join < 0) continue;
        expect(join).toBeLessThan(on);
        for (const part of tiedBy(index, one)) expect(at(back, `seat:${procedure}/${part}`)).toBeLessThan(on);
      }
      expect(back.actions[on - 1].gate).toBe('before-power');
      expect(back.actions[on + 1].gate).toBe('airbag-lamp');
    });
  });

  it('tries a set as one, and a zone too: later only what could not be tried the first time', () => {
    always((back) => {
      const firsts = new Map<string, number>();
      back.actions.forEach((gate, place) => {
        if (gate.gate !== 'test' || gate.late || gate.procedure === null) return;
        // The line of the glass names no item: it is the gate's own zone.
        const about = gate.checks.flatMap(({ items }) =>
          items.length ? items : [itemKey({ ...gate, procedure: gate.procedure! })],
        );
        const groups = new Set(about.map((key) => groupOf(back, key)));
        for (const group of groups) {
          const first = firsts.get(group);
          if (first === undefined) {
            if (group === 'pair') expect(gate.key).toBe('gate:test:set/pair');
            firsts.set(group, place);
            continue;
          }
          for (const { items, fact } of gate.checks) {
            const own = items.filter((key) => groupOf(back, key) === group);
            // The glass is tried only where its panel closes.
            if (own.length === 0 || fact === 'glass-path-clear') continue;
            const since = back.actions.slice(first + 1, place);
            expect(
              since.some(({ key, type }) => type === 'batteryOn' || own.some((one) => isAbout(back, key, one))),
              `${gate.key}: ${own.join()}`,
            ).toBe(true);
          }
        }
      });
    });
  });

  it('seals no shield over what was not tried, unless power had to wait', () => {
    always((back) => {
      const tests = back.actions.flatMap(({ gate, late, procedure, checks }, place) =>
        gate === 'test' ? checks.map((check) => ({ check, place, late: late || procedure === null })) : [],
      );
      for (const { procedure, index, one: shield } of all(back, 'parts')) {
        // Where an area of it was peeled, that area closes last.
        const own = itemKey({ procedure, item: shield.id });
        const seat = back.actions.findLastIndex(({ key }) => key === `seat:${own}` || key.startsWith(`seal:${own}@`));
        const seals = [...index.fasteners.values()].some(
          ({ id, kind, holds }) => kind === 'butyl' && holds === shield.id && at(back, `fit:${procedure}/${id}`) >= 0,
        );
        if (shield.kind !== 'shield' || seat < 0 || !seals) continue;
        for (const { check, place, late } of tests)
          for (const key of check.items) {
            const ref = readItemKey(key)!;
            const behind = index.parts.get(ref.item)?.behind ?? [];
            // Its own plug joined only behind the seat cannot be tried ahead of it.
            if (late || ref.procedure !== procedure || !behind.some((need) => parseReference(need)!.item === shield.id))
              continue;
            expect(place, `${key} behind ${shield.id}`).toBeLessThan(seat);
          }
      }
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

it('offers a part between two that a lead ties only when its own seat is next', () => {
  const cover = (id: string, behind: string[], kind = 'cover') => part(id, { kind, motions: ['pull'], behind });
  const documents = [
    made(
      [cover('cap', []), cover('trim', ['cap:free']), cover('card', ['trim:free'], 'panel')],
      [],
      [link('plug', 'trim', 'body'), link('lead', 'card', 'cap')],
    ),
  ];
  const { actions } = backOf({ documents, sets: [] });
  const held = actions.map(({ key }) => key).filter((key) => /^(place|join|seat):/.test(key));
  expect(held.slice(-4)).toEqual(['place:d/trim', 'join:d/plug', 'seat:d/trim', 'seat:d/cap']);
});

it('lets no recorded rule put a part between another one’s offer and its seat', () => {
  const documents = [
    made(
      [part('shield', { kind: 'shield', behind: [] }), part('speaker', { kind: 'speaker', behind: ['shield:free'] })],
      [{ id: 'bead', holds: 'shield', kind: 'butyl', count: 1 }],
      [link('sensor', 'shield', 'body'), link('sound', 'speaker', 'body')],
      {
        work: [{ id: 'opening', kind: 'cut', needs: ['speaker'], phase: 'apart' }],
        before: [{ first: 'opening', then: 'sensor' }],
      },
    ),
  ];
  const held = backOf({ documents, sets: [] })
    .actions.map(({ key }) => key)
    .filter((key) => /^(place|seat):/.test(key));
  expect(held).toEqual(['place:d/speaker', 'seat:d/speaker', 'place:d/shield', 'seat:d/shield']);
});

/** Zones are tried each by itself; a set makes one group of those its members are in. */
function groupOf({ sets }: Back, key: string): string {
  const { procedure } = readItemKey(key)!;
  const set = sets.find(({ members }) => members.some((member) => readItemKey(member)!.procedure === procedure));
  return set?.id ?? procedure;
}

/** Whether an action joins, mounts or fastens an item, or a part that it is joined to. */
function isAbout({ graph }: Back, action: string, key: string): boolean {
  const ref = readItemKey(key)!;
  const [, owner, item] = /^[a-z]+:([^/]+)\/([^#@~]+)/.exec(action) ?? [];
  const index = graph.indexes.get(ref.procedure)!;
  if (owner !== ref.procedure) return false;
  const ends = index.links.get(ref.item)?.joins ?? [ref.item];
  const fastener = index.fasteners.get(item);
  const link = index.links.get(item);
  return (
    item === ref.item ||
    ends.includes(item) ||
    (!!fastener && heldParts(fastener).some((part) => ends.includes(part))) ||
    (!!link && tiedBy(index, link).some((part) => ends.includes(part)))
  );
}

/** Whether a plug had to be undone before a part could come free, by needs alone. */
function isForced({ graph }: Back, procedure: string, link: string, part: string): boolean {
  const undo = graph.idOf.get(`undo:${procedure}/${link}`)!;
  const seen = new Set([graph.idOf.get(`free:${procedure}/${part}`)!]);
  for (const id of seen)
    for (const need of [...graph.nodes[id].needs, ...(graph.nodes[id].anyOf ?? []).flat()]) seen.add(need);
  return seen.has(undo) || offToSeat(graph, procedure, part);
}

/** What comes back only behind a seat takes its plugs along. */
const offToSeat = (graph: ActionGraph, procedure: string, part: string): boolean =>
  [...graph.indexes.get(procedure)!.parts.values()].some(
    ({ id, offToSeat: others }) => (id === part && !!others?.length) || !!others?.includes(part),
  );
