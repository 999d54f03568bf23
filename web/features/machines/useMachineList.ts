/** The list by pages: only those in sight are asked for and kept, so that 20,000 machines weigh what a screenful does. */
import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { pageSize, type MachineList } from '#api/filters.ts'
import type { MachineSummary } from '#core/views/summary.ts'
import { get } from '#web/app/http.ts'

/** How long the list must rest before the pages it rests on are asked for, ms. */
const restMs = 60

export function useMachineList(search: string, first: number, last: number) {
  const page = (n: number) => ({
    queryKey: ['machines', search, n],
    queryFn: () => get<MachineList>(`/machines?${search}${search ? '&' : ''}from=${n * pageSize}`),
    staleTime: 30_000,
    gcTime: 20_000,
  })
  const head = useQuery({ ...page(0), placeholderData: keepPreviousData })
  const [range, setRange] = useState<readonly [number, number]>([0, 0])
  const [from, to] = [Math.floor(first / pageSize), Math.floor(last / pageSize)]
  useEffect(() => {
    const timer = setTimeout(() => setRange((held) => (held[0] === from && held[1] === to ? held : [from, to])), restMs)
    return () => clearTimeout(timer)
  }, [from, to])
  const wanted = Array.from({ length: Math.min(3, range[1] - range[0] + 1) }, (_, i) => range[0] + i).filter((n) => n > 0)
  const pages = useQueries({ queries: wanted.map(page) })
  const byPage = new Map<number, readonly MachineSummary[]>(wanted.flatMap((n, i) => (pages[i]?.data ? [[n, pages[i].data.machines] as const] : [])))
  if (head.data) byPage.set(0, head.data.machines)
  return {
    total: head.data?.total ?? 0,
    near: head.data?.near ?? [],
    loaded: head.data !== undefined,
    /** What is shown still answers the question before. */
    stale: head.isPlaceholderData,
    at: (index: number): MachineSummary | undefined => byPage.get(Math.floor(index / pageSize))?.[index % pageSize],
  }
}
