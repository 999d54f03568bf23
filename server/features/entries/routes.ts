/** POST /api/entries: the one way in. */
import { Router } from 'express'
import { z } from 'zod'
import { entriesSchema, draftSchema, type Became, type EntriesAnswer } from '#api/entries.ts'
import { atLeast } from '#core/roles.ts'
import { refusalWords } from '#api/words/refusals.ts'
import { entryVersion, type Draft } from '#core/history/entry.ts'
import { lift } from '#core/history/lifts/index.ts'
import { subjectIds, subjectsOf } from '#core/history/subjects.ts'
import { entryIdSchema, type MachineId } from '#core/ids.ts'
import { rows } from '../../db/connection.ts'
import { zoneOf } from '../../db/house.ts'
import { writerOf } from './writer.ts'
import {
  houseWorld,
  requireSight,
  requireVisitor,
  type Visitor,
  requireProof,
} from '../../platform/access.ts'
import { noteSecurity } from '../../platform/security-log.ts'
import type { Services } from '../../platform/services.ts'
import { nowInstant } from '../../platform/clock.ts'
import { handle, notFound, parse, ProblemError, telling } from '../../platform/errors.ts'
import { loadEntries } from './closure.ts'
import { heedErasures } from './erase.ts'
import { lentTo } from '../loans/store.ts'
import { append, type Appended } from './store.ts'
import { episodeFor } from '../episodes/view.ts'

/** An entry that a newer version of the program wrote: it waits where it is. */
interface Newer {
  readonly newer: true
  readonly id: string
  readonly together?: string | undefined
}
const newerSchema = z.looseObject({ id: entryIdSchema, together: z.string().optional() })

/** Lifts and parses one draft; the problem names the entry by its place in the list. */
function readDraft(raw: unknown, index: number): Draft | Newer {
  const shape = raw as { v?: unknown } | null
  const lifted = typeof shape?.v === 'number' ? lift(shape as { v: number; [key: string]: unknown }) : raw
  if (lifted === 'newer') {
    const { id, together } = parse(newerSchema, raw)
    return { newer: true, id, together }
  }
  const parsed = draftSchema.safeParse(lifted)
  if (parsed.success) return parsed.data as Draft
  const fields = parsed.error.issues.slice(0, 20).map((issue) => ({
    path: `entries.${index}.${issue.path.join('.')}`,
    message: issue.code === 'unrecognized_keys' ? `Not known here: ${issue.keys.join(', ')}.` : issue.message,
  }))
  throw new ProblemError(
    'invalid',
    telling('Entry {n}: {trouble} Nothing of this sending was stored.', {
      n: index + 1,
      trouble: fields[0]?.message ?? 'It cannot be read.',
    }),
    { fields },
  )
}

/** Who may see a machine, who is authorised to what; and what is gone for good. */
const asksProof = ({ body }: Draft): boolean =>
  (body.kind === 'rule' && body.what !== 'policy') || body.kind === 'erasure'

const isNewer = (draft: Draft | Newer): draft is Newer => 'newer' in draft

/** Entries without a group stand alone; those with one stand or fall together. */
function groupsOf(drafts: readonly (Draft | Newer)[]): (Draft | Newer)[][] {
  const groups = new Map<string, (Draft | Newer)[]>()
  for (const draft of drafts) {
    const key = draft.together ?? draft.id
    groups.set(key, [...(groups.get(key) ?? []), draft])
  }
  return [...groups.values()]
}

/**
 * A guest writes of machines that they may see now, or that are in a loan of theirs which they name; and changes only what they
 * wrote themselves of such a machine.
 */
async function requireMachines({ db }: Services, visitor: Visitor, group: readonly Draft[]) {
  if (visitor.role !== 'guest') return
  const targets = await loadEntries(
    db,
    group.flatMap((d) =>
      [d.amends?.entry, d.body.kind === 'settle' ? d.body.entry : undefined].flatMap((id) => id ?? []),
    ),
  )
  const seen: string[] = []
  for (const subjects of group.map((d) => subjectsOf(d))) {
    const named = subjectIds(subjects, 'machine')
    const lent = await lentTo(db, visitor.party, subjectIds(subjects, 'loan'))
    if (lent === 'not theirs' || (lent && named.some((id) => !lent.has(id)))) throw notFound()
    if (!lent) seen.push(...named)
  }
  const machines = new Set([...seen, ...targets.flatMap((t) => subjectIds(t.about, 'machine'))])
  for (const id of machines) await requireSight(db, visitor, id as MachineId)
}

export function entriesRoutes(services: Services): Router {
  const router = Router()
  router.post(
    '/entries',
    handle(async (request, response) => {
      const visitor = await requireVisitor(request)
      const { entries, contested, show } = parse(entriesSchema, request.body)
      const groups = groupsOf(entries.map(readDraft))
      const writer = await writerOf(request, visitor)
      const answers: Became[] = []
      for (const group of groups) {
        if (group.some(isNewer)) {
          const detail = refusalWords(
            { rule: 'unknown-version', v: entryVersion },
            { zone: await zoneOf(), labels: {} },
          )
          for (const { id } of group) answers.push({ id, became: 'newer', detail })
          continue
        }
        const drafts = group.filter((d): d is Draft => !isNewer(d))
        await requireMachines(services, visitor, drafts)
        const rights = drafts.filter(asksProof)
        if (rights.length > 0 && atLeast(visitor.role, 'steward')) requireProof(request)
        // Who did it is the writer, unless the entry names another person.
        const mine = drafts.map((draft): Draft =>
          draft.doneBy === undefined && draft.body.kind !== 'party'
            ? { ...draft, doneBy: visitor.party }
            : draft,
        )
        const results = await append(services.db, mine, {
          ...writer,
          now: nowInstant(),
          fromOutbox: drafts.some((d) => d.device !== undefined),
          keepContested: contested === 'keep',
        })
        for (const result of results) answers.push(await worded(services, result, visitor))
        const erases = drafts.some((d) => d.body.kind === 'erasure')
        // It is erased already: a disk that fails now is tried again at the next erasure, and when the server starts.
        if (erases)
          await heedErasures(services.db, services.config.dataDir).catch((error: Error) =>
            services.log.error({ error: error.message }, 'erased, but not yet from the disk'),
          )
        if (rights.length > 0)
          await noteSecurity(services.db, request, {
            did: erases ? 'erase' : 'grant or authorise',
            outcome: results.some((r) => r.became === 'refused') ? 'refused' : 'done',
            account: visitor.account,
            about: rights
              .map(({ body }) =>
                body.kind === 'erasure' ? body.entry : 'party' in body ? String(body.party) : '',
              )
              .join(' '),
          })
      }
      const taken = answers.some((a) => a.became !== 'refused' && a.became !== 'newer')
      // What was stored is stored, whether or not it can be shown.
      const episode =
        taken && show !== undefined && atLeast(visitor.role, 'volunteer')
          ? await episodeFor(services, visitor, show).catch(() => undefined)
          : undefined
      response
        .status(taken ? 200 : 409)
        .json({ entries: answers, ...(episode ? { episode } : {}) } satisfies EntriesAnswer)
    }),
  )
  return router
}

async function worded(services: Services, result: Appended, visitor: Visitor): Promise<Became> {
  const refusal =
    result.became === 'refused' ? result.refusal : result.became === 'contested' ? result.contest : undefined
  if (!refusal)
    return result.became === 'already recorded'
      ? { id: result.id, became: 'already recorded', seq: result.seq }
      : (result as Became)
  const labels = visitor.role === 'guest' ? {} : await labelsOf(services, refusal)
  const detail = refusalWords(refusal, { zone: await zoneOf(), labels })
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
