/** A recipe card as a form: lists become text separated by commas, absent values empty text. */
import type { Recipe } from '#core/history/bodies/method.ts'

export interface CardForm {
  name: string
  verb: string
  agent: string
  strength: string
  temperature: string
  light: string
  area: string
  waitMinutes: string
  everyMinutes: string
  materials: string
  notOn: string
  needs: '' | NonNullable<Recipe['needs']>
  school: string
  steps: string
  caution: string
}

export const emptyCard: CardForm = {
  name: '',
  verb: 'clean',
  agent: '',
  strength: '',
  temperature: '',
  light: '',
  area: '',
  waitMinutes: '',
  everyMinutes: '',
  materials: '',
  notOn: '',
  needs: '',
  school: '',
  steps: '',
  caution: '',
}

export const toCard = ({
  waitMinutes,
  everyMinutes,
  materials,
  notOn,
  needs,
  school,
  ...recipe
}: Recipe): CardForm => ({
  ...recipe,
  waitMinutes: waitMinutes === undefined ? '' : String(waitMinutes),
  everyMinutes: everyMinutes === undefined ? '' : String(everyMinutes),
  materials: materials.join(', '),
  notOn: notOn.join(', '),
  needs: needs ?? '',
  school: school ? `${school.key}: ${school.option}` : '',
})

const split = (text: string) =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter(Boolean)
const minutes = <K extends string>(key: K, text: string) =>
  Number(text) >= 1 ? ({ [key]: Math.round(Number(text)) } as Record<K, number>) : {}

/** What the card says; the school may be empty when the rules did not reach the form. */
export function fromCard({
  waitMinutes,
  everyMinutes,
  materials,
  notOn,
  needs,
  school = '',
  ...form
}: CardForm): Recipe {
  const [key = '', option = ''] = school.split(': ')
  return {
    ...form,
    ...minutes('waitMinutes', waitMinutes),
    ...minutes('everyMinutes', everyMinutes),
    materials: split(materials),
    notOn: split(notOn),
    ...(needs ? { needs } : {}),
    ...(key && option ? { school: { key, option } } : {}),
  }
}
