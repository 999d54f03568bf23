/** What is written when a machine comes through the door, as the form says it. */
import { say } from '#api/words/say.ts'
import type { legalStatuses, sourceKinds } from '#api/choices.ts'
import type { Claimed } from '#core/history/bodies/claim.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { MachineId, TypeId } from '#core/ids.ts'
import { parseMoney } from '#core/quantity/quantity.ts'
import type { NamedParty } from '#web/app/party.ts'
import { typed } from '#web/app/typed.ts'
import { hereOnLoan } from './here-on-loan.ts'

export interface RegisterForm {
  entryNumber: string
  name: string
  type: string
  revision: string
  serial: string
  mains: string
  how: (typeof sourceKinds)[number]
  from: string
  words: string
  amount: string
  currency: string
  legal: (typeof legalStatuses)[number]
  /** Whose it is, and for what it is here where it is somebody else’s. */
  whose: 'house' | 'in' | 'repair'
  owner: string
  /** The day on which it came in; empty: today. */
  came: string
  general: string
  generalSays: Claimed
  claims: { fn: string; says: Claimed; words: string }[]
}

export const emptyRegister: RegisterForm = {
  entryNumber: '',
  name: '',
  type: '',
  revision: '',
  serial: '',
  mains: '',
  how: 'gift',
  from: '',
  words: '',
  amount: '',
  currency: '',
  legal: 'entered, undecided',
  whose: 'house',
  owner: '',
  came: '',
  general: '',
  generalSays: 'not said',
  claims: [],
}

export interface Registering {
  readonly machine: MachineId
  /** Numbers that are next, where none is typed. */
  readonly next: { readonly entryNumber: string; readonly loanNumber: string } | undefined
  /** What its type is called, where it has no name of its own. */
  readonly usualName: string
  readonly partyNamed: (name: string, role: 'source' | 'owner') => NamedParty | undefined
}

/** All that is written, or what is wrong in which field. */
export function registeringBodies(
  form: RegisterForm,
  { machine, next, usualName, partyNamed }: Registering,
): readonly Body[] | { readonly field: 'amount' | 'owner'; readonly message: string } {
  const amount = typed(form.amount)
  const price = amount && parseMoney(amount, form.currency.trim().toUpperCase())
  if (amount && !price)
    return {
      field: 'amount',
      message: say(
        'Write an amount such as 91.00, and a currency of three letters, or ? where it is not known.',
      ),
    }
  const giver = partyNamed(form.from, 'source')
  const theirs = form.whose === 'house' ? undefined : form.whose
  // Whoever brings it need not own it; without another name it is theirs.
  const sameOne = form.owner.trim().toLowerCase() === form.from.trim().toLowerCase()
  const other = typed(form.owner) && !sameOne ? partyNamed(form.owner, 'owner') : undefined
  const owner = other ?? giver
  if (theirs && !owner) return { field: 'owner', message: say('Say whose it is.') }
  const entryNumber = typed(form.entryNumber) ?? next?.entryNumber ?? ''
  const name = typed(form.name) ?? usualName
  const owned = theirs ? owner?.party : form.legal === 'owner’s' ? giver?.party : undefined
  const mains = typed(form.mains)
  return [
    ...(giver?.bodies ?? []),
    ...(other?.bodies ?? []),
    {
      kind: 'machine',
      what: 'registered',
      machine,
      entryNumber,
      name,
      type: (form.type || null) as TypeId | null,
      revision: typed(form.revision),
      serial: typed(form.serial),
      ...(mains ? { attributes: { mains } } : {}),
      ...(owned ? { owner: owned } : {}),
      legal: theirs ? 'owner’s' : form.legal,
      guided: true,
      source: { how: form.how, from: giver?.party, words: typed(form.words) },
      ...(price ? { price } : {}),
    },
    ...(theirs && owner
      ? hereOnLoan({
          way: theirs,
          owner: owner.party,
          number: next?.loanNumber,
          item: `${entryNumber} ${name}`.slice(0, 80),
          machine,
          purpose: typed(form.words) ?? (theirs === 'repair' ? 'repair' : 'a loan to this collection'),
        })
      : []),
    ...claimed(form, machine, giver),
  ]
}

/** What was said of it, function by function and in general; nothing where nothing was. */
function claimed(
  { claims, general, generalSays }: RegisterForm,
  machine: MachineId,
  by?: NamedParty,
): Body[] {
  const words = typed(general)
  const said = [
    ...claims.filter((c) => c.fn).map((c) => ({ ...c, words: typed(c.words) ?? c.says })),
    ...(words ? [{ says: generalSays, words }] : []),
  ]
  return said.length > 0 ? [{ kind: 'claim', machine, claims: said, ...(by ? { by: by.party } : {}) }] : []
}
