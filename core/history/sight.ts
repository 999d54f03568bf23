/** What may be read of a body by those who may not read all of it: guests, roles that see no prices, who surveys blind. */
import type { PartyId } from '#core/ids.ts'
import type { Body } from './bodies/index.ts'
import type { Entry } from './entry.ts'
import type { OwnFindings } from './kinds/definition.ts'
import { definitionOf, definitions, kinds } from './kinds/index.ts'

/** What a guest may read of a body; undefined: not that it was written at all. */
export function guestBody(body: Body, viewer: PartyId): Body | undefined {
  const { guest } = definitionOf(body)
  return guest === 'hidden' ? undefined : guest(body, viewer)
}

/** A body without amounts; undefined for one that says nothing else. The same object where it holds none. */
export function withoutPrice(body: Body): Body | undefined {
  const { withoutPrice: rule } = definitionOf(body) as { withoutPrice: PriceRule }
  return typeof rule === 'function' ? rule(body) : rule === 'nothing is left' ? undefined : body
}
type PriceRule = 'nothing is left' | 'holds no price' | ((body: Body) => Body)

/** Kinds that say nothing but an amount. */
export const pricedKinds = kinds.filter(
  (kind) => (definitions[kind].withoutPrice as PriceRule) === 'nothing is left',
)

const bareEntries = new WeakMap<Entry, Entry>()
function bareEntry(entry: Entry): Entry[] {
  const body = withoutPrice(entry.body)
  if (body === undefined) return []
  if (body === entry.body) return [entry]
  const held = bareEntries.get(entry) ?? { ...entry, body }
  bareEntries.set(entry, held)
  return [held]
}

/** The entries of a line as somebody may know them who sees no prices: before anything is folded, so that no view can tell. */
export const withoutPrices = (entries: readonly Entry[]): Entry[] => entries.flatMap(bareEntry)

/** Whether a body shows to a person who surveys blind: what others found does not, nor a picture or a pin of it. */
export function shownBlind(body: Body, own: OwnFindings): boolean {
  const { blind } = definitionOf(body)
  return blind === 'shown' || (blind !== 'hidden' && blind(body, own))
}

/** The findings in a line that are the person's own, by what they noted in their survey. */
export function ownFindings(
  line: readonly { readonly id: string; readonly body: Body }[],
  survey: string,
): OwnFindings {
  const nobodys: OwnFindings = { survey, knows: () => false }
  const own = new Set(
    line.filter(({ body }) => body.kind === 'finding' && shownBlind(body, nobodys)).map(({ id }) => id),
  )
  return { survey, knows: (finding) => own.has(finding) }
}

/** What somebody of the house may know of a line. */
export interface Sight {
  readonly prices: boolean
  /** The survey that they make blind. */
  readonly blind?: string | undefined
}

/**
 * The entries of a line as somebody of the house may know them, taken before anything is folded: no view that is derived
 * from them can tell what they leave out.
 */
export function entriesSeen(entries: readonly Entry[], { prices, blind }: Sight): Entry[] {
  const priced = prices ? [...entries] : withoutPrices(entries)
  if (blind === undefined) return priced
  const own = ownFindings(priced, blind)
  const hidden = new Set(priced.filter((e) => !shownBlind(e.body, own)).map((e) => e.id))
  return priced.filter((e) => !hidden.has(e.id) && !(e.amends && hidden.has(e.amends.entry)))
}

/** Kinds whose words could tell, in a list of what was just written. */
export const tellingKinds = kinds.filter((kind) => definitions[kind].blind !== 'shown')
