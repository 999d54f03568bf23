/** House methods as recipe cards: what is used, how strong, how long, on what and on what not; and what people found. */
import { told } from '#web/ui/told.tsx'
import { say } from '#api/words/say.ts'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import type { MethodRow } from '#api/types.ts'
import { commas, count, list, paragraph, semicolons, sentence } from '#api/words/lists.ts'
import { durationWords } from '#api/words/dates.ts'
import { keys } from '#web/app/keys.ts'
import { useSendOne } from '#web/app/send.ts'
import { get } from '#web/app/http.ts'
import { useDates, useSigned } from '#web/app/session.tsx'
import { Act, Said } from '#web/ui/Forms.tsx'
import { MethodForm } from './MethodForm.tsx'

/** As it is typed, in every language. */
const methodLine = 'clean keycaps by …'

export function Methods() {
  const { me } = useSigned()
  const mayWrite = me.role === 'restorer' || me.role === 'steward'
  const { send, error } = useSendOne()
  const [open, setOpen] = useState<string>()
  const { data } = useQuery({ queryKey: keys.methods, queryFn: () => get('/methods') })
  return (
    <section className="mt-8">
      <h2 className="headrule flex justify-between">
        {say('House methods')}{' '}
        {mayWrite && (
          <Act onClick={() => setOpen(open === 'new' ? undefined : 'new')}>{say('Write a card')}</Act>
        )}
      </h2>
      {open === 'new' && <MethodForm onSend={send} onClose={() => setOpen(undefined)} />}
      <Said error={error} />
      {data?.methods.length === 0 && (
        <p className="text-quiet py-2">
          {told(
            'No card yet. A card says once how the house does it; in an episode {line} takes over its agent, its wait and its caution.',
            {
              line: (
                <span className="num" translate="no">
                  {methodLine}
                </span>
              ),
            },
          )}
        </p>
      )}
      <ul className="grid grid-cols-2 gap-x-6 max-xl:grid-cols-1">
        {data?.methods.map((m) => (
          <li key={m.id} className="border-hair border-b py-3">
            {open === m.id ? (
              <MethodForm method={m} onSend={send} onClose={() => setOpen(undefined)} />
            ) : (
              <Card method={m} {...(mayWrite ? { onEdit: () => setOpen(m.id) } : {})} />
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Card({ method, onEdit }: { method: MethodRow; onEdit?: () => void }) {
  const { short } = useDates()
  const { recipe } = method
  const said = (verdict: string) => method.verdicts.filter((v) => v.verdict === verdict).length
  const verdicts = (['good', 'mixed', 'bad'] as const)
    .flatMap((v) => (said(v) ? [`${said(v)} ${v}`] : []))
    .join(', ')
  const facts = [
    recipe.agent,
    recipe.strength,
    recipe.temperature,
    recipe.light,
    recipe.area,
    recipe.waitMinutes
      ? commas(
          durationWords(recipe.waitMinutes),
          recipe.everyMinutes &&
            say('again every {everyMinutes}', { everyMinutes: durationWords(recipe.everyMinutes) }),
        )
      : '',
  ].filter(Boolean)
  return (
    <article aria-label={recipe.name}>
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="font-display text-18 font-semibold">{recipe.name}</h3>
        {onEdit && (
          <Act className="text-13" onClick={onEdit}>
            {say('Change')}
          </Act>
        )}
      </div>
      <p className="num">{facts.join(' · ') || say('nothing measured')}</p>
      {(recipe.materials.length > 0 || recipe.notOn.length > 0) && (
        <p>
          {recipe.materials.length > 0 &&
            `${say('For {materials}.', { materials: list(recipe.materials) })} `}
          {recipe.notOn.length > 0 && (
            <strong>{say('Not on {notOn}.', { notOn: list(recipe.notOn) })}</strong>
          )}
        </p>
      )}
      {recipe.steps && <p className="whitespace-pre-line">{recipe.steps}</p>}
      {(recipe.caution || recipe.needs) && (
        <p className="border-oxide mt-1 border-l-4 pl-3">
          {recipe.caution}{' '}
          {recipe.needs && (
            <span className="text-quiet">
              {say('For people authorised for {needs}.', { needs: recipe.needs })}
            </span>
          )}
        </p>
      )}
      <CardFigures recipe={recipe} method={method} verdicts={verdicts} />
      {method.verdicts.length > 0 && (
        <ul className="text-13">
          {method.verdicts
            .slice(-3)
            .reverse()
            .map((v) => (
              <li key={v.entry}>
                <span className="num text-quiet">{short(v.at)}</span> <strong>{v.verdict}</strong> {v.words}
                {v.episode && (
                  <>
                    {' '}
                    <Link className="act" to={`/episodes/${v.episode}`}>
                      {say('the episode')}
                    </Link>
                  </>
                )}
              </li>
            ))}
        </ul>
      )}
    </article>
  )
}

function CardFigures({
  recipe,
  method,
  verdicts,
}: {
  recipe: MethodRow['recipe']
  method: MethodRow
  verdicts: string
}) {
  const { short } = useDates()
  return (
    <p className="text-quiet text-13 mt-1">
      {paragraph(
        recipe.school &&
          (method.schoolInForce
            ? say('The house’s way for {key}.', { key: recipe.school.key })
            : say('Not the house’s way for {key}.', { key: recipe.school.key })),
        sentence(
          semicolons(
            method.uses
              ? say('followed {uses}', { uses: count(method.uses, 'time') })
              : say('not followed yet'),
            verdicts && say('verdicts: {verdicts}', { verdicts }),
          ),
        ),
        method.by
          ? say('Version {version}, {at}, by {by}.', {
              version: method.version,
              at: short(method.at),
              by: method.by,
            })
          : say('Version {version}, {at}.', { version: method.version, at: short(method.at) }),
      )}
    </p>
  )
}
