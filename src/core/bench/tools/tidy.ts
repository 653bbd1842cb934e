/** A figure without the dust of binary fractions: 0.1 + 0.2 is 0.3, and nothing is −0. */
export const tidy = (value: number): number => Math.round(value * 1e6) / 1e6 + 0;
