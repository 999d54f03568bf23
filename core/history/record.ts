/** A question to the record, as a line asks it. */
export const asksOfRecord = ['where', 'when', 'who', 'what', 'how many', 'status'] as const

export interface RecordQuestion {
  readonly asks: (typeof asksOfRecord)[number]
  /** What it is about, in the words of the line. */
  readonly about: string
}
