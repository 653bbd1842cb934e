import { findPartKind } from '../hardware';
import { itemKey } from '../procedure';
import type { CostSettings, ActionGraph } from '../graph';
import { coversOf } from './covers';
import { placeGates, testFor, type PlacedGate } from './gates';
import { greedyOrder, improveOrder, type OrderProblem } from '../order';
import { invert, type RefitGraph } from './refit-graph';
import type { GateCheck, RefitAction } from './refit-step';

/**
 * Plans putting back what was really done, in the order it was done (graph node ids; nodes that are no actions are ignored).
 * Inverse steps with inverse edges, all screws of a part started before one is tightened, and the gates of every part
 * that is closed. Any prefix of a removal can be closed this way. O(n²) in the steps.
 */
export function planRefit(graph: ActionGraph, doneInOrder: number[], costs: CostSettings): RefitAction[] {
  const done = doneInOrder.filter((id) => graph.nodes[id].action);
  const refit = invert(graph, done);
  const gates = placeGates(graph, refit, coversOf(graph, new Set(done)));
  const sequence = orderRefit(refit, costs);
  const steps = withGates(refit, gates, sequence);
  markRepeats(steps);
  hangSwitches(graph, steps);
  const untested = handOverTests(graph, done, steps);
  if (untested.length) steps.push(handOverGate(untested));
  return steps;
}

function orderRefit(refit: RefitGraph, costs: CostSettings): number[] {
  const problem: OrderProblem = {
    tasks: refit.steps,
    before: refit.before.map((set) => [...set].sort((a, b) => a - b)),
    costs,
  };
  const lastOutFirstIn = refit.steps.map((_, at) => refit.steps.length - at);
  return improveOrder(problem, greedyOrder(problem, lastOutFirstIn));
}

function withGates(refit: RefitGraph, gates: PlacedGate[], sequence: number[]): RefitAction[] {
  return sequence.flatMap((at) => {
    const step = refit.steps[at];
    const before = gates.filter((gate) => !gate.step.late && gate.closing === at).map((gate) => gate.step);
    const after = step.type === 'batteryOn' ? gates.filter(({ step: gate }) => gate.late).map((gate) => gate.step) : [];
    return [...before, step, ...after];
  });
}

/** An outer gate that asks only what an inner one has already answered passes by itself. */
function markRepeats(steps: RefitAction[]): void {
  const answered = { 'closing-in': new Set<string>(), test: new Set<string>(), clips: new Set<string>() };
  for (const step of steps) {
    if (!step.gate || step.gate === 'clips') continue;
    const items = step.checks.flatMap((check) => check.items);
    if (items.every((item) => answered[step.gate!].has(item) || (step.gate === 'closing-in' && isCounted(steps, item))))
      step.auto = true;
    else for (const item of items) answered[step.gate].add(item);
  }
}

/** True where the counts of the run say by themselves whether an item is back: fasteners and links. */
const isCounted = (steps: RefitAction[], item: string) =>
  steps.some((step) => ['fit', 'start', 'join'].includes(step.type) && itemKey(step) === item);

/** A test that needs a switch which is refitted later asks for it to be hung on its plug by hand. */
function hangSwitches(graph: ActionGraph, steps: RefitAction[]): void {
  steps.forEach((gate, at) => {
    if (gate.gate !== 'test') return;
    for (const later of steps.slice(at + 1)) {
      if (later.type !== 'join' || later.procedure !== gate.procedure) continue;
      const index = graph.indexes.get(later.procedure!)!;
      const link = index.links.get(later.item)!;
      const part = link.joins.find((end) => index.parts.has(end) && end !== gate.item);
      const isControl = part && findPartKind(graph.catalogue, index.parts.get(part)!.kind)?.isControl;
      if (!isControl || link.safety === 'srs') continue;
      gate.notes.push({ note: 'hang-control', control: { procedure: later.procedure!, item: part } });
    }
  });
}

/** What was undone or taken out but stands under no test gate: tried at hand-over at the latest. */
function handOverTests(graph: ActionGraph, done: number[], steps: RefitAction[]): GateCheck[] {
  const tested = new Set(
    steps.flatMap((step) => (step.gate === 'test' ? step.checks.flatMap((check) => check.items) : [])),
  );
  return done
    .map((id) => testFor(graph, id))
    .filter((check) => check !== null && !check.items.some((item) => tested.has(item))) as GateCheck[];
}

const handOverGate = (checks: GateCheck[]): RefitAction => ({
  key: 'gate:test:hand-over',
  type: 'gate',
  procedure: null,
  item: 'hand-over',
  side: null,
  tool: 'hand',
  ms: 0,
  place: { procedure: null, side: null, group: 'hand-over', x: 0, y: 0 },
  bin: null,
  reverses: null,
  gate: 'test',
  checks,
  notes: [],
  auto: false,
});
