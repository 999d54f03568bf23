/** What an owner is asked and answers, as it is typed, and the entry that it makes. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { ConsentMatter } from '#core/history/bodies/consent.ts'
import type { MachineId, PartyId } from '#core/ids.ts'
import { dayInterval } from '#core/quantity/time.ts'
import { takeDesignators } from '#core/type/designators.ts'

export interface RequestForm {
  readonly to: ConsentMatter
  readonly words: string
}

export interface ConsentForm {
  /** Whose word it is; '' while nobody is chosen. */
  readonly by: string
  readonly given: 'agrees' | 'does not agree'
  readonly to: ConsentMatter
  /** Only for these: "IC4, C3-C7", or names between commas. */
  readonly positions: string
  readonly until: string
  readonly words: string
}

export const consentOf = (form: ConsentForm, machine: MachineId, zone: string): BodyOf<'consent'> => ({
  kind: 'consent',
  machine,
  by: form.by as PartyId,
  to: form.to,
  given: form.given === 'agrees',
  positions: positionsIn(form.positions.trim()),
  until: form.until ? dayInterval(form.until, zone).latest : undefined,
  words: form.words.trim(),
})

/** Designators with their ranges where everything is one; else names as they stand between commas. */
function positionsIn(text: string): string[] | undefined {
  const read = text === '' ? undefined : takeDesignators(text)
  const named = read?.rest === '' ? [...read.names] : text.split(/\s*,\s*/).filter(Boolean)
  return named.length > 0 ? named : undefined
}
