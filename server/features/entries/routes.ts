/** POST /api/entries: the one way in. */
import { Router } from 'express'
import { entriesSchema, draftSchema, type Became } from '#api/entries.ts'
import { refusalWords } from '#api/words/refusals.ts'
import type { Draft } from '#core/history/entry.ts'
import { lift } from '#core/history/lifts/index.ts'
import { subjectIds, subjectsOf } from '#core/history/subjects.ts'
import type { MachineId } from '#core/ids.ts'
import { rows } from '../../db/connection.ts'
import { HouseModel } from '../../db/models.ts'
import { confirmedIn } from '../session/pin.ts'
import { houseWorld, requireSight, requireVisitor, type Visitor } from '../../platform/access.ts'
import type { Services } from '../../platform/app.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, parse, ProblemError } from '../../platform/errors.ts'
import { append, type Appended } from './store.ts'

/** Lifts and parses one draft; the problem names the entry by its place in the list. */
function readDraft(raw: unknown, index: number): Draft | 'newer' {
  const shape = raw as { v?: unknown }
  const lifted = typeof shape?.v === 'number' ? lift(shape as { v: number; [key: string]: unknown }) : raw
  if (lifted === 'newer') return 'newer'
  const parsed = draftSchema.safeParse(lifted)
  if (parsed.success) return parsed.data as Draft
  const fields = parsed.error.issues.slice(0, 20).map((issue) => ({
    path: `entries.${index}.${issue.path.join('.')}`,
    message: issue.code === 'unrecognized_keys' ? `Not known here: ${issue.keys.join(', ')}.` : issue.message,
  }))
  throw new ProblemError('invalid', `Entry ${index + 1}: ${fields[0]?.message ?? 'it cannot be read.'} Nothing of this sending was stored.`, { fields })
}

/** Entries without a group stand alone; those with one stand or fall together. */
function groupsOf(drafts: readonly Draft[]): Draft[][] {
  const groups = new Map<string, Draft[]>()
  for (const draft of drafts) {
    const key = draft.together ?? draft.id
    groups.set(key, [...(groups.get(key) ?? []), draft])
  }
  return [...groups.values()]
}

async function requireMachines(services: Services, visitor: Visitor, group: readonly Draft[]) {
  if (visitor.role !== 'guest') return
  for (const id of new Set(group.flatMap((d) => subjectIds(subjectsOf(d), 'machine')))) await requireSight(services.db, visitor, id as MachineId)
}

export function entriesRoutes(services: Services): Router {
  const router = Router()
  router.post(
    '/entries',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { entries, contested } = parse(entriesSchema, request.body)
      const drafts = entries.map(readDraft)
      const answers: Became[] = []
      const readable = drafts.filter((d): d is Draft => d !== 'newer')
      if (readable.length < drafts.length)
        throw new ProblemError('invalid', refusalWords({ rule: 'unknown-version', v: 0 }, { zone: 'UTC', labels: {} }), { refusal: { rule: 'unknown-version', v: 0 } })
      const house = await HouseModel.findByPk(1)
      for (const group of groupsOf(readable)) {
        await requireMachines(services, visitor, group)
        // Who did it is the writer, unless the entry names another person.
        const mine = group.map((draft): Draft => (draft.doneBy === undefined && draft.body.kind !== 'party' ? { ...draft, doneBy: visitor.party } : draft))
        const results = await append(services.db, mine, {
          account: visitor.account,
          role: visitor.role,
          now: nowInstant(),
          fromOutbox: group.some((d) => d.device !== undefined),
          keepContested: contested === 'keep',
          vouches: { party: visitor.party, confirmed: confirmedIn(request) },
        })
        for (const result of results) answers.push(await worded(services, result, house?.zone ?? 'UTC', visitor))
      }
      const refused = answers.filter((a) => a.became === 'refused')
      response.status(refused.length === answers.length ? 409 : 200).json({ entries: answers })
    }),
  )
  return router
}

async function worded(services: Services, result: Appended, zone: string, visitor: Visitor): Promise<Became> {
  const refusal = result.became === 'refused' ? result.refusal : result.became === 'contested' ? result.contest : undefined
  if (!refusal) return result.became === 'already recorded' ? { id: result.id, became: 'already recorded', seq: result.seq } : (result as Became)
  const labels = visitor.role === 'guest' ? {} : await labelsOf(services, refusal)
  const detail = refusalWords(refusal, { zone, labels })
  return { ...result, detail } as Became
}

/** Names for the ids inside a refusal. */
async function labelsOf(services: Services, refusal: object): Promise<Record<string, string>> {
  const ids = JSON.stringify(refusal).match(/[0-9a-f]{8}-[0-9a-f-]{27}/g) ?? []
  if (ids.length === 0) return {}
  const world = await houseWorld(services.db)
  const labels: Record<string, string> = {}
  for (const id of ids) {
    const party = world.parties.get(id as never)
    if (party) labels[id] = party.name
  }
  const named = await rows<{ id: string; label: string }>(
    services.db,
    `SELECT machine::text AS id, number || ' ' || (summary->'plate'->>'name') AS label FROM machines WHERE machine = ANY($1::uuid[]) UNION ALL SELECT part::text, part_row->>'label' FROM parts WHERE part = ANY($1::uuid[]) UNION ALL SELECT lot::text, lot_row->>'label' FROM lots WHERE lot = ANY($1::uuid[])`,
    [ids],
  )
  for (const { id, label } of named) labels[id] = label
  return labels
}
