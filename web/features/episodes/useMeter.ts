/** The bench meter of the house: one key takes its reading into the line that is being typed. */
import { useQuery } from '@tanstack/react-query'
import type { ComposerContext } from '#core/composer/context.ts'
import { askedOf, readingLine } from '#core/composer/measure.ts'
import { keys } from '#web/app/keys.ts'
import { post } from '#web/app/http.ts'
import { useSource } from '#web/app/source.tsx'

/** The key that takes a reading: no letter, so that it works while a line is typed. */
export const meterKey = 'F2'

export function useMeter(context: ComposerContext) {
  const { get } = useSource()
  const { data } = useQuery({
    queryKey: keys.meter,
    queryFn: () => get('/meter'),
    staleTime: 60_000,
    retry: false,
  })
  return {
    name: data?.name,
    simulated: data?.simulated ?? false,
    trouble: data?.trouble,
    /** The line with the reading in it. Throws what the server says when the instrument does not answer. */
    take: async (line: string): Promise<string> => {
      const { point, unit } = askedOf(line, context)
      const reading = await post('/meter/readings', { unit })
      return readingLine(point, reading.value, reading.unit, reading.name)
    },
  }
}
export type Meter = ReturnType<typeof useMeter>
