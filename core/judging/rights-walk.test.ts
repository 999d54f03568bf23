/**
 * Every kind of entry × every role × writing, correcting, taking back and settling × one's own and another's. Who may write what is
 * written down here by hand and apart from the definitions; whoever adds a kind must say it here as well.
 */
import { describe, expect, it } from 'vitest'
import type { Body, Kind } from '#core/history/bodies/index.ts'
import { entryVersion, type Entry } from '#core/history/entry.ts'
import { kinds } from '#core/history/kinds/index.ts'
import { asId, type AccountId, type EntryId, type HouseId } from '#core/ids.ts'
import type { Role } from '#core/roles.ts'
import { samples } from '#core/testing/samples.ts'
import { numberedId } from '#core/testing/script.ts'
import type { Writer } from './model.ts'
import { rightsRefusal } from './rights.ts'

const ranks: readonly Role[] = ['guest', 'volunteer', 'restorer', 'steward']
const atLeastRole = (role: Role, needed: Role) => ranks.indexOf(role) >= ranks.indexOf(needed)

/** The least role for every kind, by hand; those with variants as a function of the body. */
const needs: Readonly<Record<Kind, Role | ((body: Body) => Role)>> = {
  machine: (b) => (b.kind === 'machine' && b.what === 'met' ? 'volunteer' : 'steward'),
  part: 'volunteer',
  type: 'restorer',
  party: 'volunteer',
  gear: 'volunteer',
  rule: (b) => (b.kind === 'rule' && b.what === 'policy' ? 'restorer' : 'steward'),
  claim: 'volunteer',
  test: 'volunteer',
  move: 'volunteer',
  change: 'volunteer',
  fastening: 'volunteer',
  connection: 'volunteer',
  power: 'volunteer',
  incident: (b) => (b.kind === 'incident' && b.loan ? 'guest' : 'volunteer'),
  request: 'volunteer',
  loan: (b) =>
    b.kind !== 'loan'
      ? 'steward'
      : b.what === 'asked'
        ? 'volunteer'
        : b.what === 'terms' || b.what === 'spent'
          ? 'restorer'
          : (b.what === 'answered' || b.what === 'said') && b.by !== 'house'
            ? 'guest'
            : 'steward',
  handover: 'guest',
  look: 'guest',
  difference: 'guest',
  run: 'guest',
  treatment: 'volunteer',
  colour: 'volunteer',
  paper: (b) =>
    b.kind === 'paper' && b.what === 'issued' && b.sort === 'agreement' ? 'restorer' : 'volunteer',
  hazard: 'volunteer',
  custody: 'volunteer',
  question: 'volunteer',
  reading: 'volunteer',
  baseline: 'volunteer',
  method: (b) => (b.kind === 'method' && b.what === 'written' ? 'restorer' : 'volunteer'),
  spec: 'volunteer',
  word: 'volunteer',
  wait: 'volunteer',
  photo: 'volunteer',
  pin: 'volunteer',
  pair: 'volunteer',
  finding: 'volunteer',
  survey: 'volunteer',
  grade: (b) => (b.kind === 'grade' && b.what === 'priority' ? 'volunteer' : 'restorer'),
  evidence: 'volunteer',
  contents: 'volunteer',
  quarantine: 'volunteer',
  receipt: 'volunteer',
  link: 'volunteer',
  value: 'restorer',
  marking: 'volunteer',
  batch: 'volunteer',
  lot: 'volunteer',
  count: 'volunteer',
  reservation: 'volunteer',
  task: 'volunteer',
  advice: 'volunteer',
  onset: 'volunteer',
  consent: 'guest',
  precaution: 'volunteer',
  jot: 'volunteer',
  // Of a machine; one that is the house's own is a volunteer's.
  note: 'guest',
  override: 'volunteer',
  settle: 'volunteer',
  withdrawal: 'volunteer',
  erasure: 'steward',
  erased: 'steward',
  episode: 'volunteer',
  diagnosis: 'volunteer',
  job: (b) => (b.kind === 'job' && b.what === 'done' ? 'volunteer' : 'restorer'),
  evening: (b) =>
    b.kind === 'evening' && (b.what === 'comes' || b.what === 'usually') ? 'volunteer' : 'restorer',
}
const neededFor = (body: Body): Role => {
  const said = needs[body.kind]
  return typeof said === 'function' ? said(body) : said
}

const mine = asId<AccountId>('0197a000-0000-7000-8000-000000000001')
const theirs = asId<AccountId>('0197a000-0000-7000-8000-000000000002')
const at = '2026-05-01T10:00:00.000Z'
const entryOf = (n: number, body: Body, recordedBy: AccountId, more: Partial<Entry> = {}): Entry => ({
  id: numberedId<EntryId>(n),
  v: entryVersion,
  happenedAt: { earliest: at, latest: at },
  basis: 'seen',
  body,
  about: [],
  house: asId<HouseId>('0197a000-0000-7000-8000-000000000009'),
  recordedAt: at,
  receivedAt: at,
  seq: n,
  recordedBy,
  became: 'recorded',
  ...more,
})
const may = (role: Role, before: readonly Entry[], entry: Entry): boolean => {
  const writer: Writer = { role, account: mine, now: at, fromOutbox: false }
  return rightsRefusal(before, entry, writer) === undefined
}

describe('the walk of rights', () => {
  it('knows every kind there is', () => expect(Object.keys(needs).sort()).toEqual([...kinds].sort()))

  describe.each(samples.map((s) => [s.name, s.body] as const))('%s', (_name, body) => {
    const needed = neededFor(body)
    const amends = { entry: numberedId<EntryId>(1), seen: [], reason: 'x' }
    describe.each(ranks)('by a %s', (role) => {
      it.each([
        ['own', mine],
        ['another’s', theirs],
      ] as const)('%s', (_whose, by) => {
        const first = entryOf(1, body, by)
        const other = role !== 'guest' || by === mine
        expect(may(role, [], entryOf(2, body, mine))).toBe(atLeastRole(role, needed))
        expect(may(role, [first], entryOf(2, body, mine, { amends: { ...amends, how: 'correct' } }))).toBe(
          atLeastRole(role, needed) && other,
        )
        const takenBack = entryOf(2, { kind: 'withdrawal' }, mine, { amends: { ...amends, how: 'withdraw' } })
        expect(may(role, [first], takenBack)).toBe(
          atLeastRole(role, needed) && atLeastRole(role, 'volunteer') && other,
        )
        const settled = entryOf(2, { kind: 'settle', entry: first.id, outcome: 'did not happen' }, mine)
        expect(may(role, [{ ...first, became: 'contested' }], settled)).toBe(
          atLeastRole(role, needed) && atLeastRole(role, 'volunteer') && other,
        )
      })
    })
  })
})
