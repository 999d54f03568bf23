/** The facts of a machine as they stand in the form, and what of them was typed otherwise. */
import type { BodyOf } from '#core/history/bodies/index.ts'
import type { TypeId } from '#core/ids.ts'
import type { Plate } from '#core/views/machine-shape.ts'

export type FactsForm = Readonly<
  Record<
    | 'name'
    | 'type'
    | 'serial'
    | 'revision'
    | 'purpose'
    | 'legal'
    | 'accessionNumber'
    | 'attribute'
    | 'value'
    | 'reason',
    string
  >
>

const accession = (plate: Plate) => (plate.number === plate.entryNumber ? '' : plate.number)

export const factsOf = (plate: Plate): FactsForm => ({
  name: plate.name,
  type: plate.typeId ?? '',
  serial: plate.serial ?? '',
  revision: plate.revision ?? '',
  purpose: plate.purpose,
  legal: plate.legal,
  accessionNumber: accession(plate),
  ...{ attribute: '', value: '', reason: '' },
})

type Facts = Extract<BodyOf<'machine'>, { what: 'stated' }>['set']

/** Facts that say something else than the record; a field that was emptied says nothing. */
export function changedFacts(plate: Plate, said: FactsForm): Facts {
  const set: Facts = {}
  const put = <K extends keyof Facts>(key: K, value: string, was: string | undefined) => {
    if (value.trim() && value.trim() !== was) set[key] = value.trim() as never
  }
  put('name', said.name, plate.name)
  put('serial', said.serial, plate.serial)
  put('revision', said.revision, plate.revision)
  put('accessionNumber', said.accessionNumber, accession(plate))
  put('legal', said.legal, plate.legal)
  put('purpose', said.purpose, plate.purpose)
  if (said.type && said.type !== plate.typeId) set.type = said.type as TypeId
  if (said.attribute.trim() && said.value.trim())
    set.attributes = { [said.attribute.trim()]: said.value.trim() }
  return set
}
