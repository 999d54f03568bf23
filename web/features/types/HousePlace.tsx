/** Where the house is: the light of a session in the sun is reckoned for it. */
import { say } from '#api/words/say.ts'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import type { Position } from '#core/colour/sun.ts'
import { get, put, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSigned } from '#web/app/session.tsx'
import { figure } from '#web/app/typed.ts'
import { Act, PlainButton, Said, TextField } from '#web/ui/Forms.tsx'

export function HousePlace() {
  const { me } = useSigned()
  const { data } = useQuery({ queryKey: keys.housePosition, queryFn: () => get('/house/position') })
  const [editing, setEditing] = useState(false)
  if (!data) return null
  const here = data.position
  return (
    <section aria-label={say('Position of the house')}>
      <h2 className="headrule">{say('Position of the house')}</h2>
      <p className="py-1">
        {here
          ? say(
              'Latitude {latitude}, longitude {longitude} (north and east above 0). The light of a session in the sun is calculated for this place.',
              { latitude: here.latitude, longitude: here.longitude },
            )
          : say('Not given: no light of a session in the sun is calculated.')}{' '}
        {me.role === 'steward' && !editing && (
          <Act onClick={() => setEditing(true)}>
            {here ? say('Change the position') : say('Give the position')}
          </Act>
        )}
      </p>
      {editing && <PositionForm here={here} onClose={() => setEditing(false)} />}
    </section>
  )
}

function PositionForm({ here, onClose }: { here: Position | undefined; onClose: () => void }) {
  const client = useQueryClient()
  const [error, setError] = useState<string>()
  const { register, handleSubmit } = useForm({
    defaultValues: { latitude: String(here?.latitude ?? ''), longitude: String(here?.longitude ?? '') },
  })
  const save = handleSubmit(async ({ latitude, longitude }) => {
    setError(undefined)
    try {
      await put('/house/position', {
        latitude: figure(latitude) ?? NaN,
        longitude: figure(longitude) ?? NaN,
      })
      await client.invalidateQueries({ queryKey: keys.housePosition })
      onClose()
    } catch (failure) {
      setError(wordsOf(failure))
    }
  })
  return (
    <form className="flex flex-wrap items-end gap-3" onSubmit={(event) => void save(event)}>
      <TextField
        label={say('Latitude, degrees')}
        className="num"
        inputMode="decimal"
        {...register('latitude')}
      />
      <TextField
        label={say('Longitude, degrees')}
        className="num"
        inputMode="decimal"
        {...register('longitude')}
      />
      <PlainButton type="submit">{say('Save the position')}</PlainButton>
      <Act onClick={onClose}>{say('Cancel')}</Act>
      <Said error={error} />
    </form>
  )
}
