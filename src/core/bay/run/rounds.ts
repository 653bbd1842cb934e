import { readGateKey, readStepKey } from '../../planning';
import { itemKey, readItemKey } from '../../document';
import type { Progress, Round, RunState } from './state';

/** The actions that put back what a removal action took out; where one of them is complete, it is in place again. */
const BACK: Record<string, string[]> = {
  release: ['tighten', 'fit'],
  undo: ['join'],
  free: ['seat'],
  peel: ['seal'],
  takeOff: ['place'],
  work: ['restore'],
  check: ['batteryOn'],
  batteryOff: ['batteryOn'],
  wait: ['batteryOn'],
};

/** Begins a round: what is in place again counts as untouched from here on, what is still out stays out, and the gates of the zones that are opened are asked again. */
export function beginRound(
  state: RunState,
  {
    round,
    items,
    why,
    check,
    piece,
    person,
    at,
  }: Pick<Round, 'round' | 'items' | 'why' | 'person' | 'at'> & {
    check?: string;
    piece?: { item: string; count: number };
  },
): void {
  if (round === state.round) {
    // Two people opened the same thing up: one round, for what both want to get at.
    const last = state.rounds.at(-1);
    if (last) last.items = [...new Set([...last.items, ...items])];
    if (piece) takeOut(state, piece);
    return;
  }
  if (round !== state.round + 1) return;
  const past = new Map<string, Progress>();
  const take = (key: string) => {
    const progress = state.done.get(key);
    if (progress) past.set(key, progress);
    state.done.delete(key);
  };
  for (const key of [...state.done.keys()]) {
    const back = backKeys(key);
    if (!back.some((one) => state.done.get(one)?.full)) continue;
    // Power comes back once for battery, wait and check: it goes with the last of them.
    [key, key.replace(/^release:/, 'start:'), ...back.filter((one) => one !== 'batteryOn')].forEach(take);
  }
  take('batteryOn');
  const gone = new Map([...state.pieces].map(([item, { scrapped, lost }]) => [item, scrapped + Math.max(0, lost)]));
  state.past.push({ done: past, gone, leftOver: new Map() });
  if (piece) takeOut(state, piece);
  const zones = new Set(items.map((item) => readItemKey(item)?.procedure));
  const isVoid = (gate: string) => {
    const procedure = readGateKey(gate)?.procedure ?? null;
    return procedure === null || zones.has(procedure);
  };
  const waived = [...state.tests.values()].filter(
    ({ gate, result }) => result === 'fail' && isVoid(gate) && state.gates.get(gate)?.reason,
  );
  for (const gate of [...state.gates.keys()].filter(isVoid)) state.gates.delete(gate);
  for (const [key, test] of [...state.tests]) if (isVoid(test.gate)) state.tests.delete(key);
  state.round = round;
  state.phase = 'remove';
  state.rounds.push({
    round,
    items: [...items],
    why,
    check: check ?? null,
    person,
    at,
    piece: piece ?? null,
    mended: null,
    waived: waived.map((test) => test.check),
    stillOut: new Set(state.done.keys()),
  });
}

/** Pieces that were left over are out still: they did not go back in the round that counted them, and do in this one. */
function takeOut(state: RunState, { item, count }: { item: string; count: number }): void {
  const last = state.past.at(-1);
  const counted = last?.done.get(`release:${item}`);
  // An entry that nobody took out in this run has nothing of its own to put back.
  if (!last || !counted) return;
  last.leftOver.set(item, (last.leftOver.get(item) ?? 0) + count);
  state.done.set(`release:${item}`, { full: false, count: last.leftOver.get(item)!, events: [] });
}

function backKeys(key: string): string[] {
  const ref = readStepKey(key);
  const types = ref ? (BACK[ref.type] ?? []) : [];
  return types.map((type) => (type === 'batteryOn' ? type : key.replace(/^[a-zA-Z]+/, type)));
}

/** The item a line of a test sheet is about: "works:kite-rear-door/woofer". Null for one about several, or about the vehicle. */
export function itemOfCheck(check: string): string | null {
  const ref = readItemKey(check.slice(check.indexOf(':') + 1));
  return ref ? itemKey(ref) : null;
}
