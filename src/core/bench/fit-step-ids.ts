import type { Work } from '../document';

const PREFIX = 'new-';

/** The kit that the steps for a new part make: one goal. */
export const newPartId = (of: string) => `${PREFIX}${of}`;

/** Whether work was made for a new part, and not recorded. */
export const isFitStep = (work: Pick<Work, 'for' | 'id'>) =>
  !!work.for?.startsWith(PREFIX) && work.id.startsWith(work.for);
