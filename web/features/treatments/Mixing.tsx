/** How much of the bought and how much water, and volumes against per cent, reckoned as one types. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { dilution, peroxideStrength } from '#core/work/mixing.ts'
import { Act, TextField } from '#web/ui/Forms.tsx'

export function Mixing({ onUse }: { onUse: (bought: string, mixed: string) => void }) {
  const [bought, setBought] = useState('')
  const [wanted, setWanted] = useState('')
  const [amount, setAmount] = useState('')
  const mixed = dilution(bought, wanted, amount)
  const other = peroxideStrength(bought)
  return (
    <details>
      <summary className="act cursor-pointer">{say('Calculator: how much of it, how much water')}</summary>
      <div className="mt-2 grid grid-cols-3 items-end gap-3 max-sm:grid-cols-1">
        <TextField
          label={say('As bought: per cent or volumes')}
          className="num"
          placeholder={say('12 % or 40 vol')}
          value={bought}
          onChange={(e) => setBought(e.target.value)}
        />
        <TextField
          label={say('Wanted')}
          className="num"
          placeholder="6 %"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
        <TextField
          label={say('How much of the mixture, ml or g')}
          className="num"
          placeholder="500 ml"
          value={amount}
          onChange={(e) => setAmount(e.target.value)}
        />
      </div>
      <p role="status" className="mt-1">
        {'is' in mixed && (
          <>
            <strong className="num">{mixed.is}</strong> <span className="text-quiet num">{mixed.by}</span>{' '}
            <Act onClick={() => onUse(bought, `${wanted} (${mixed.is})`)}>{say('Put it into the form')}</Act>
          </>
        )}
        {'is' in other && (
          <span className="text-quiet num block">{say('{bought} is {is}.', { bought, is: other.is })}</span>
        )}
        {'wrong' in mixed && mixed.wrong === 'wanted' && wanted && (
          <span className="text-copper">
            {say('Water makes nothing stronger: the wanted strength is above the bought.')}
          </span>
        )}
      </p>
      <p className="text-quiet">
        {say(
          'Volumes are for peroxide only, in grams to 100 ml. By weight or by volume: keep to the same measure on both sides.',
        )}
      </p>
    </details>
  )
}
