/** One step on one item, or on the vehicle as a whole where `procedure` is null. */
export interface StepRef<T extends string = string> {
  type: T;
  procedure: string | null;
  item: string;
}

/** The name of a step in maps, events and stored plans: "release:kite-rear-door/s1", or the bare type for work on the vehicle as a whole. */
export const stepKey = ({ type, procedure, item }: StepRef): string =>
  procedure === null ? type : `${type}:${procedure}/${item}`;

/** Reads what `stepKey` wrote. A gate's type keeps its kind: "gate:test". Null where the text is no step's name. */
export function readStepKey(key: string): StepRef | null {
  const match = /^((?:gate:)?[a-zA-Z-]+)(?::([^:/]+)\/([^:/]+))?$/.exec(key);
  if (!match) return null;
  const [, type, procedure, item] = match;
  return procedure ? { type, procedure, item } : { type, procedure: null, item: '' };
}
