/** Asked often by whatever may take long; true ends it. */
export type ShouldStop = () => boolean;

export const NEVER: ShouldStop = () => false;

/** Thrown where a search has to end before it has anything to show. */
export class OutOfTime extends Error {
  constructor() {
    super('The search was stopped.');
    this.name = 'OutOfTime';
  }
}

/** Goes on, or ends the search. @throws OutOfTime */
export function goOn(shouldStop: ShouldStop): void {
  if (shouldStop()) throw new OutOfTime();
}
