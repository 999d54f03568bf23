/** Claims, in the giver's own words; they stay claims until a test answers them. */
import { say } from '#api/words/say.ts'
import type { Claimed } from '#core/history/bodies/claim.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { AreaField, SelectField } from '#web/ui/Forms.tsx'
import { Lines, NoneOf, StepForm } from './StepForm.tsx'

const saidTo = (says: string): string =>
  says === 'works'
    ? `, ${say('said to work')}`
    : says === 'now and then'
      ? `, ${say('said to be intermittent')}`
      : says === 'fails'
        ? `, ${say('said to fail')}`
        : ''

export function ClaimsStep({ view }: { view: ArrivalView }) {
  return (
    <>
      <p className="text-quiet">{say('Word for word, as told. A claim is never a result.')}</p>
      <Lines items={view.claims.map((c) => `${c.fn ? `${c.fn}: ` : ''}“${c.words}”${saidTo(c.says)}`)} />
      <StepForm
        submit={say('Write down the claim')}
        defaults={{ words: '', fn: '', says: 'not said' as Claimed }}
        writings={(text, { says }) =>
          text('words')
            ? [
                {
                  basis: 'told',
                  body: {
                    kind: 'claim',
                    machine: view.machine,
                    claims: [
                      {
                        ...(text('fn') ? { fn: text('fn') } : {}),
                        says,
                        words: text('words'),
                      },
                    ],
                  },
                },
              ]
            : []
        }
      >
        {(register) => (
          <>
            <AreaField
              label={say('In the giver’s words')}
              {...register('words')}
              placeholder={say('my father used it every day until the shop closed')}
              maxLength={2000}
            />
            <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
              <SelectField
                label={say('Of what')}
                {...register('fn')}
                options={[
                  { value: '', label: say('in general') },
                  ...view.functions.map((f) => ({ value: f, label: f })),
                ]}
              />
              <SelectField
                label={say('Does it claim to work')}
                {...register('says')}
                options={[
                  { value: 'not said', label: say('not said') },
                  { value: 'works', label: say('said to work') },
                  { value: 'now and then', label: say('said to be intermittent') },
                  { value: 'fails', label: say('said to fail') },
                ]}
              />
            </div>
          </>
        )}
      </StepForm>
      <NoneOf
        machine={view.machine}
        what="claims"
        words={say('Nothing was said')}
        done={view.claims.length > 0}
      />
    </>
  )
}
