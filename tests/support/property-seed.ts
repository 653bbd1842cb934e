import fc from 'fast-check';

// Properties draw from one seed, so that what passes on one machine passes on the next; `pezzo test explore` draws anew.
const USUAL_SEED = 2026;

fc.configureGlobal({ seed: Number(process.env.PEZZO_SEED ?? USUAL_SEED) });
