/** One position of the map: say what part, print or schematic reads, put the replacement in, verify it. */
import { useState } from 'react'
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
import { typedIn } from '#web/app/typed.ts'
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
  const [by, setBy] = useState<SpecSource>('print')
  const [marks, setMarks] = useState<{ part: PartMark | ''; board: BoardMark | '' }>({ part: '', board: '' })
  const say = async (event: React.FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const { text } = typedIn(form)
    const attributes = Object.fromEntries(
      ['value', 'rating', 'temperature', 'body', 'polarity'].flatMap((name) =>
        text(name) ? [[name, text(name)]] : [],
      ),
    )
    if (Object.keys(attributes).length === 0) return
    if (await send([{ body: { kind: 'spec', machine, position: row.position, by, attributes }, episode }]))
      form.reset()
  }
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
      <Readings say={say} by={by} onBy={setBy} busy={busy} />
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
        label="Mark on the part"
        options={[{ value: '', label: 'choose' }, ...partMarks.map((m) => ({ value: m, label: m }))]}
        value={marks.part}
        onChange={(e) => onMarks({ ...marks, part: e.target.value as PartMark })}
      />
      <SelectField
        label="Mark on the board"
        options={[{ value: '', label: 'choose' }, ...boardMarks.map((m) => ({ value: m, label: m }))]}
        value={marks.board}
        onChange={(e) => onMarks({ ...marks, board: e.target.value as BoardMark })}
      />
      <p className="pb-2">
        {marks.part &&
          `The part’s mark is at its ${endOfPart(marks.part) === 'measure' ? 'end that only a measurement tells' : `${endOfPart(marks.part)} end`}. `}
        {marks.board &&
          (endOfBoard(marks.board) === 'measure'
            ? 'The board’s mark says nothing by itself: check print against schematic or ground.'
            : `The board’s mark is ${endOfBoard(marks.board)}.`)}
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
          Put a replacement in
        </Link>
      )}
      {row.done &&
        verifications
          .filter((v) => (v !== 'polarity' || row.polarised) && !row.verified.includes(v))
          .map((v) => (
            <PlainButton key={v} disabled={busy} onClick={() => onVerify(v)}>
              {`Verified: ${v}`}
            </PlainButton>
          ))}
      {view.photos.length > 0 && (
        <Act onClick={() => onPhoto(row.pins.at(-1)?.photo ?? view.photos.at(-1)?.entry ?? '')}>
          {row.pins.length > 0 ? 'See it on its photograph' : 'Pin it on a photograph'}
        </Act>
      )}
      <PhotoDrop
        machine={machine}
        meta={{ words: row.position }}
        label="Photograph it"
        {...(episode ? { episode } : {})}
      />
      {row.done && <span className="text-quiet">Each with your own eyes or a meter; done is not right.</span>}
    </div>
  )
}

function Readings({
  say,
  by,
  onBy,
  busy,
}: {
  say: (event: React.FormEvent<HTMLFormElement>) => Promise<void>
  by: 'part' | 'print' | 'schematic' | 'settled'
  onBy: (value: 'part' | 'print' | 'schematic' | 'settled') => void
  busy: boolean
}) {
  return (
    <form
      onSubmit={(event) => void say(event)}
      className="grid grid-cols-6 items-end gap-3 max-md:grid-cols-2"
    >
      <SelectField
        label="Read on the"
        options={specSources.map((s) => ({
          value: s,
          label: s === 'print' ? 'board’s print' : s === 'part' ? 'part that is in it' : 'schematic',
        }))}
        value={by}
        onChange={(e) => onBy(e.target.value as SpecSource)}
      />
      <TextField label="Value" name="value" className="num" placeholder="47uF" />
      <TextField label="Rating" name="rating" className="num" placeholder="63 V" />
      <TextField label="Temperature" name="temperature" className="num" placeholder="105 °C" />
      <TextField
        label={by === 'part' ? 'Body, mm' : 'Polarity mark'}
        name={by === 'part' ? 'body' : 'polarity'}
        placeholder={by === 'part' ? '10x16' : 'plus at the left'}
      />
      <PlainButton type="submit" disabled={busy}>
        Save the value
      </PlainButton>
    </form>
  )
}
