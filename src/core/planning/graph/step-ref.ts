/** One step on one item, or on the vehicle as a whole where `procedure` is null. */
export interface StepRef<T extends string = string> {
  type: T;
  procedure: string | null;
  item: string;
  /** The area of a part it is about, where it is not the whole of it. */
  region?: string;
}

/** The name of a step in maps, events and stored plans: "release:kite-rear-door/s1", or the bare type for work on the vehicle as a whole. */
export const stepKey = ({ type, procedure, item, region }: StepRef): string =>
  procedure === null ? type : `${type}:${procedure}/${item}${region ? `@${region}` : ''}`;

/** Steps that are about an area of a part. */
const REGIONAL = new Set(['peel', 'peeled', 'seal']);

/** Reads what `stepKey` wrote. A gate's type keeps its kind: "gate:test". Null where the text is no step's name. */
export function readStepKey(key: string): StepRef | null {
  const match = /^((?:gate:)?[a-zA-Z-]+)(?::([^:/]+)\/([^:/]+))?$/.exec(key);
  if (!match) return null;
  const [, type, procedure, item] = match;
  if (!procedure) return { type, procedure: null, item: '' };
  const at = REGIONAL.has(type) ? item.indexOf('@') : -1;
  return at < 0 ? { type, procedure, item } : { type, procedure, item: item.slice(0, at), region: item.slice(at + 1) };
}

/** The name of a step in a later round of a run, when a panel that was closed is opened up again: "release:kite-rear-door/s1#2". */
export const inRound = (key: string, round: number): string => (round > 1 ? `${key}#${round}` : key);

/** Reads what `inRound` wrote: the step's own name and its round, counted from 1. */
export function readRound(text: string): { key: string; round: number } {
  const match = /^(.*)#([2-9]|[1-9]\d{1,3})$/.exec(text);
  return match ? { key: match[1], round: Number(match[2]) } : { key: text, round: 1 };
}

/** The items whose pictures and recordings a step shows: a part's once each way, where it is freed or seated, not again where it is put aside or offered up. */
export const itemsShown = (actions: readonly StepRef[]): string[] =>
  actions.flatMap(({ type, item }) => (type === 'takeOff' || type === 'place' ? [] : [item]));
