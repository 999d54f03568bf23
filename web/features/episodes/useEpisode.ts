/**
 * The episode: as the server sees it while there is a connection, and folded on the device from what it holds and what
 * waits to be sent while there is none.
 */
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { HouseId } from '#core/ids.ts'
import type { EpisodeView } from '#core/views/episode.ts'
import { keys } from '#web/app/keys.ts'
import { heldEpisode, refreshEpisode } from '#web/app/device-episodes.ts'
import { useSource } from '#web/app/source.tsx'
import { passes } from '#web/app/judging.ts'
import { useOutbox, type Waiting } from '#web/app/outbox.ts'
import { useSigned } from '#web/app/session.tsx'
import type { FoldAnswer } from '#web/workers/episode.worker.ts'
import { foldAsk, foldWorker } from '#web/app/device-fold.ts'

/** How long the device rests between fetching what is new to hold, ms. */
const restMs = 4_000

export interface EpisodeHere {
  readonly view: EpisodeView | undefined
  readonly error: Error | undefined
  readonly waiting: readonly Waiting[]
}

export function useEpisode(id: string): EpisodeHere {
  const { me, house } = useSigned()
  const { get, practice } = useSource()
  const outbox = useOutbox(me.account)
  const waiting = useMemo(() => outbox.filter((w) => w.draft.episode === id), [outbox, id])
  const server = useQuery({
    queryKey: keys.episode(id),
    queryFn: () => get('/episodes/:id', { id }),
    retry: false,
    refetchInterval: ({ state }) => (passes(state.error) ? 5_000 : false),
  })
  const cut = passes(server.error)
  const answered = server.data
  // Waiting entries are shown in their place as soon as there is something to fold them into.
  const local = useLocalView(id, me.account, house.id, waiting, cut || waiting.length > 0)
  // What is practised is kept by itself, apart from what the house wrote.
  useKept(id, me.account, practice ? undefined : answered)
  const view = (cut || waiting.length > 0) && local ? local : answered
  return {
    view,
    error:
      view || (cut && local === undefined && server.fetchStatus === 'fetching')
        ? undefined
        : (server.error ?? undefined),
    waiting,
  }
}

/** Keeps the episode on the device, some seconds after it was last seen to change. */
function useKept(id: string, account: string, seen: EpisodeView | undefined) {
  useEffect(() => {
    if (!seen || seen.episode.state === 'closed') return
    // At once when it was never held, later when it was.
    let timer: ReturnType<typeof setTimeout> | undefined
    let left = false
    const refresh = () => void refreshEpisode(account, id).catch(() => undefined)
    void heldEpisode(account, id).then((held) => {
      if (!left) timer = setTimeout(refresh, held ? restMs : 0)
    })
    return () => {
      left = true
      clearTimeout(timer)
    }
  }, [id, account, seen])
}

function useLocalView(
  id: string,
  account: string,
  house: HouseId,
  waiting: readonly Waiting[],
  wanted: boolean,
): EpisodeView | undefined {
  const [view, setView] = useState<EpisodeView>()
  const worker = useRef<Worker>(undefined)
  const asked = useRef(0)
  useEffect(() => () => worker.current?.terminate(), [])
  useEffect(() => {
    if (!wanted) return
    const n = ++asked.current
    void foldAsk({ id, account, house, waiting }, n).then((ask) => {
      if (!ask || n !== asked.current) return
      if (!worker.current) {
        worker.current = foldWorker()
        worker.current.onmessage = ({ data }: MessageEvent<FoldAnswer>) => {
          if (data.n === asked.current) setView(data.view)
        }
      }
      worker.current.postMessage(ask)
    })
  }, [id, account, house, waiting, wanted])
  return view
}
