/** A machine’s record from another collection, read in by a steward. */
import { say } from '#api/words/say.ts'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { post, wordsOf } from '#web/app/http.ts'
import { Said } from '#web/ui/Forms.tsx'

/** A machine's record from another collection: stored whole or not at all. */
export function ReadRecord() {
  const client = useQueryClient()
  const [said, setSaid] = useState<string>()
  const [error, setError] = useState<string>()
  const read = async (file: File | undefined) => {
    setSaid(undefined)
    setError(undefined)
    if (!file) return
    try {
      const answer = await post('/records', JSON.parse(await file.text()) as unknown)
      setSaid(
        answer.present
          ? say('{added} entries read, {present} were here already.', {
              added: answer.added,
              present: answer.present,
            })
          : say('{added} entries read.', { added: answer.added }),
      )
      await client.invalidateQueries()
    } catch (failure) {
      setError(
        failure instanceof SyntaxError ? say('This file is no JSON. Nothing was stored.') : wordsOf(failure),
      )
    }
  }
  return (
    <section>
      <h2 className="headrule mb-2">{say('A machine from another collection')}</h2>
      <label className="block">
        <span className="text-13 text-quiet mb-1 block">{say('Read a record file')}</span>
        <input
          type="file"
          accept="application/json"
          className="w-full"
          onChange={(e) => void read(e.target.files?.[0])}
        />
      </label>
      {said && <p role="status">{said}</p>}
      <Said error={error} />
    </section>
  )
}
