/** Who writes: what admission asks of the people of the house. */
import type { Request } from 'express'
import { AccountModel } from '../../db/models.ts'
import type { Visitor } from '../../platform/access.ts'
import { confirmedIn } from '../session/pin.ts'

/** What admission asks of the people here: who signs in, who is a steward, who confirmed in this session. */
export async function writerOf(request: Request, visitor: Visitor) {
  const accounts = await AccountModel.findAll({ attributes: ['party', 'role', 'active'] })
  return {
    account: visitor.account,
    role: visitor.role,
    vouches: { party: visitor.party, confirmed: await confirmedIn(request) },
    members: new Set(accounts.map((a) => a.party)),
    stewards: new Set(accounts.filter((a) => a.role === 'steward' && a.active).map((a) => a.party)),
  }
}
