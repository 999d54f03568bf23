/** What comes back for a file that was sent. */

/** A photograph as it is kept: named by its SHA-256, its size in pixels. */
export interface StoredFile {
  readonly file: string
  readonly width: number
  readonly height: number
  readonly mime: string
}

/** What became of a record that came in. */
export interface RecordAnswer {
  readonly machine: string
  readonly added: number
  /** Here already, with the same content. */
  readonly present: number
  /** Left as the house has it: rules, and types, people and gear that it knows. */
  readonly leftOut: number
}
