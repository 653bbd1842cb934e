import { moveMs, toolChangeMs, type CostSettings, type Place } from '../graph';

/** One thing to be put in order: what it costs by itself, and what changing to it depends on. */
export interface OrderTask {
  tool: string;
  ms: number;
  place: Place;
}

/** An ordering problem: priced tasks and direct predecessors by position. The technician starts with the bare hand. */
export interface OrderProblem<Task extends OrderTask = OrderTask> {
  tasks: Task[];
  before: number[][];
  costs: CostSettings;
}

/** Milliseconds from finishing `from` (null = at the start) to beginning `to`. */
export function transitionMs(problem: OrderProblem, from: number | null, to: number): number {
  const next = problem.tasks[to];
  if (from === null) return toolChangeMs('hand', next.tool, problem.costs);
  const last = problem.tasks[from];
  return toolChangeMs(last.tool, next.tool, problem.costs) + moveMs(last.place, next.place, problem.costs);
}

/** Prices a complete sequence: own times, tool changes and moves. */
export function priceOrder(problem: OrderProblem, sequence: number[]): { costMs: number; toolChanges: number } {
  let costMs = 0;
  let toolChanges = 0;
  let last: number | null = null;
  for (const at of sequence) {
    costMs += transitionMs(problem, last, at) + problem.tasks[at].ms;
    if ((last === null ? 'hand' : problem.tasks[last].tool) !== problem.tasks[at].tool) toolChanges += 1;
    last = at;
  }
  return { costMs, toolChanges };
}

/**
 * A bound that holds for any order: all own times, plus the cheapest change into each tool that is not the bare hand.
 * (Each such tool must be taken up at least once, from the hand or from another tool.)
 */
export function trivialBoundMs({ tasks, costs }: OrderProblem): number {
  const tools = new Set(tasks.map((task) => task.tool));
  tools.delete('hand');
  return tasks.reduce((sum, task) => sum + task.ms, 0) + tools.size * costs.toolChangeMs;
}

/**
 * The valid order nearest to a wished one: each wished action in turn, with whatever it still waits for just before it.
 * `wish` lists positions; tasks it leaves out come at the end, by position. Linear in edges.
 * @throws Error where tasks wait for one another in a loop.
 */
export function followWish(before: number[][], wish: number[]): number[] {
  const placed = new Uint8Array(before.length);
  const sequence: number[] = [];
  const place = (start: number) => {
    const stack = [start];
    while (stack.length) {
      const at = stack[stack.length - 1];
      const need = before[at].find((p) => !placed[p]);
      if (stack.length > before.length) throw new Error('Tasks wait for one another in a loop.');
      if (placed[at]) stack.pop();
      else if (need !== undefined) stack.push(need);
      else {
        placed[at] = 1;
        sequence.push(at);
        stack.pop();
      }
    }
  };
  for (const at of wish) place(at);
  for (let at = 0; at < before.length; at += 1) place(at);
  return sequence;
}
