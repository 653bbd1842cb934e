import { findPartKind } from '../../trade';
import { type Leaving, readItemKey } from '../../document';
import type { ActionGraph } from '../graph';
import { coversOf, replacedParts, staysOut, type GateCheck, type RefitAction, type RefitNote } from '../refit';
import { testBefore7 } from './tests';
import { GATE_SECONDS, placeGates, type PlacedGate } from './gates';
import { invert, type RefitGraph } from './refit-graph';

/** What goes back, with its precedence, before an order is chosen for it. */
export interface WayBack {
  /** Node ids that were done, in that order. */
  done: number[];
  /** Node ids that are tried again though nothing of them was undone. */
  retest: number[];
  refit: RefitGraph;
  gates: PlacedGate[];
}

/**
 * What putting back what was really done takes (graph node ids, in the order they were done; nodes that are no actions are ignored): inverse steps with inverse
 * edges, all screws of a part started before one is tightened, and the gates of the parts that are closed. Any prefix of a removal can be closed this way.
 */
export function wayBackOf(
  graph: ActionGraph,
  doneInOrder: number[],
  backWork: number[] = [],
  retest: number[] = [],
): WayBack {
  const undone = doneInOrder.filter((id) => graph.nodes[id].action);
  const replaced = replacedParts(graph, [...undone, ...retest]);
  const comesBack = (id: number) => {
    const { procedure, item } = graph.nodes[id].ref;
    return procedure === null || !staysOut(graph, replaced, { procedure, item });
  };
  const done = undone.filter(comesBack);
  const refit = invert(graph, done, backWork);
  const again = [...new Set(retest)].filter((id) => !done.includes(id) && comesBack(id));
  // What a part covers leads through what was taken out from under it, whether that comes back or not.
  const covers = coversOf(graph, new Set([...undone, ...again]));
  for (const [part, covered] of covers) covers.set(part, new Set([...covered].filter(comesBack)));
  return { done, retest: again, refit, gates: placeGates(graph, refit, covers) };
}

/** An action of the way back with the keys of those it waits for. */
export interface OrderedAction {
  action: RefitAction;
  waitsFor: string[];
}

/**
 * The actions in a chosen order (positions in `refit.steps`, those of one step together), each gate right before the step it guards, late ones right behind battery-on,
 * one before giving back for what could not be tested earlier. A test asks for everything that is joined by then and was not tested yet, and nothing is asked twice.
 */
export function withGates(
  graph: ActionGraph,
  { done, retest, refit, gates }: WayBack,
  sequence: number[][],
): OrderedAction[] {
  const tests = new Tests(graph, [...done, ...retest], refit);
  const keyOf = (at: number) => refit.steps[at].key;
  const asked = new Set<string>();
  const placed = new Set<number>();
  const ordered: OrderedAction[] = [];
  const pass = ({ step, needs }: PlacedGate): string[] => {
    const joined = step.gate === 'test' ? tests.takeReady(step, placed) : null;
    if (joined) step.checks = joined.checks;
    if (step.gate === 'closing-in') step.checks = notAskedYet(step.checks, asked);
    if (step.checks.length === 0) return [];
    ordered.push({ action: step, waitsFor: [...new Set([...needs, ...(joined?.needs ?? [])])].map(keyOf) });
    return [step.key];
  };
  for (const step of sequence) {
    const own = gates.filter(({ step: gate, closing }) => !gate.late && step.includes(closing)).flatMap(pass);
    for (const at of step) {
      ordered.push({ action: refit.steps[at], waitsFor: [...[...refit.before[at]].map(keyOf), ...own] });
      placed.add(at);
    }
    if (refit.steps[step[0]].type !== 'batteryOn') continue;
    gates.filter((gate) => gate.step.late).forEach(pass);
    const again = setAgain(graph);
    if (again.length)
      ordered.push({ action: vehicleGate('after-power', 'after-power', again), waitsFor: [refit.steps[step[0]].key] });
  }
  hangControls(graph, ordered);
  const untested = tests.left();
  if (untested.length)
    ordered.push({
      action: vehicleGate('test', 'hand-over', untested),
      waitsFor: ordered.map(({ action }) => action.key),
    });
  return ordered;
}

/** What has to be tested, each once. */
class Tests {
  private readonly open = new Map<string, { check: GateCheck; procedure: string; at: number | undefined }>();

  constructor(graph: ActionGraph, done: number[], refit: RefitGraph) {
    for (const id of done) {
      const check = testBefore7(graph, id);
      if (check) this.open.set(check.id, { check, procedure: graph.nodes[id].ref.procedure!, at: refit.last.get(id) });
    }
  }

  /** The tests of a gate's zone that can be made by now, and those that it was placed for; they are done with then. */
  takeReady(gate: RefitAction, placed: ReadonlySet<number>): { checks: GateCheck[]; needs: number[] } {
    const own = new Set(gate.checks.map(({ id }) => id));
    const ready = [...this.open.values()].filter(
      ({ check, procedure, at }) =>
        own.has(check.id) || (procedure === gate.procedure && at !== undefined && placed.has(at)),
    );
    for (const { check } of ready) this.open.delete(check.id);
    return { checks: ready.map(({ check }) => check), needs: ready.flatMap(({ at }) => at ?? []) };
  }

  left = (): GateCheck[] => [...this.open.values()].map(({ check }) => check);
}

const LEFT: ReadonlySet<string> = new Set<Leaving>(['swarf', 'bare-edge', 'open-hole', 'warm-glue']);
const isLeft = (fact: GateCheck['fact']) => LEFT.has(fact);

/** Lines about what an inner part has been asked for already are left out. */
function notAskedYet(checks: GateCheck[], asked: Set<string>): GateCheck[] {
  return checks.flatMap((check) => {
    if (isLeft(check.fact)) return asked.has(check.id) || !asked.add(check.id) ? [] : [check];
    if (check.fact !== 'inside-back') return [check];
    const items = check.items.filter((item) => !asked.has(item));
    for (const item of items) asked.add(item);
    return items.length ? [{ ...check, items }] : [];
  });
}

/** Where the glass is run or something is tried that a control works, a control that is refitted later is hung on its plug or slipped on for it. */
function hangControls(graph: ActionGraph, ordered: OrderedAction[]): void {
  ordered.forEach(({ action: gate }, at) => {
    if (!gate.gate || !gate.checks.some((check) => needsControl(graph, check))) return;
    for (const { action: later } of ordered.slice(at + 1)) {
      const note = controlNote(graph, gate, later);
      const isSaid = gate.notes.some((one) => note && JSON.stringify(one) === JSON.stringify(note));
      if (note && !isSaid) gate.notes.push(note);
    }
  });
}

/** Sound comes from the head unit; everything else that is tried needs what works it. */
function needsControl(graph: ActionGraph, { fact, items }: GateCheck): boolean {
  if (fact === 'glass-path-clear') return true;
  if (fact !== 'works' && fact !== 'joined-and-working') return false;
  return items
    .map((key) => readItemKey(key)!)
    .some(({ procedure, item }) => {
      const index = graph.indexes.get(procedure)!;
      const part =
        index.parts.get(item) ?? index.parts.get(index.links.get(item)?.joins.find((end) => end !== 'body') ?? '');
      return !!part && !findPartKind(graph.catalogue, part.kind)?.sounds;
    });
}

function controlNote(graph: ActionGraph, gate: RefitAction, later: RefitAction): RefitNote | null {
  if (later.procedure !== gate.procedure) return null;
  const index = graph.indexes.get(later.procedure ?? '');
  if (!index) return null;
  const link = later.type === 'join' ? index.links.get(later.item) : undefined;
  const item = link ? link.joins.find((end) => index.parts.has(end) && end !== gate.item) : later.item;
  const part = index.parts.get(item ?? '');
  const control = { procedure: later.procedure!, item: item! };
  if (later.type === 'place' && part?.kind === 'crank') return { note: 'slip-on', control };
  const isControl = link && link.safety !== 'srs' && part && findPartKind(graph.catalogue, part.kind)?.isControl;
  return isControl ? { note: 'hang-control', control } : null;
}

/** What the vehicle wants set again after the battery was off, each once. */
const setAgain = (graph: ActionGraph): GateCheck[] =>
  [...new Set([...graph.documents.values()].flatMap(({ afterPower }) => afterPower ?? []))].map((what) => ({
    id: `set-again:${what}`,
    fact: 'set-again',
    part: null,
    items: [],
    what,
  }));

/** A gate of the vehicle as a whole. */
const vehicleGate = (gate: keyof typeof GATE_SECONDS, item: string, checks: GateCheck[]): RefitAction => ({
  key: `gate:${gate}:${item}`,
  type: 'gate',
  procedure: null,
  item,
  side: null,
  tool: 'hand',
  ms: GATE_SECONDS[gate] * 1000,
  place: { procedure: null, side: null, group: item, x: 0, y: 0 },
  bin: null,
  reverses: null,
  gate,
  checks,
  notes: [],
});
