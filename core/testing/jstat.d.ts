/** What the tests use of a statistics library that ships no types. */
declare module 'jstat' {
  export const jStat: {
    readonly beta: { readonly inv: (p: number, alpha: number, beta: number) => number }
    readonly quantiles: (
      values: readonly number[],
      shares: readonly number[],
      alpha: number,
      beta: number,
    ) => number[]
    readonly lognormal: {
      readonly inv: (p: number, mu: number, sigma: number) => number
      readonly cdf: (x: number, mu: number, sigma: number) => number
    }
    readonly studentt: { readonly inv: (p: number, freedom: number) => number }
  }
}
