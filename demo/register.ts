/** A machine of the demo as it came: its registration and what was claimed of it. */
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import type { PersonKey } from './people.ts'
import { demoSheets, type SheetKey } from './sheets.ts'
import type { Story } from './story.ts'

type Registered = Extract<Body, { kind: 'machine'; what: 'registered' }>

export function register(
  s: Story,
  machine: MachineId,
  daysAgo: number,
  who: PersonKey,
  number: string,
  sheet: SheetKey | undefined,
  facts: Partial<Registered> & Pick<Registered, 'source'>,
  claims: Extract<Body, { kind: 'claim' }>['claims'] = [],
) {
  const type = sheet ? demoSheets[sheet] : undefined
  // Whose a machine is, and its accession number, are the registrar's to say.
  const { legal, owner, accessionNumber, ...plain } = facts
  const status = {
    ...(legal ? { legal } : {}),
    ...(owner ? { owner } : {}),
    ...(accessionNumber ? { accessionNumber } : {}),
  }
  const mayState = who === 'ottoline'
  s.tell(s.at(daysAgo, '10:20'), who, {
    kind: 'machine',
    what: 'registered',
    machine,
    entryNumber: number,
    name: facts.name ?? (type ? `${type.sheet.name} ${type.sheet.kind}` : 'unnamed'),
    type: type?.id ?? null,
    ...(mayState ? facts : plain),
  })
  if (!mayState && Object.keys(status).length)
    s.tell(s.at(daysAgo, '10:34'), 'ottoline', { kind: 'machine', what: 'stated', machine, set: status })
  if (claims.length)
    s.tell(
      s.at(daysAgo, '10:28'),
      who,
      { kind: 'claim', machine, claims, ...(facts.source.from ? { by: facts.source.from } : {}) },
      { basis: 'told' },
    )
}
