/** One position of the map: say what part, print or schematic reads, put the replacement in, verify it. */
import { say } from '#api/words/say.ts'
import { useState } from 'react'
import { useForm, type UseFormReturn } from 'react-hook-form'
import { Link } from 'react-router'
import { specSources, type SpecSource } from '#core/history/bodies/spec.ts'
import {
  endOfBoard,
  endOfPart,
  boardMarks,
  partMarks,
  type BoardMark,
  type PartMark,
} from '#core/parts/markings/polarity.ts'
import { verifications, type RenewalRow } from '#core/parts/renewal.ts'
import type { MachineId } from '#core/ids.ts'
import type { RenewalView } from '#core/views/renewal.ts'
import { useSend } from '#web/app/send.ts'
import { PhotoDrop } from '#web/ui/photos/PhotoDrop.tsx'
import { Act, PlainButton, Said, SelectField, Slip, TextField } from '#web/ui/Forms.tsx'

export function RenewalSlip({
  row,
  view,
  onPhoto,
  onClose,
}: {
  row: RenewalRow
  view: RenewalView
  onPhoto: (entry: string) => void
  onClose: () => void
}) {
  const { send, error, busy } = useSend()
  const machine = view.machine.id as MachineId
  const episode = view.machine.openEpisode
  const form = useForm<Reading>({ defaultValues: nothingRead })
  const [marks, setMarks] = useState<{ part: PartMark | ''; board: BoardMark | '' }>({ part: '', board: '' })
  const say = form.handleSubmit(async ({ by, ...read }) => {
    const attributes = Object.fromEntries(
      Object.entries(read).flatMap(([name, text]) =>
        text.trim() && name !== (by === 'part' ? 'polarity' : 'body') ? [[name, text.trim()]] : [],
      ),
    )
    if (Object.keys(attributes).length === 0) return
    if (await send([{ body: { kind: 'spec', machine, position: row.position, by, attributes }, episode }]))
      form.reset({ ...nothingRead, by })
  })
  const verify = (what: string) =>
    void send([
      {
        body: {
          kind: 'change',
          machine,
          target: { sort: 'position', name: row.position },
          verb: 'verified',
          reach: 'outside',
          verified: true,
          words: what,
        },
        episode,
      },
    ])
  return (
    <Slip title={row.position} onClose={onClose}>
      <Readings form={form} onSay={(event) => void say(event)} busy={busy} />
      {row.polarised && <Polarity marks={marks} onMarks={setMarks} />}
      <RenewalActs
        row={row}
        view={view}
        busy={busy}
        onVerify={verify}
        onPhoto={onPhoto}
        machine={machine}
        episode={episode}
      />
      <Said error={error} />
    </Slip>
  )
}

/** Which end of the part goes to which end of the board, by their marks. */
function Polarity({
  marks,
  onMarks,
}: {
  marks: { part: PartMark | ''; board: BoardMark | '' }
  onMarks: (value: { part: PartMark | ''; board: BoardMark | '' }) => void
}) {
  return (
    <div className="mt-3 grid grid-cols-3 items-end gap-3 max-md:grid-cols-1">
      <SelectField
        label={say('Mark on the part')}
        options={[{ value: '', label: say('choose') }, ...partMarks.map((m) => ({ value: m, label: m }))]}
        value={marks.part}
        onChange={(e) => onMarks({ ...marks, part: e.target.value as PartMark })}
      />
      <SelectField
        label={say('Mark on the board')}
        options={[{ value: '', label: say('choose') }, ...boardMarks.map((m) => ({ value: m, label: m }))]}
        value={marks.board}
        onChange={(e) => onMarks({ ...marks, board: e.target.value as BoardMark })}
      />
      <p className="pb-2">
        {marks.part &&
          (endOfPart(marks.part) === 'measure'
            ? `${say('The part’s mark is at its end that only a measurement tells.')} `
            : `${say('The part’s mark is at its {endOfPart} end.', { endOfPart: endOfPart(marks.part) })} `)}
        {marks.board &&
          (endOfBoard(marks.board) === 'measure'
            ? say('The board’s mark says nothing by itself: check print against schematic or ground.')
            : say('The board’s mark is {endOfBoard}.', { endOfBoard: endOfBoard(marks.board) }))}
      </p>
    </div>
  )
}

function RenewalActs({
  row,
  view,
  busy,
  onVerify,
  onPhoto,
  machine,
  episode,
}: {
  row: RenewalRow
  view: RenewalView
  busy: boolean
  onVerify: (what: string) => undefined
  onPhoto: (entry: string) => void
  machine: MachineId
  episode: string | undefined
}) {
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3">
      {!row.done && (
        <Link
          className="act"
          to={`/machines/${view.machine.id}/donors?position=${encodeURIComponent(row.position)}`}
        >
          {say('Put a replacement in')}
        </Link>
      )}
      {row.done &&
        verifications
          .filter((v) => (v !== 'polarity' || row.polarised) && !row.verified.includes(v))
          .map((v) => (
            <PlainButton key={v} disabled={busy} onClick={() => onVerify(v)}>
              {say('Verified: {v}', { v })}
            </PlainButton>
          ))}
      {view.photos.length > 0 && (
        <Act onClick={() => onPhoto(row.pins.at(-1)?.photo ?? view.photos.at(-1)?.entry ?? '')}>
          {row.pins.length > 0 ? say('See it on its photograph') : say('Pin it on a photograph')}
        </Act>
      )}
      <PhotoDrop
        machine={machine}
        meta={{ words: row.position }}
        label={say('Photograph it')}
        {...(episode ? { episode } : {})}
      />
      {row.done && (
        <span className="text-quiet">{say('Each with your own eyes or a meter; done is not right.')}</span>
      )}
    </div>
  )
}

const sourceLabels: Readonly<Record<SpecSource, string>> = {
  part: say('part that is in it'),
  print: say('board’s print'),
  schematic: say('schematic'),
  settled: say('decision, where these differ'),
}

interface Reading {
  readonly by: SpecSource
  readonly value: string
  readonly rating: string
  readonly temperature: string
  readonly body: string
  readonly polarity: string
}
const nothingRead: Reading = { by: 'print', value: '', rating: '', temperature: '', body: '', polarity: '' }

function Readings({
  form,
  onSay,
  busy,
}: {
  form: UseFormReturn<Reading>
  onSay: (event: React.FormEvent<HTMLFormElement>) => void
  busy: boolean
}) {
  const { register } = form
  return (
    <form onSubmit={onSay} className="grid grid-cols-6 items-end gap-3 max-md:grid-cols-2">
      <SelectField
        label={say('It rests on the')}
        options={specSources.map((s) => ({ value: s, label: sourceLabels[s] }))}
        {...register('by')}
      />
      <TextField label={say('Value')} className="num" placeholder="47uF" {...register('value')} />
      <TextField label={say('Rating')} className="num" placeholder="63 V" {...register('rating')} />
      <TextField
        label={say('Temperature')}
        className="num"
        placeholder="105 °C"
        {...register('temperature')}
      />
      {form.watch('by') === 'part' ? (
        <TextField key="body" label={say('Body, mm')} placeholder="10x16" {...register('body')} />
      ) : (
        <TextField
          key="polarity"
          label={say('Polarity mark')}
          placeholder={say('plus at the left')}
          {...register('polarity')}
        />
      )}
      <PlainButton type="submit" disabled={busy}>
        {say('Save the value')}
      </PlainButton>
    </form>
  )
}
