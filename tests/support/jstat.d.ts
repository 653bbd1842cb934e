declare module 'jstat' {
  export const jStat: {
    gammaln(x: number): number;
    betaln(a: number, b: number): number;
    combinationln(n: number, k: number): number;
    normal: { inv(p: number, mean: number, deviation: number): number };
    lognormal: { inv(p: number, mean: number, deviation: number): number };
  };
}
