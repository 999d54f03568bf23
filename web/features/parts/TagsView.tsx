/** Bag tags to print, several to a page: the tag as text and as a code that a scanner types. */
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { Link, useSearchParams } from 'react-router'
import { keys } from '#web/app/keys.ts'
import { get, wordsOf } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Untagged } from './Untagged.tsx'
import { Code } from '#web/ui/Code.tsx'
import { MainButton } from '#web/ui/Forms.tsx'

export function View() {
  const [params] = useSearchParams()
  const { house } = useSigned()
  const { day, when } = useDates()
  const ids = params.get('ids') ?? ''
  const { data, error } = useQuery({
    queryKey: keys.tags(ids),
    queryFn: () => get('/part-tags', { ids }),
    enabled: ids !== '',
    retry: false,
  })
  if (error) return <p className="p-8">{wordsOf(error)}</p>
  const tags = data?.tags ?? []
  const untagged = ids.split(',').filter((id) => id !== '' && !tags.some((t) => t.id === id))
  return (
    <main className="mx-auto w-full max-w-5xl p-6">
      <div className="noprint mb-4 flex flex-wrap items-center gap-5">
        <Link className="act mr-auto" to="/parts">
          {say('Back to parts')}
        </Link>
        <MainButton onClick={() => window.print()} disabled={tags.length === 0}>
          {say('Print')}
        </MainButton>
      </div>
      {data && untagged.length > 0 && <Untagged ids={untagged} />}
      <ul
        hidden={tags.length === 0}
        aria-label={say('Bag tags')}
        className="grid grid-cols-3 gap-3 bg-white p-4 text-black max-md:grid-cols-1 print:grid-cols-3 print:p-0"
      >
        {tags.map((t) => (
          <li key={t.id} className="flex break-inside-avoid gap-3 border-4 border-double border-black p-2.5">
            <Code text={t.tag} px={76} />
            <div className="min-w-0">
              <strong className="num text-18 block">{t.tag}</strong>
              <span className="block break-words">{t.partKind ?? t.label}</span>
              {t.marking && <span className="num text-13 block break-words">{t.marking}</span>}
              {t.from && <span className="text-13 block">{say('from {from}', { from: t.from })}</span>}
              <span className="text-13 block">{`${t.health === 'unknown' ? '' : `${t.health}; `}${house.name}, ${day(when.now)}`}</span>
            </div>
          </li>
        ))}
      </ul>
    </main>
  )
}
