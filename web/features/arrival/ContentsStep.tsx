/** What memories and media hold: copied with a checksum, or not copied because. */
import type { ArrivalView } from '#core/views/arrival.ts'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { Tick } from '#web/ui/Tick.tsx'
import { Lines, NoneOf, StepForm } from './StepForm.tsx'

export function ContentsStep({ view }: { view: ArrivalView }) {
  return (
    <>
      <p className="text-quiet">
        Before a ROM is replaced or a cell removed: read twice, same checksum, kept with the machine; or why
        not. A leaking cell comes out at once, copied or not. EPROM windows stay covered. A giver’s personal
        data stays closed until a steward decides.
      </p>
      <Lines
        items={view.contents.map((c) =>
          c.what === 'copied'
            ? `${c.medium}: copied, ${c.checksum}${c.readTwice ? ', read twice' : ', read once only'}${c.keptAt ? `, kept at ${c.keptAt}` : ''}${c.personal ? '; may hold personal data, closed' : ''}`
            : `${c.medium}: not copied, because ${c.because}${c.personal ? '; may hold personal data, closed' : ''}`,
        )}
      />
      <StepForm
        submit="Save the contents"
        writings={(text, form) => {
          if (!text('medium')) return 'Say which medium.'
          const personal = form.get('personal') !== null
          const base = { kind: 'contents' as const, machine: view.machine, medium: text('medium'), personal }
          if (text('outcome') === 'copied') {
            if (text('checksum').length < 4)
              return 'A copy needs its checksum, with the method: sum 1A2B, sha256 3f…'
            return [
              {
                body: {
                  ...base,
                  what: 'copied',
                  checksum: text('checksum'),
                  readTwice: form.get('twice') !== null,
                  ...(text('keptAt') ? { keptAt: text('keptAt') } : {}),
                },
              },
            ]
          }
          return text('because')
            ? [{ body: { ...base, what: 'not copied', because: text('because') } }]
            : 'Say why it was not copied.'
        }}
      >
        <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
          <TextField
            label="Medium"
            name="medium"
            placeholder="EPROM IC12; disk in the left drive"
            maxLength={80}
          />
          <SelectField label="Outcome" name="outcome" options={['not copied', 'copied']} />
          <TextField
            label="Not copied, because"
            name="because"
            placeholder="no reader for this disk here"
            maxLength={2000}
          />
          <TextField
            label="Checksum and method"
            name="checksum"
            className="num"
            placeholder="sum 5E1C"
            maxLength={160}
          />
          <TextField label="Copy kept at" name="keptAt" maxLength={80} />
          <div className="flex flex-wrap items-end gap-x-6">
            <Tick label="read twice, same" name="twice" />
            <Tick label="may hold personal data" name="personal" />
          </div>
        </div>
      </StepForm>
      <NoneOf
        machine={view.machine}
        what="contents"
        words="It holds no memory and no medium"
        done={view.contents.length > 0}
      />
    </>
  )
}
