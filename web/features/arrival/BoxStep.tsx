/** What came with it: each thing becomes an assembly of its own, kept with the machine until it goes elsewhere. */
import { say } from '#api/words/say.ts'
import { Link } from 'react-router'
import type { PartId } from '#core/ids.ts'
import type { ArrivalView } from '#core/views/arrival.ts'
import { newId } from '#web/app/clock.ts'
import { SelectField, TextField } from '#web/ui/Forms.tsx'
import { Lines, NoneOf, StepForm } from './StepForm.tsx'

const usual = [
  'power supply',
  'mains lead',
  'signal lead',
  'joystick or pad',
  'manual',
  'original box',
  'disk',
  'tape',
  'cartridge',
  'memory card',
  'remote unit',
  'dust cover',
  'something else',
] as const

export function BoxStep({ view }: { view: ArrivalView }) {
  return (
    <>
      <p className="text-quiet">
        {say(
          'Supply, leads, manual, media left in a drive. Each is a thing of its own that may later be lent, be faulty, or have its own job.',
        )}
      </p>
      <Lines
        items={view.box.map((b) => (
          <span key={b.part} className="flex justify-between gap-4">
            <Link className="hover:underline" to={`/parts/${b.part}`}>
              {b.label}
            </Link>
            <span className="text-quiet">{b.words}</span>
          </span>
        ))}
      />
      <StepForm
        submit={say('Add to the box')}
        defaults={{ kind: 'power supply', name: '', marking: '', state: '', where: '' }}
        writings={(text) => [
          {
            body: {
              kind: 'part',
              what: 'identified',
              part: newId() as PartId,
              partKind: text('kind') === 'something else' ? text('name') || 'something' : text('kind'),
              ...(text('name') ? { name: text('name') } : {}),
              ...(text('marking') ? { marking: text('marking') } : {}),
              ...(text('state') ? { attributes: { state: text('state') } } : {}),
              origin: 'unknown',
              place: {
                in: { kind: 'kept', id: view.machine },
                ...(text('where') ? { position: text('where') } : {}),
              },
            },
          },
        ]}
      >
        {(register) => (
          <div className="grid grid-cols-2 gap-3 max-sm:grid-cols-1">
            <SelectField label={say('What')} {...register('kind')} options={usual} />
            <TextField
              label={say('Its name, if it has one')}
              {...register('name')}
              placeholder={say('supply 12 V 2 A, grey')}
              maxLength={80}
            />
            <TextField
              label={say('What is written on it')}
              {...register('marking')}
              className="num"
              maxLength={80}
            />
            <TextField
              label={say('State, as seen')}
              {...register('state')}
              placeholder={say('lead brittle, plug foreign')}
              maxLength={80}
            />
            <TextField
              label={say('Where it lay')}
              {...register('where')}
              placeholder={say('in the drive')}
              maxLength={80}
            />
          </div>
        )}
      </StepForm>
      <NoneOf
        machine={view.machine}
        what="box"
        words={say('Nothing came with it')}
        done={view.box.length > 0}
      />
    </>
  )
}
