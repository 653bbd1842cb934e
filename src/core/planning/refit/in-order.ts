import { append } from '../../lists';
import { itemKey, readItemKey } from '../../document';
import type { ActionGraph } from '../graph';
import { hangControls } from './controls';
import { gateAction, loneAction, type PlacedGate } from './gates';
import type { WayBack } from './refit';
import type { GateCheck, RefitAction } from './refit-step';
import type { Trial } from './trials';
import { airbagLamp, beforePower, noPower, setAgain, vehicleGate } from './vehicle-gates';

/** An action of the way back with the keys of those it waits for. */
export interface OrderedAction {
  action: RefitAction;
  waitsFor: string[];
}

/**
 * The actions in a chosen order, gates, tests and power among them. `sequence` has what is done in one go, each as the hand steps of it, each of those as positions in `refit.steps`. Gates stand
 * before the offer of their part; a test before the seat that would hide what it tries, with all that can be tried by then; power directly ahead of the first test that needs it; one last check at
 * the end for what could not be tested earlier.
 */
export function inOrder(
  graph: ActionGraph,
  back: WayBack,
  sequence: readonly (readonly number[])[][],
): OrderedAction[] {
  const line = new Line(graph, back);
  for (const hold of sequence) line.go(hold);
  line.end();
  hangControls(
    graph,
    line.ordered.map(({ action }) => action),
  );
  return line.ordered;
}

/** A test that is due, and whether it can be made before its part is offered. */
interface DueTest {
  part: string;
  /** The step that would hide what is tried: a part's seat, or an area of it sealed again. */
  seat: number;
  trials: Trial[];
  /** Waits for joins that are made with the part in the hand. */
  isHeld: boolean;
  /** Another test is made once the part is held. */
  isApart?: boolean;
}

/** The way back as it grows. */
class Line {
  readonly ordered: OrderedAction[] = [];
  private readonly placed = new Set<number>();
  private readonly open: Map<string, Trial>;
  /** Groups that had their first test. */
  private readonly begun = new Set<string>();
  private readonly late = new Map<string, { trial: Trial; seat: number }>();
  private readonly gates = new Map<number, PlacedGate[]>();
  /** The key of the airbag lamp's gate; null while the battery is off. */
  private lamp: string | null = null;

  constructor(
    private readonly graph: ActionGraph,
    private readonly back: WayBack,
  ) {
    this.open = new Map(back.trials.map((trial) => [trial.check.id, trial]));
    for (const gate of back.gates) append(this.gates, gate.closing, gate);
  }

  /** What is done in one go, with what stands before it and between an offer and its seat. */
  go(hold: readonly (readonly number[])[]): void {
    const steps = hold.flat();
    const tests = this.dueIn(steps);
    const [held, before] = [tests.filter(({ isHeld }) => isHeld), tests.filter(({ isHeld }) => !isHeld)];
    const guards: string[] = this.dryFirst(steps);
    if (this.wantsPower(steps, before)) guards.push(...this.power());
    for (const test of before) guards.push(...this.test(test));
    for (const at of steps)
      for (const gate of this.gates.get(at) ?? [])
        guards.push(this.put(gate.step, gate.needs.filter((need) => !steps.includes(need)).map(this.keyOf)));
    if (this.wantsPower(steps, held)) guards.push(...this.power());
    for (const step of hold) {
      const due = held.filter(({ seat }) => step.includes(seat));
      // Only where the maker lets the part hang on its plug under power: that plug is joined in this very hold.
      const power = this.back.power.mayHang !== null && this.wantsPower(step, due) ? this.power() : [];
      const own = [...power, ...due.flatMap((test) => this.test(test))];
      for (const at of step) {
        this.put(this.back.refit.steps[at], [...[...this.back.refit.before[at]].map(this.keyOf), ...guards, ...own]);
        this.placed.add(at);
      }
    }
  }

  /** What is left: power, the tests it barred, what wants setting again, the last check. */
  end(): void {
    if (this.back.power.on !== null && this.lamp === null) this.power();
    if (this.lamp !== null) {
      const again = setAgain(this.graph);
      if (again.length) this.put(vehicleGate('after-power', 'after-power', again), ['batteryOn']);
    }
    const all = this.ordered.map(({ action }) => action.key);
    const { barredBy } = this.back.power;
    const left = [...this.open.values()];
    const checks = [
      ...left.filter(({ powered }) => !powered || !barredBy).map(({ check }) => check),
      ...this.lastLines(),
    ];
    const notes = barredBy ? left.filter(({ powered }) => powered).map(({ check }) => noPower(check, barredBy)) : [];
    if (checks.length || notes.length)
      this.put({ ...vehicleGate('test', 'hand-over', checks), notes, saysWhere: true }, all);
  }

  /** Waits until what is about to be closed over has dried, as far as the steps before have not taken that long. */
  private dryFirst(steps: readonly number[]): string[] {
    return steps.flatMap((at) => {
      const dry = this.back.drying.get(at);
      const spent = this.ordered.reduce((sum, { action }) => sum + action.ms, 0);
      if (!dry || dry.ms <= spent || this.ordered.some(({ action }) => action.key === dry.key)) return [];
      return [this.put(loneAction('dry', this.graph.dries.get(dry.key)!, dry.ms - spent), [])];
    });
  }

  private lastLines = (): GateCheck[] =>
    this.back.atTheEnd.filter(({ fact }) => fact !== 'new-sound' || !this.back.power.barredBy);

  private keyOf = (at: number): string => this.back.refit.steps[at].key;

  private put(action: RefitAction, waitsFor: readonly string[]): string {
    this.ordered.push({ action, waitsFor: [...new Set(waitsFor)] });
    return action.key;
  }

  /** The tests that must be made before something in this go hides what they try: all that is ready of a group the first time, later only what is hidden now. */
  private dueIn(steps: readonly number[]): DueTest[] {
    return steps.flatMap((at) => {
      const { type, procedure, item } = this.back.refit.steps[at];
      if (type !== 'seat' && type !== 'seal') return [];
      const part = itemKey({ procedure: procedure!, item });
      const hidden = [...this.open.values()].filter(({ hiddenBy }) => hiddenBy.has(part));
      const isReady = ({ mounts }: Trial) =>
        mounts.every((one) => this.placed.has(one) || this.isJoinedBefore(steps, one, at));
      const first = new Set(hidden.map(({ group }) => group).filter((group) => !this.begun.has(group)));
      const ready = [...this.open.values()].filter(
        (trial) => isReady(trial) && (trial.hiddenBy.has(part) || first.has(trial.group)),
      );
      for (const group of first) this.begun.add(group);
      for (const { check } of ready) this.open.delete(check.id);
      return this.testsAt(part, at, this.deferred(part, at, ready, steps), steps);
    });
  }

  /** Whether something is joined in a hold before a step of it closes. */
  private isJoinedBefore(steps: readonly number[], join: number, closing: number): boolean {
    const at = steps.indexOf(join);
    return at >= 0 && at < steps.indexOf(closing) && this.back.refit.steps[join].type === 'join';
  }

  /** One test, or two where one person does not hold the part while others are tried that do not need it. */
  private testsAt(part: string, seat: number, trials: Trial[], steps: readonly number[]): DueTest[] {
    if (trials.length === 0) return [];
    const waitsHere = this.lamp === null && this.back.power.after.some((at) => steps.includes(at));
    const isHeld = ({ mounts, powered }: Trial) => mounts.some((at) => steps.includes(at)) || (powered && waitsHere);
    const [held, free] = [trials.filter(isHeld), trials.filter((trial) => !isHeld(trial))];
    if (held.length === 0) return [{ part, seat, trials, isHeld: false }];
    const { procedure, item } = readItemKey(part)!;
    if (free.length === 0 || this.graph.indexes.get(procedure)?.parts.get(item)?.hands !== 2)
      return [{ part, seat, trials, isHeld: true }];
    return [
      { part, seat, trials: free, isHeld: false, isApart: true },
      { part, seat, trials: held, isHeld: true },
    ];
  }

  /** Without the tests that need power while it has to wait for this very part. */
  private deferred(part: string, seat: number, trials: Trial[], steps: readonly number[]): Trial[] {
    const { on, barredBy } = this.back.power;
    if (barredBy) {
      for (const trial of trials.filter(({ powered }) => powered)) this.open.set(trial.check.id, trial);
      return trials.filter(({ powered }) => !powered);
    }
    if (on === null || this.lamp !== null || this.canPower((at) => this.isJoinedBefore(steps, at, seat))) return trials;
    return trials.filter((trial) => {
      if (trial.powered && trial.hiddenBy.has(part)) this.late.set(trial.check.id, { trial, seat });
      else if (trial.powered) this.open.set(trial.check.id, trial);
      return !trial.powered;
    });
  }

  private canPower = (isSoon: (at: number) => boolean = () => false): boolean =>
    this.back.power.after.every((at) => this.placed.has(at) || isSoon(at));

  /** Power is due for a test that needs it, and for those that had to wait before more of what hides them is seated. */
  private wantsPower(steps: readonly number[], tests: readonly DueTest[]): boolean {
    if (this.back.power.on === null || this.lamp !== null || !this.canPower()) return false;
    if (tests.some(({ trials }) => trials.some(({ powered }) => powered))) return true;
    const hides = new Set([...this.late.values()].flatMap(({ trial }) => [...trial.hiddenBy]));
    return steps.some((at) => {
      const { type, procedure, item } = this.back.refit.steps[at];
      return type === 'seat' && hides.has(itemKey({ procedure: procedure!, item }));
    });
  }

  /** Key out, nobody inside; the battery; the airbag lamp; then the tests that had waited for it. */
  private power(): string[] {
    const { refit, power } = this.back;
    const after = power.after.map(this.keyOf);
    const clear = beforePower();
    const { mayHang } = power;
    if (mayHang) clear.notes.push({ note: 'may-hang', source: mayHang });
    const keys = [this.put(clear, after)];
    keys.push(this.put(refit.steps[power.on!], [...[...refit.before[power.on!]].map(this.keyOf), ...after, ...keys]));
    this.placed.add(power.on!);
    this.lamp = this.put(airbagLamp(), keys);
    keys.push(this.lamp);
    const late = [...this.late.values()];
    for (const procedure of new Set(late.map(({ trial }) => trial.procedure))) {
      const own = late.filter(({ trial }) => trial.procedure === procedure);
      const parts = this.closedOver(own.map(({ trial }) => trial));
      const step = this.testAt(
        parts[0],
        `gate:test:power/${procedure}`,
        own.map(({ trial }) => trial),
      );
      step.late = true;
      step.notes.push({ note: 'test-after-power', parts: parts.map((one) => readItemKey(one)!) });
      keys.push(
        this.put(step, [...keys, ...own.flatMap(({ trial, seat }) => [...trial.mounts, seat].map(this.keyOf))]),
      );
    }
    this.late.clear();
    return keys;
  }

  /** The parts that are seated over what some tests are about, the outermost first. */
  private closedOver(trials: readonly Trial[]): string[] {
    const hiding = new Set(trials.flatMap(({ hiddenBy }) => [...hiddenBy]));
    const seats = this.ordered.flatMap(({ action }) =>
      action.type === 'seat' || action.type === 'seal' ? [`${action.procedure}/${action.item}`] : [],
    );
    return seats.filter((part) => hiding.has(part)).reverse();
  }

  /** A test of what is due before a part is seated. */
  private test({ part, seat, trials, isApart }: DueTest): string[] {
    const set = trials.map((trial) => trial.set).find((one) => one !== null) ?? null;
    const ofSet = `gate:test:set/${set}`;
    const isFirst = set !== null && !this.ordered.some(({ action }) => action.key === ofSet);
    const key = isFirst ? ofSet : `gate:test:${this.keyOf(seat).replace(/^[a-z]+:/, '')}${isApart ? '~offer' : ''}`;
    const power = this.lamp !== null && trials.some(({ powered }) => powered) ? [this.lamp] : [];
    return [
      this.put(this.testAt(part, key, trials), [...trials.flatMap(({ mounts }) => mounts.map(this.keyOf)), ...power]),
    ];
  }

  /** The gate of a test that stands before a part is seated. */
  private testAt(part: string, key: string, trials: readonly Trial[]): RefitAction {
    const { at, steps } = this.back.refit;
    const ref = readItemKey(part)!;
    const seat = at.get(`seat:${part}`) ?? steps.findIndex((step) => itemKey(step) === part);
    const { side, place } = steps[seat];
    return gateAction(
      'test',
      { key, ...ref, side, place },
      trials.map(({ check }) => check),
    );
  }
}
