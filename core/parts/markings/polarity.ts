/** Which end of a polarised part a mark names. Part and board are read separately: some prints are wrong. Common practice. */

export const partMarks = [
  'stripe on aluminium',
  'band on tantalum',
  'plus on tantalum',
  'band on polymer',
  'dot on bead',
  'band on diode',
] as const
export type PartMark = (typeof partMarks)[number]
export const boardMarks = ['plus', 'minus', 'dot', 'filled half', 'notch', 'none'] as const
export type BoardMark = (typeof boardMarks)[number]

export type End = 'positive' | 'negative' | 'cathode' | 'measure'

/** A bead's dot, faced, has the positive lead at its right (from memory). Polymer types differ by maker: look it up or measure. */
export function endOfPart(mark: PartMark): End {
  switch (mark) {
    case 'stripe on aluminium':
      return 'negative'
    case 'band on tantalum':
    case 'plus on tantalum':
    case 'dot on bead':
      return 'positive'
    case 'band on diode':
      return 'cathode'
    case 'band on polymer':
      return 'measure'
  }
}

/** Only plus and minus say which end they mean; a dot or a filled half is one maker's plus and another's minus. */
export const endOfBoard = (mark: BoardMark): End =>
  mark === 'plus' ? 'positive' : mark === 'minus' ? 'negative' : 'measure'

export const polarityChecks = [
  'photographed before removal',
  'print against schematic',
  'print against ground',
] as const
