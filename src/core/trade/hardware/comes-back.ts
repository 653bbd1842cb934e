/** What a technician wrote that something comes back as, where that is a nut in the body with a screw in it. */
const ON_NUT = /\b(?:rivet|clip|blind|cage)[ -]?nuts?\b/i;

/** Whether what was destroyed comes back as a nut that goes into the body first, and a screw that goes in last. `as` is the recorded phrase: "rivet nut and screw". */
export const comesBackOnNut = (as: string): boolean => ON_NUT.test(as);
