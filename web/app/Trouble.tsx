/** What stands where a view cannot be shown. */
import { say } from '#api/words/say.ts'
import { isRouteErrorResponse, Link, useRouteError } from 'react-router'
import { wordsOf } from './http.ts'

export function Trouble() {
  const error = useRouteError()
  const words = isRouteErrorResponse(error) ? say('There is nothing at this address.') : wordsOf(error)
  return (
    <main className="mx-auto max-w-xl p-8">
      <h1 className="font-display text-24 mb-2 font-semibold">{say('This view cannot be shown')}</h1>
      <p className="mb-4">{words}</p>
      <p className="flex gap-6">
        <a className="act" href={window.location.href}>
          {say('Load it again')}
        </a>
        <Link className="act" to="/">
          {say('Back to Bench')}
        </Link>
      </p>
    </main>
  )
}

export function Missing() {
  return (
    <main className="p-8">
      <h1 className="font-display text-24 mb-2 font-semibold">{say('There is nothing at this address')}</h1>
      <Link className="act" to="/">
        {say('Back to Bench')}
      </Link>
    </main>
  )
}
