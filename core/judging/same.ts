/** Whether two drafts say the same. */
import type { Draft, Entry } from '#core/history/entry.ts'

/** The part of an entry that its writer sent, so that sending it again is recognised. */
export function draftOf(entry: Entry): Draft {
  const {
    about: _about,
    house: _house,
    recordedAt: _at,
    receivedAt: _received,
    seq: _seq,
    recordedBy: _by,
    became: _became,
    contest: _contest,
    clockUncertain: _clock,
    ...draft
  } = entry
  return draft
}

/** Text of an object with its keys in order: the same content always gives the same text. */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`
  if (value !== null && typeof value === 'object')
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`)
      .join(',')}}`
  return JSON.stringify(value)
}

/**
 * What a draft says. By which device it came is left out: one that was sent, whose answer was lost, and that comes again
 * from the outbox is the same entry.
 */
export const contentOf = ({ device: _, ...said }: Draft): string => canonical(said)

export const sameDraft = (a: Entry | Draft, b: Draft): boolean =>
  contentOf('recordedAt' in a ? draftOf(a) : a) === contentOf(b)
