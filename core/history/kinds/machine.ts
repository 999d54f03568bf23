/** A machine: registered at the door, what is said of it since, and what was met of it beyond its sheet. */
import type { BodyOf } from '../bodies/index.ts'
import { machineBody } from '../bodies/machine.ts'
import { reduceMachine } from '../reduce/machine.ts'
import { itsMachine, type Definition } from './definition.ts'

/** Whether a registration says whose a machine is and what may be done with it: more than is so when nothing is said. */
const saysWhose = ({
  legal,
  owner,
  accessionNumber,
}: Extract<BodyOf<'machine'>, { what: 'registered' }>): boolean =>
  accessionNumber !== undefined ||
  (owner !== undefined && owner !== 'house') ||
  (legal !== undefined && legal !== 'entered, undecided')

export const machine = {
  schema: machineBody,
  scope: 'machine',
  about: itsMachine,
  places: 'none',
  least: (body) =>
    body.what === 'registered'
      ? saysWhose(body)
        ? 'steward'
        : 'volunteer'
      : body.what === 'stated' && (body.set.legal ?? body.set.owner ?? body.set.accessionNumber) !== undefined
        ? 'steward'
        : 'volunteer',
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  guest: 'hidden',
  withoutPrice: (body) => (body.what === 'registered' ? { ...body, price: undefined } : body),
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'with its machine',
  reduce: reduceMachine,
} satisfies Definition<BodyOf<'machine'>>
