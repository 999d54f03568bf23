/** The list by pages: only those in sight and beside it are asked for and kept, so that 20,000 machines weigh what a screenful does. */
import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { queryOf } from '#api/endpoints.ts'
import { pageSize } from '#api/filters.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { keys } from '#web/app/keys.ts'
import { get } from '#web/app/http.ts'

/** How long the list must rest on a page before it is asked for, ms: a bar dragged to the end asks for the end only. */
const restMs = 60

const page = (search: string, n: number) => ({
  queryKey: keys.machines(search, n),
  queryFn: () => get('/machines', { ...queryOf(search), from: n * pageSize }),
  staleTime: 30_000,
  gcTime: 20_000,
})

export interface ListHead {
  readonly search: string
  readonly total: number
  readonly retest: number
  readonly barred: number
  /** Words that nothing is spelt like. */
  readonly near: readonly string[]
  readonly machines: readonly MachineSummary[]
  readonly loaded: boolean
  /** What is shown still answers the question before. */
  readonly stale: boolean
}

/** The first page, which says how long the list is. */
export function useListHead(search: string): ListHead {
  const { data, isPlaceholderData } = useQuery({ ...page(search, 0), placeholderData: keepPreviousData })
  return {
    search,
    total: data?.total ?? 0,
    retest: data?.retest ?? 0,
    barred: data?.barred ?? 0,
    near: data?.near ?? [],
    machines: data?.machines ?? [],
    loaded: data !== undefined,
    stale: isPlaceholderData,
  }
}

export interface ListPages {
  readonly at: (index: number) => MachineSummary | undefined
  /** Says which rows are in sight; nothing is drawn anew until the list has rested on another page. */
  readonly look: (first: number, last: number) => void
}

/** The other pages: those in sight, and the ones before and after, so that a row is there before it is seen. */
export function useListPages({ search, total, machines }: ListHead): ListPages {
  const [rest, setRest] = useState<readonly [number, number]>([0, 0])
  const sight = useRef<readonly [number, number]>([0, 0])
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(timer.current), [])
  const look = useCallback((first: number, last: number) => {
    const next = [Math.floor(first / pageSize), Math.floor(last / pageSize)] as const
    if (next[0] === sight.current[0] && next[1] === sight.current[1]) return
    sight.current = next
    clearTimeout(timer.current)
    timer.current = setTimeout(() => setRest(next), restMs)
  }, [])
  const first = Math.max(1, rest[0] - 1)
  const last = Math.min(Math.ceil(total / pageSize) - 1, rest[1] + 1)
  const wanted = Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => first + i)
  const pages = useQueries({ queries: wanted.map((n) => page(search, n)) })
  return {
    at: (index) => {
      const n = Math.floor(index / pageSize)
      return (n === 0 ? machines : pages[n - first]?.data?.machines)?.[index % pageSize]
    },
    look,
  }
}
