/** The stages of `pezzo test`, in the order they run. */
export const STAGES = ['static', 'unit', 'integration', 'browser', 'faults'] as const;
export type Stage = (typeof STAGES)[number];

/** What runs when nothing is named: all but the long one. */
export const USUAL_STAGES: readonly Stage[] = STAGES.filter((stage) => stage !== 'faults');
