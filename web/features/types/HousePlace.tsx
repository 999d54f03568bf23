/** Where the house is: the light of a session in the sun is reckoned for it. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { get, put, wordsOf } from '#web/app/http.ts'
import { keys } from '#web/app/keys.ts'
import { useSigned } from '#web/app/session.tsx'
import { Act, PlainButton, Said, TextField } from '#web/ui/Forms.tsx'

export function HousePlace() {
  const client = useQueryClient()
  const { me } = useSigned()
  const { data } = useQuery({ queryKey: keys.housePosition, queryFn: () => get('/house/position') })
  const [editing, setEditing] = useState(false)
  const [error, setError] = useState<string>()
  if (!data) return null
  const here = data.position
  const save = async (form: HTMLFormElement) => {
    const said = new FormData(form)
    const degrees = (name: string) => Number(String(said.get(name) ?? '').replace(',', '.'))
    setError(undefined)
    try {
      await put('/house/position', { latitude: degrees('latitude'), longitude: degrees('longitude') })
      await client.invalidateQueries({ queryKey: keys.housePosition })
      setEditing(false)
    } catch (failure) {
      setError(wordsOf(failure))
    }
  }
  return (
    <section aria-label="Position of the house">
      <h2 className="headrule">Position of the house</h2>
      <p className="py-1">
        {here
          ? `Latitude ${here.latitude}, longitude ${here.longitude} (north and east above 0). The light of a session in the sun is reckoned for it.`
          : 'Not given: no light of a session in the sun is reckoned.'}{' '}
        {me.role === 'steward' && !editing && (
          <Act onClick={() => setEditing(true)}>{here ? 'Change the position' : 'Give the position'}</Act>
        )}
      </p>
      {editing && (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            void save(event.currentTarget)
          }}
        >
          <TextField
            label="Latitude, degrees"
            name="latitude"
            className="num"
            inputMode="decimal"
            defaultValue={here?.latitude}
          />
          <TextField
            label="Longitude, degrees"
            name="longitude"
            className="num"
            inputMode="decimal"
            defaultValue={here?.longitude}
          />
          <PlainButton type="submit">Save the position</PlainButton>
          <Act onClick={() => setEditing(false)}>Cancel</Act>
        </form>
      )}
      <Said error={error} />
    </section>
  )
}
