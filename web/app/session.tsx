/** Who is signed in, to which house; what every view needs to write entries and dates. */
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, use, useEffect, useMemo, type ReactNode } from 'react'
import type { House, Me } from '#api/session.ts'
import type { Became } from '#api/entries.ts'
import { clockWords, dayWords, shortDay } from '#api/words/dates.ts'
import { entryVersion, type Basis, type Draft } from '#core/history/entry.ts'
import type { Body } from '#core/history/bodies/index.ts'
import type { EntryId, PartyId } from '#core/ids.ts'
import type { Interval } from '#core/quantity/time.ts'
import { keys } from './keys.ts'
import { entryInstant, newId, nowInstant } from './clock.ts'
import { get, post, setToken, wordsOf } from './http.ts'
import { takeOver } from './refresh.ts'
import { useSource, type Source, type WriteOptions, type Written } from './source.tsx'

export type { WriteOptions, Written } from './source.tsx'
import { judges, passes, sessionOver, whyItWaits } from './judging.ts'
import { hold, letWait, refuse, release, sendFiles, sendOutbox, useOutboxState } from './outbox.ts'

export interface SignedIn {
  readonly house: House
  readonly me: Me
  readonly demo: boolean
}

export function useSession() {
  const query = useQuery({
    queryKey: keys.session,
    queryFn: async () => {
      const answer = await get('/session')
      setToken(answer.csrf, answer.me?.account)
      return answer
    },
    staleTime: 60_000,
    retry: false,
    refetchInterval: ({ state }) => (passes(state.error) ? 3_000 : false),
  })
  return query
}

const Signed = createContext<SignedIn | undefined>(undefined)

export function SignedProvider({ value, children }: { value: SignedIn; children: ReactNode }) {
  const client = useQueryClient()
  useEffect(() => {
    const flush = (when?: 'now') =>
      void sendOutbox(value.me.account, when).then((n) => (n > 0 ? client.invalidateQueries() : undefined))
    const now = () => flush('now')
    now()
    // How long it rests after a failure is the outbox's own affair; this only looks whether it is time.
    const timer = setInterval(flush, 2_000)
    window.addEventListener('online', now)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', now)
    }
  }, [client, value.me.account])
  // Whether they are still signed in is asked of the server; if not, the sign-in page stands here, and the outbox waits for them.
  const { why, againAt } = useOutboxState(value.me.account)
  useEffect(() => {
    if (why === sessionOver) void client.invalidateQueries({ queryKey: keys.session })
  }, [client, why, againAt])
  return <Signed value={value}>{children}</Signed>
}

/** Another person and house for what stands below: who practises is not the one who is signed in. */
export const SignedAs = Signed

export function useSigned(): SignedIn {
  const signed = use(Signed)
  if (!signed) throw new Error('useSigned is used outside of the signed-in views')
  return signed
}

/** Dates in the collection's zone. */
export function useDates() {
  const { house } = useSigned()
  return useMemo(() => {
    const zone = house.zone
    return {
      zone,
      when: { zone, now: nowInstant() },
      day: (at: string) => dayWords(at, zone),
      short: (at: string) => shortDay(at, nowInstant(), zone),
      clock: (at: string) => clockWords(at, zone),
    }
  }, [house.zone])
}

export interface Writing {
  /** Made beforehand where another entry of the same act speaks of it. */
  readonly id?: string | undefined
  readonly body: Body
  readonly happenedAt?: Interval | undefined
  readonly basis?: Basis | undefined
  readonly doneBy?: string | undefined
  readonly episode?: string | undefined
  readonly amends?: Draft['amends']
  readonly restsOn?: readonly string[] | undefined
  readonly past?: Draft['past']
  readonly warrant?: Draft['warrant']
  readonly minutes?: number | undefined
  /** It stands by itself, whatever becomes of the rest. */
  readonly alone?: boolean | undefined
}
/** Makes drafts of what was typed. Several stand or fall together. */
export function useDrafts() {
  const { me } = useSigned()
  return (writings: readonly Writing[]): Draft[] => {
    const now = entryInstant()
    // What was observed stands by itself; the rest of a line stands or falls together.
    const bound = writings.filter((w) => !w.alone)
    const together = bound.length > 1 ? newId() : undefined
    return writings.map((w) => ({
      id: (w.id ?? newId()) as EntryId,
      v: entryVersion,
      happenedAt: w.happenedAt ?? { earliest: now, latest: now },
      basis: w.basis ?? 'seen',
      doneBy: (w.doneBy ?? me.party) as PartyId,
      body: w.body,
      ...(w.episode ? { episode: w.episode as EntryId } : {}),
      ...(w.amends ? { amends: w.amends } : {}),
      ...(w.restsOn ? { restsOn: w.restsOn as EntryId[] } : {}),
      ...(w.past ? { past: w.past } : {}),
      ...(w.warrant ? { warrant: w.warrant } : {}),
      ...(w.minutes ? { minutes: w.minutes } : {}),
      ...(together && !w.alone ? { together } : {}),
    }))
  }
}

const lastSeq = (answers: readonly Became[]): number =>
  Math.max(0, ...answers.map((a) => ('seq' in a ? a.seq : 0)))

/**
 * Sends entries. They lie on the device before anything is sent and until the server has judged them, so that neither a crash,
 * a dead connection nor a server in trouble loses one. A refusal comes back as data, with its sentence; what was typed is then
 * in its writer's hands again, and a file stays in the outbox with the reason.
 */
export function useWrite(): NonNullable<Source['write']> {
  const { me } = useSigned()
  const client = useQueryClient()
  const { write } = useSource()
  if (write) return write
  return async (
    drafts: readonly Draft[],
    { contested = 'refuse', files = [], line, onProgress }: WriteOptions = {},
  ): Promise<Written> => {
    const ids = drafts.map((d) => d.id)
    // An episode on screen comes back with the answer: the next line needs no further request.
    const open = drafts.find((d) => d.episode !== undefined)?.episode
    const show = open && client.getQueryData(keys.episode(open)) ? { show: open } : {}
    // A browser that keeps nothing on the device still sends; what it cannot send stays in the line.
    const held = await hold(me.account, drafts, files, line).catch(() => undefined)
    if (!held) {
      if (files.length > 0)
        throw new Error(
          say(
            'This browser keeps no files on the device, so photographs and voice notes cannot be taken here. Nothing was stored.',
          ),
        )
      const { entries, episode } = await post('/entries', {
        entries: drafts,
        contested,
        ...show,
      })
      takeOver(client, drafts, { seq: lastSeq(entries), episode })
      return { sent: true, answers: entries, refused: entries.find((e) => e.became === 'refused') }
    }
    const giveBack = (why: string, rule?: string) =>
      files.length > 0
        ? Promise.all(ids.map((id) => refuse(me.account, id, why, rule)))
        : release(me.account, ids)
    try {
      const ready = files.length ? await sendFiles(me.account, held, onProgress) : drafts
      const { entries, episode } = await post('/entries', {
        entries: ready.map(({ device: _, ...draft }) => draft),
        contested,
        ...show,
      })
      const newer = entries.find((e) => e.became === 'newer')
      if (newer) {
        await letWait(me.account, ids, newer.detail)
        return { sent: false, why: newer.detail }
      }
      const refused = entries.find((e) => e.became === 'refused')
      if (refused) await giveBack(refused.detail, refused.refusal.rule)
      else await release(me.account, ids)
      takeOver(client, drafts, { seq: lastSeq(entries), episode })
      return { sent: true, answers: entries, refused }
    } catch (error) {
      if (judges(error)) {
        await giveBack(wordsOf(error))
        throw error
      }
      const why = whyItWaits(error)
      await letWait(me.account, ids, why)
      return { sent: false, why }
    }
  }
}
