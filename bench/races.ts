/**
 * races: 40 clients at every seam where two could both win. Value: how many won beside the one who may, and how many were
 * answered with 500. Afterwards every part is in one place, and a rebuild finds nothing to differ.
 */
import { v7 } from 'uuid'
import sharp from 'sharp'
import type { Draft } from '#core/history/entry.ts'
import type { LotId, MachineId, PartId } from '#core/ids.ts'
import { found, slot, terminalSheet } from '#core/testing/terminal.ts'
import { rows, run } from '#server/db/connection.ts'
import { findFaults } from '#server/features/entries/faults.ts'
import { rebuild } from '#server/features/entries/rebuild.ts'
import { hashPassword, hashToken } from '#server/features/session/passwords.ts'
import {
  AccountModel,
  Client,
  draft,
  minutesAgo,
  openHouse,
  password,
  register,
  type Answer,
} from './house.ts'
import { failures, percentile, print } from './measure.ts'

const clients = 40
const house = await openHouse()
const { db } = house.running.services
const steward = await house.as('steward')
const volunteers: Client[] = []
// One after the other: tries of one address are counted while they are under way.
for (let i = 0; i < clients; i++) volunteers.push(await house.as('volunteer'))
const { type, machines } = await register(steward, 12)
const [home, other] = machines as [MachineId, MachineId]
const store = (id: string) => ({ in: { kind: 'store' as const, id } })

type Entries = { entries: { became: string }[] }
let doubles = 0
let broken = 0
const times: number[] = []
const seams: Record<string, string> = {}

/** Lets everybody act at once. `most`: how many may have their way. */
async function seam(
  name: string,
  act: (client: Client, i: number) => Promise<Answer<unknown>>,
  most: number,
  won = (a: Answer<unknown>) => a.status < 300,
): Promise<Answer<unknown>[]> {
  // Forty clients of one network try more often than one workshop may: that they are stopped is not what is measured.
  await run(db, 'DELETE FROM tries')
  const answers = await Promise.all(
    volunteers.map(async (client, i) => {
      const began = performance.now()
      const answer = await act(client, i)
      times.push(performance.now() - began)
      return answer
    }),
  )
  const winners = answers.filter(won).length
  const fails = answers.filter((a) => a.status >= 500).length
  doubles += Math.max(0, winners - most)
  broken += fails
  seams[name] = `${winners} of ${clients}${fails ? `, ${fails} × 500` : ''}`
  if (winners > most || winners === 0) console.error(`${name}: ${winners} won, ${most} may`)
  return answers
}
const write = (client: Client, entries: readonly Draft[], contested?: 'keep') =>
  client.ask<Entries>('POST', '/api/entries', { entries, ...(contested ? { contested } : {}) })
const recorded = (a: Answer<unknown>) =>
  (a.body as Entries | undefined)?.entries?.every((e) => e.became === 'recorded') === true
const must = async (entries: readonly Draft[]) => {
  const answer = await write(steward, entries)
  if (!recorded(answer)) throw new Error(JSON.stringify(answer.body))
}

for (let round = 0; round < 3; round++) {
  const part = v7() as PartId
  const shelf = store(`shelf ${round}`)
  await must([
    draft({ kind: 'part', what: 'identified', part, partKind: 'loudspeaker', place: shelf }, minutesAgo(90)),
    ...machines.map((m) =>
      draft(
        { kind: 'part', what: 'content', machine: m, place: slot(m, `X${round}`), content: 'empty' },
        minutesAgo(90),
      ),
    ),
  ])
  await seam(
    `one part into many machines ${round}`,
    (c, i) =>
      write(c, [
        draft({
          kind: 'move',
          legs: [{ part, from: shelf, to: slot(machines[i % 10] as string, `X${round}`) }],
        }),
      ]),
    1,
    recorded,
  )

  const own = Array.from({ length: clients }, () => v7() as PartId)
  await must(
    own.map((p) =>
      draft(
        { kind: 'part', what: 'identified', part: p, partKind: 'loudspeaker', place: shelf },
        minutesAgo(80),
      ),
    ),
  )
  await seam(
    `many parts into one position ${round}`,
    (c, i) =>
      write(
        c,
        [
          draft({
            kind: 'move',
            legs: [{ part: own[i] as PartId, from: shelf, to: slot(machines[11] as string, `X${round}`) }],
          }),
        ],
        'keep',
      ),
    1,
    recorded,
  )

  const said = draft({ kind: 'note', machine: home, words: `said ${round}` }, minutesAgo(70))
  await must([said])
  await seam(
    `one amendment ${round}`,
    (c, i) =>
      write(
        c,
        [
          draft(
            { kind: 'note', machine: home, words: `corrected by ${i}` },
            { amends: { entry: said.id, seen: [], how: 'correct', reason: 'x' } },
          ),
        ],
        'keep',
      ),
    1,
    recorded,
  )

  const machine = machines[3 + round] as MachineId
  const opened = Array.from({ length: clients }, () =>
    draft({ kind: 'episode', what: 'opened', machine, title: 'at once' }, minutesAgo(60)),
  )
  const openings = await seam(
    `opening an episode ${round}`,
    (c, i) => write(c, [opened[i] as Draft]),
    1,
    recorded,
  )
  const episode = opened[openings.findIndex(recorded)]?.id
  if (!episode) throw new Error('no episode was opened')
  const all = terminalSheet.functions.map((f) => ({ fn: f.name, result: { is: 'pass' as const } }))
  await must([
    draft({ kind: 'test', machine, depth: 'full', gear: [], results: all }, { ...minutesAgo(50), episode }),
  ])
  await seam(
    `closing an episode ${round}`,
    (c) =>
      write(
        c,
        [
          draft(
            { kind: 'episode', what: 'closed', machine, episode, next: 'nothing', report: [], deferred: [] },
            minutesAgo(10),
          ),
        ],
        round % 2 ? 'keep' : undefined,
      ),
    1,
    recorded,
  )

  const [a, b] = [found(home, `Y${round}`), found(other, `Y${round}`)]
  await seam(
    `an exchange ${round}`,
    (c) =>
      write(
        c,
        [
          draft({
            kind: 'move',
            legs: [
              { part: a, from: slot(home, `Y${round}`), to: slot(other, `Y${round}`) },
              { part: b, from: slot(other, `Y${round}`), to: slot(home, `Y${round}`) },
            ],
          }),
        ],
        'keep',
      ),
    1,
    recorded,
  )

  const late = draft({ kind: 'move', legs: [{ part, from: shelf, to: store('elsewhere') }] }, minutesAgo(1))
  await write(volunteers[0] as Client, [late], 'keep')
  await seam(
    `settling ${round}`,
    (c, i) =>
      write(c, [draft({ kind: 'settle', entry: late.id, outcome: i % 2 ? 'did not happen' : 'happened' })]),
    clients,
    recorded,
  )

  await seam(
    `a tag of parts and lots ${round}`,
    (c, i) =>
      write(c, [
        i % 2
          ? draft({ kind: 'part', what: 'identified', part: v7() as PartId, tag: `T-${round}`, place: shelf })
          : draft({ kind: 'lot', what: 'identified', lot: v7() as LotId, tag: `T-${round}` }),
      ]),
    1,
    recorded,
  )
  await seam(
    `an entry number ${round}`,
    (c) =>
      write(c, [
        draft({
          kind: 'machine',
          what: 'registered',
          machine: v7() as MachineId,
          entryNumber: `R-${round}`,
          name: 'x',
          source: { how: 'gift' },
        }),
      ]),
    1,
    recorded,
  )

  const once = draft({ kind: 'note', machine: home, words: `once ${round}` })
  await seam(`one id ${round}`, (c) => write(c, [once]), 1, recorded)
  const group = v7()
  const pair = [0, 1].map((n) =>
    draft({ kind: 'note', machine: machines[n] as MachineId, words: `pair ${n}` }, { together: group }),
  )
  await seam(`one group ${round}`, (c) => write(c, pair), 1, recorded)

  const lot = v7() as LotId
  await must([
    draft({ kind: 'lot', what: 'identified', lot, partKind: 'screw', tag: `L-${round}` }, minutesAgo(40)),
    draft({ kind: 'lot', what: 'got', lot, n: 100, place: shelf, origin: 'bought' }, minutesAgo(39)),
  ])
  const takes = await seam(
    `taking from a lot ${round}`,
    (c) =>
      write(c, [
        draft({
          kind: 'move',
          legs: [],
          lots: [{ lot, n: 1, from: shelf, to: { in: { kind: 'gone', id: 'used' } } }],
        }),
      ]),
    clients,
    recorded,
  )
  const left = (
    await steward.ask<{ places: { n: number }[] }>('GET', `/api/lots/${lot}`)
  ).body.places?.reduce((sum, p) => sum + Math.max(0, p.n), 0)
  const shown = (
    await rows<{ here: string }>(db, `SELECT lot_row->>'here' AS here FROM lots WHERE lot = $1`, [lot])
  )[0]?.here
  if (Number(shown) !== 100 - takes.filter(recorded).length) {
    doubles++
    console.error(
      `a lot adds up to ${shown} (${left}) after ${takes.filter(recorded).length} of 100 were taken`,
    )
  }

  // A sheet beside notes: no projection may keep the sheet before last.
  await seam(
    `a sheet beside notes ${round}`,
    (c, i) =>
      i === 0
        ? write(steward, [
            draft({ kind: 'type', type, sheet: { ...terminalSheet, aliases: [`alias ${round}`] } }),
          ])
        : write(c, [draft({ kind: 'note', machine: machines[i % 11] as MachineId, words: 'beside' })]),
    clients,
    recorded,
  )
  const stale = (
    await rows<{ n: string }>(
      db,
      `SELECT count(*) AS n FROM machines WHERE type = $1 AND words NOT LIKE $2`,
      [type, `%alias ${round}%`],
    )
  )[0]?.n
  if (stale !== '0') {
    doubles += Number(stale)
    console.error(`${stale} machines carry an older sheet`)
  }

  const { path } = (
    await steward.ask<{ path: string }>('POST', '/api/people/invites', { name: 'Invited', role: 'volunteer' })
  ).body
  const token = path.split('/').pop()
  await seam(
    `an invitation ${round}`,
    async (_c, i) =>
      (await new Client(house.running.address).begin()).ask('POST', `/api/invitations/${token}`, {
        email: `r${round}-${i}@example.org`,
        password,
      }),
    1,
  )

  const picture = await sharp({
    create: { width: 64, height: 48, channels: 3, background: { r: round, g: 80, b: 120 } },
  })
    .png()
    .toBuffer()
  await seam(
    `one photograph ${round}`,
    async (c) => {
      const form = new FormData()
      form.append('photo', new Blob([new Uint8Array(picture)]), 'p.png')
      const response = await c.raw('POST', `/api/machines/${home}/photos`, { body: form })
      return { status: response.status, body: await response.json() }
    },
    clients,
  )

  await AccountModel.update(
    { pinHash: await hashPassword('4829'), pinTries: 0, pinLockedUntil: null },
    { where: { party: house.people.restorer.party } },
  )
  await seam(
    `wrong PINs ${round}`,
    (c) => c.ask('POST', '/api/session/confirm', { party: house.people.restorer.party, pin: '1111' }),
    5,
    (a) => a.status === 403,
  )
}

// Two stewards demote each other, forty times.
for (let i = 0; i < clients; i++) {
  await AccountModel.update(
    { role: 'steward' },
    { where: { id: [house.people.steward.account, house.people.restorer.account] } },
  )
  await run(db, 'DELETE FROM tries')
  const [one, two] = [await house.as('steward'), await house.as('restorer')]
  const answers = await Promise.all([
    one.ask('PATCH', `/api/people/${house.people.restorer.account}`, { role: 'restorer' }),
    two.ask('PATCH', `/api/people/${house.people.steward.account}`, { role: 'restorer' }),
  ])
  broken += answers.filter((a) => a.status >= 500).length
  if ((await AccountModel.count({ where: { role: 'steward', active: true } })) !== 1) doubles++
}
await AccountModel.update({ role: 'steward' }, { where: { id: house.people.steward.account } })

// Set-up is used once: on a house that is emptied again for it.
const differ = (await rebuild(db, new Date().toISOString())).length
const faults = await findFaults(db, new Date().toISOString())
for (const fault of faults.filter((f) => f.fault !== 'contested without need'))
  console.error(JSON.stringify(fault))
const ledger = faults.filter((f) => f.fault !== 'contested without need').length
await run(
  db,
  'TRUNCATE accounts, house, setup, entries, entry_subjects, machines, parts, placements, lots, invites, assembly_homes, saved_views',
)
const offered = 'a link that was offered'
await run(db, 'INSERT INTO setup (token_hash, made_at) VALUES ($1, now())', [hashToken(offered)])
await seam(
  'set-up',
  async (_c, i) =>
    (await new Client(house.running.address).begin()).ask('POST', '/api/setup', {
      token: offered,
      collection: 'x',
      zone: 'UTC',
      currency: 'EUR',
      name: 'First',
      email: `first${i}@example.org`,
      password,
    }),
  1,
)
const houses = (
  await rows<{ n: string }>(
    db,
    `SELECT (SELECT count(*) FROM house) || '/' || (SELECT count(*) FROM accounts) AS n`,
  )
)[0]?.n
if (houses !== '1/1') {
  doubles++
  console.error(`after set-up: houses/accounts ${houses}`)
}

print({
  name: 'races',
  value: doubles + broken + differ + ledger,
  unit: `doubles, 500s, and differences after a rebuild, ${clients} clients at ${Object.keys(seams).length + 1} seams`,
  limit: 0,
  doubles,
  answered500: broken,
  differ,
  brokenLedger: ledger,
  p50ms: percentile(times, 50),
  p95ms: percentile(times, 95),
})
await house.running.stop()
process.exit(failures())
