/** A grade that a person sets against the derived one, with a reason; both are kept. */
import { say } from '#api/words/say.ts'
import { gradeTitle } from '#api/words/condition.ts'
import { gradeBody } from '#core/history/bodies/condition.ts'
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { MachineId } from '#core/ids.ts'
import { fieldOf, useBodyForm } from '#web/app/body-form.ts'
import { useSend } from '#web/app/send.ts'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

interface GradeForm {
  readonly grade: string
  readonly reason: string
}

export function SetGradeSlip({
  machine,
  zone,
  set,
  onClose,
}: {
  machine: MachineId
  zone?: string
  set: boolean
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const of = zone ? { zone } : {}
  const bodyOf = ({ grade, reason }: GradeForm): BodyOf<'grade'> => ({
    kind: 'grade',
    what: 'set',
    machine,
    ...of,
    grade: Number(grade),
    reason: reason.trim(),
  })
  const form = useBodyForm<GradeForm>({
    defaults: { grade: '1', reason: '' },
    bodyOf,
    schema: gradeBody,
  })
  const submit = form.handleSubmit(async (said) => {
    if (await send([{ body: bodyOf(said) }])) onClose()
  })
  return (
    <Slip
      title={zone ? say('Set the grade of {zone}', { zone }) : say('Set the grade of the machine')}
      onClose={onClose}
    >
      <form
        onSubmit={(e) => void submit(e)}
        className="grid grid-cols-[10rem_1fr_auto] items-end gap-3 max-sm:grid-cols-1"
      >
        <SelectField
          label={say('Grade')}
          options={([1, 2, 3, 4] as const).map((g) => ({ value: String(g), label: gradeTitle(g) }))}
          {...fieldOf(form, 'grade')}
        />
        <TextField
          label={say('Reason')}
          aria-required
          maxLength={2000}
          autoFocus
          {...fieldOf(form, 'reason')}
        />
        <PlainButton type="submit" disabled={busy}>
          {say('Set the grade')}
        </PlainButton>
      </form>
      {set && (
        <p className="mt-2">
          <Act
            onClick={() =>
              void send([{ body: { kind: 'grade', what: 'taken back', machine, ...of } }]).then(
                (sent) => sent && onClose(),
              )
            }
          >
            {say('Take back the grade set by hand')}
          </Act>
        </p>
      )}
      <Said error={error} />
    </Slip>
  )
}
