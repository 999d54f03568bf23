/** What memories and media hold: copied with a checksum, or not copied because. */
import { commas, semicolons } from '#api/words/lists.ts'
import { say } from '#api/words/say.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import type { MachineId } from '#core/ids.ts'
import type { Writing } from '#web/app/session.tsx'
import { typedIn } from '#web/app/typed.ts'
import { Tick } from '#web/ui/Tick.tsx'
import { Lines, NoneOf, StepForm } from './StepForm.tsx'

interface ContentsForm {
  readonly medium: string
  readonly outcome: 'not copied' | 'copied'
  readonly because: string
  readonly checksum: string
  readonly keptAt: string
  readonly twice: boolean
  readonly personal: boolean
}

/** What a medium holds, or what is still to be said of it. */
function contentsOf(machine: MachineId, said: ContentsForm): Writing[] | string {
  const { text, some } = typedIn(said)
  if (!text('medium')) return say('Say which medium.')
  const base = { kind: 'contents' as const, machine, medium: text('medium'), personal: said.personal }
  if (said.outcome === 'not copied')
    return text('because')
      ? [{ body: { ...base, what: 'not copied', because: text('because') } }]
      : say('Say why it was not copied.')
  if (text('checksum').length < 4)
    return say('A copy needs its checksum, with the method: sum 1A2B, sha256 3f…')
  const copied = { what: 'copied' as const, checksum: text('checksum'), readTwice: said.twice }
  return [{ body: { ...base, ...copied, keptAt: some('keptAt') } }]
}

export function ContentsStep({ view }: { view: ArrivalView }) {
  return (
    <>
      <p className="text-quiet">
        {say(
          'Before a ROM is replaced or a cell removed: read twice, same checksum, kept with the machine; or why not. A leaking cell comes out at once, copied or not. EPROM windows stay covered. A giver’s personal data stays closed until a steward decides.',
        )}
      </p>
      <Lines
        items={view.contents.map((c) =>
          c.what === 'copied'
            ? semicolons(
                commas(
                  say('{medium}: copied, {checksum}', { medium: c.medium, checksum: c.checksum }),
                  c.readTwice ? say('read twice') : say('read once only'),
                  c.keptAt && say('kept at {keptAt}', { keptAt: c.keptAt }),
                ),
                c.personal && say('may hold personal data, closed'),
              )
            : c.personal
              ? say('{medium}: not copied, because {because}; may hold personal data, closed', {
                  medium: c.medium,
                  because: c.because,
                })
              : say('{medium}: not copied, because {because}', { medium: c.medium, because: c.because }),
        )}
      />
      <StepForm<ContentsForm>
        submit={say('Save the contents')}
        defaults={{
          ...{ medium: '', outcome: 'not copied', because: '', checksum: '', keptAt: '' },
          ...{ twice: false, personal: false },
        }}
        writings={(_, said) => contentsOf(view.machine, said)}
      >
        {(register) => (
          <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
            <TextField
              label={say('Medium')}
              {...register('medium')}
              placeholder={say('EPROM IC12; disk in the left drive')}
              maxLength={80}
            />
            <SelectField label={say('Outcome')} {...register('outcome')} options={['not copied', 'copied']} />
            <TextField
              label={say('Not copied, because')}
              {...register('because')}
              placeholder={say('no reader for this disk here')}
              maxLength={2000}
            />
            <TextField
              label={say('Checksum and method')}
              {...register('checksum')}
              className="num"
              placeholder={say('sum 5E1C')}
              maxLength={160}
            />
            <TextField label={say('Copy kept at')} {...register('keptAt')} maxLength={80} />
            <div className="flex flex-wrap items-end gap-x-6">
              <Tick label={say('read twice, same')} {...register('twice')} />
              <Tick label={say('may hold personal data')} {...register('personal')} />
            </div>
          </div>
        )}
      </StepForm>
      <NoneOf
        machine={view.machine}
        what="contents"
        words={say('It holds no memory and no medium')}
        done={view.contents.length > 0}
      />
    </>
  )
}
