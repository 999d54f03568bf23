/** Reading type sheets. */
import type { TypeSheet } from '#core/type/sheet.ts'

export interface TypeAnswer {
  readonly id: string
  readonly sheet: TypeSheet
  readonly version: number
  /** Every version, the oldest first; `learnedIn`: the episode that taught it. */
  readonly history: readonly { readonly version: number; readonly at: string; readonly by: string; readonly entry: string; readonly learnedIn?: string | undefined }[]
}
