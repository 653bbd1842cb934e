import type { Work } from '../document';

const PREFIX = 'new-';
/** Kits whose work is made: for a new part, for a cable's run. */
const MADE = [PREFIX, 'run-'];

/** The kit that the steps for a new part make: one goal. */
export const newPartId = (of: string) => `${PREFIX}${of}`;

/** Whether work was made for a new part or a cable, and not recorded. */
export const isFitStep = (work: Pick<Work, 'for' | 'id'>) =>
  !!work.for && MADE.some((prefix) => work.for!.startsWith(prefix)) && work.id.startsWith(work.for);
