/** A grade that a person sets against the derived one, with a reason; both are kept. */
import { gradeWords } from '#core/condition/grade.ts'
import type { MachineId } from '#core/ids.ts'
import { useSend } from '#web/app/send.ts'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

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
  const submit = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = new FormData(event.currentTarget)
    if (
      await send([
        {
          body: {
            kind: 'grade',
            what: 'set',
            machine,
            ...of,
            grade: Number(form.get('grade')),
            reason: String(form.get('reason') ?? '').trim(),
          },
        },
      ])
    )
      onClose()
  }
  return (
    <Slip title={zone ? `Set the grade of ${zone}` : 'Set the grade of the machine'} onClose={onClose}>
      <form
        onSubmit={(e) => void submit(e)}
        className="grid grid-cols-[10rem_1fr_auto] items-end gap-3 max-sm:grid-cols-1"
      >
        <SelectField
          label="Grade"
          name="grade"
          options={([1, 2, 3, 4] as const).map((g) => ({ value: String(g), label: `${g} ${gradeWords[g]}` }))}
        />
        <TextField label="Reason" name="reason" required maxLength={2000} autoFocus />
        <PlainButton type="submit" disabled={busy}>
          Set the grade
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
            Take back the grade set by hand
          </Act>
        </p>
      )}
      <Said error={error} />
    </Slip>
  )
}
