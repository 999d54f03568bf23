/** A loan: what it is about, its terms, who agreed, how it ended. */
import { loanBody } from '../bodies/loan.ts'
import { forGood } from '../loan-ways.ts'
import { reduceLoan } from '../reduce/loans.ts'
import { subject, type Definition } from './definition.ts'
import type { BodyOf } from '../bodies/index.ts'

export const loan = {
  schema: loanBody,
  scope: 'machine',
  about: (body) => [
    { kind: 'loan', id: body.loan },
    ...(body.what === 'asked'
      ? [
          ...subject('party', body.with),
          ...body.items.flatMap((i) => [
            ...subject('machine', i.machine),
            ...subject('part', i.part),
            ...subject('gear', i.gear),
          ]),
        ]
      : (body.what === 'answered' || body.what === 'said') && body.by !== 'house'
        ? subject('party', body.by)
        : []),
  ],
  places: 'none',
  least: (body) => {
    switch (body.what) {
      case 'asked':
        // That something goes for good is a steward’s to write.
        return forGood(body.way) ? 'steward' : 'volunteer'
      case 'terms':
      case 'spent':
        return 'restorer'
      case 'answered':
        return body.by === 'house' ? 'steward' : 'guest'
      case 'said':
        return body.by === 'house' ? 'volunteer' : 'guest'
      case 'recalled':
      case 'accounted':
      case 'closed':
        return 'steward'
    }
  },
  authority: 'none',
  admission: 'judged',
  groundwork: true,
  ahead: false,
  trueFrom: 'when it happened',
  // What a party reads of its loan is built by the loan (core/views/loan), not by the machine's log.
  guest: 'hidden',
  withoutPrice: (body) =>
    body.what === 'terms'
      ? { ...body, cover: { by: body.cover.by, until: body.cover.until }, repairLimit: undefined }
      : body.what === 'spent'
        ? { ...body, amount: undefined }
        : body,
  blind: 'shown',
  files: 'none',
  reaches: 'its subjects',
  travels: 'never',
  reduce: reduceLoan,
} satisfies Definition<BodyOf<'loan'>>
