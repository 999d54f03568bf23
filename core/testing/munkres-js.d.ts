/** What the tests use of an independent implementation that ships no types. */
declare module 'munkres-js' {
  export default function computeMunkres(costs: number[][]): [row: number, column: number][]
}
