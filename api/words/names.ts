/** What words need to speak of an entry, and what they come to. */

export interface EntryNames {
  readonly labels: Readonly<Record<string, string>>
  readonly zone: string
  readonly now: string
  /** The machine on whose page the entry is read. */ readonly machine?: string | undefined
  /** When the entry happened: what stood around an assembly then is told as it was then. */
  readonly at?: string | undefined
  readonly money?: (minor: number, currency: string) => string
}

export interface EntryWords {
  readonly what: string
  readonly result: string
  /** A test or a reading: set bold. */ readonly proof: boolean
}
