/** What matters first of the people of a house, and of what is known of models. */
import { say } from './say.ts'
import { count, list } from './lists.ts'

interface Working {
  readonly name: string
  readonly active?: boolean | undefined
  readonly authorisations: readonly { readonly authority: string; readonly until?: string | undefined }[]
}

/** "4 people work here; 3 may switch on: A, B and C." An authorisation that has ended counts no more. */
export function peopleSentence(staff: readonly Working[], now: string): string {
  const working = staff.filter((p) => p.active !== false)
  const may = working.filter((p) =>
    p.authorisations.some((a) => a.authority === 'switch on' && (a.until === undefined || a.until > now)),
  )
  const work = count(working.length, 'person works here', 'people work here')
  if (may.length === 0)
    return say('{work}; no person is recorded as authorised to switch a machine on.', { work })
  return say('{work}; {may} may switch a machine on: {may2}.', {
    work,
    may: may.length,
    may2: list(may.map((p) => p.name)),
  })
}

/** "since 6 Oct 2025 until 18 Jun 2027"; of one that is over, only when it ended. */
export const termWords = (
  { since, until }: { readonly since: string; readonly until?: string | undefined },
  now: string,
  short: (at: string) => string,
): string =>
  until !== undefined && until <= now
    ? say('ended {until}', { until: short(until) })
    : until === undefined
      ? say('since {since}', { since: short(since) })
      : say('since {since} until {until}', { since: short(since), until: short(until) })

/** "3 type sheets describe 24 machines; 2 sheets name no hazard." */
export function typesSentence(
  types: readonly { readonly machines: number; readonly hazards: readonly unknown[] }[],
): string {
  const machines = types.reduce((sum, t) => sum + t.machines, 0)
  const bare = types.filter((t) => t.hazards.length === 0).length
  const describe = `${count(types.length, 'type sheet describes', 'type sheets describe')} ${count(machines, 'machine')}`
  return bare === 0
    ? `${describe}.`
    : say('{describe}; {bare} no hazard.', { describe, bare: count(bare, 'sheet names', 'sheets name') })
}
