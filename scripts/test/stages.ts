/** The stages of `pezzo test`, in the order they run. */
export const STAGES = ['static', 'unit', 'integration', 'browser', 'explore', 'faults'] as const;
export type Stage = (typeof STAGES)[number];

const ON_DEMAND: readonly Stage[] = ['explore', 'faults'];

/** What runs when nothing is named: all but the ones that go on looking for what nobody has seen. */
export const USUAL_STAGES: readonly Stage[] = STAGES.filter((stage) => !ON_DEMAND.includes(stage));
