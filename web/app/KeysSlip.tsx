/** The keys of the view. */
import { say } from '#api/words/say.ts'
import { useLocation } from 'react-router'
import { Slip } from '#web/ui/Forms.tsx'

const everywhere = [
  ['1 to 5', say('go to a place')],
  ['/', say('find a machine, part, tag')],
  ['?', say('this list')],
  ['Esc', say('put a slip away')],
] as const
const lists = [
  ['↓ ↑', say('next and previous row')],
  ['Enter', say('open the row')],
] as const
const episode = [
  [say('any letter'), say('goes into the line (a tag scanner too)')],
  ['Tab', say('takes the first completion, while the line needs more')],
  [say('Arrow down'), say('goes into the completions; Enter takes one')],
  ['Enter', say('writes the line')],
  ['Shift Enter', say('keeps the line as a quick note')],
  ['F2', say('takes the bench meter’s reading into the line')],
  ['Esc', say('clears it, or leaves a question for later')],
  ['↑', say('brings back the last line written')],
] as const

export default function KeysSlip({ onClose }: { onClose: () => void }) {
  const { pathname } = useLocation()
  const here = pathname.startsWith('/episodes')
    ? episode
    : pathname === '/collection' || pathname === '/parts'
      ? lists
      : pathname.startsWith('/machines/')
        ? ([['← →', say('along the lifeline, once it has the focus')]] as const)
        : []
  return (
    <div className="px-4">
      <Slip title={say('Keys')} onClose={onClose}>
        <dl className="grid grid-cols-[8rem_1fr] gap-y-1">
          {[...here, ...everywhere].map(([key, what]) => (
            <div key={key} className="contents">
              <dt className="num">{key}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <p className="text-quiet mt-3">
          {say('Keyboard shortcuts can be turned off under your initials, at the right end of the band.')}
        </p>
      </Slip>
    </div>
  )
}
