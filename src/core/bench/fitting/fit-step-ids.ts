import type { Work } from '../../document';

const PREFIX = 'new-';
/** How the kit of a cable's steps ends: "power-cable-run". */
export const CABLE_KIT_END = '-cable-run';

/** The kit that the steps for a new part make: one goal. */
export const newPartId = (of: string) => `${PREFIX}${of}`;

/** Whether work was made for a new part or a cable, and not recorded. */
export const isFitStep = (work: Pick<Work, 'for' | 'id'>) =>
  !!work.for && (work.for.startsWith(PREFIX) || work.for.endsWith(CABLE_KIT_END)) && work.id.startsWith(work.for);
