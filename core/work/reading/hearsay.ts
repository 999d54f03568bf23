/** What somebody told, and what somebody answered. */
import { named } from './line.ts'
import { type Reader, whole } from './sentence.ts'

const tellVerb =
  'says|said|say|told|tells|remembers|remembered|reckons|reckoned|claims|claimed|thinks|thought|wrote|writes|mentioned|mentions|swears|swore|believes|believed|recalls|recalled|insists|insisted|heard|knows|is sure|is certain|was told|guesses|guessed|reports|reported|noted that|is convinced|states|stated|assured|maintains|promised|assumes|confirms|confirmed|warns|warned|advises|advised|suggests|suggested|recommends|recommended|has told|had told|has said|explained|explains'

export const answer: Reader = (line, { from, to }, said) => {
  const people = line.scene.people.map((p) => p.toLowerCase()).join('|') || '-'
  const re =
    /^(?:answer(?:ed)?(?: to| from| on| about)?\b|in answer to\b|in reply to\b|reply to\b|re:?\b|regarding\b|about (?:the|that|your|my|\w+'s?|\w+ 's) .{0,40}\bquestion\b|as (?:for|to) the .{0,40}question\b|to (?:the|that|your|\w+ 's|\w+'s) question\b|on the question\b|the answer\b|question (?:answered|solved|settled|about .* (?:solved|settled|answered))|concerning\b|(?:the )?.{0,30}\bquestion (?:is )?(?:solved|settled|answered|resolved)\b)/
  const of = new RegExp(`^(?:the )?(?:answer|reply) (?:of|from|by) (${people})\\b`).exec(said)
  const mid = new RegExp(
    `\\b(${people}) (?:answers|answered|replies|replied|writes back|wrote back)\\b`,
  ).exec(said)
  const by =
    of ??
    mid ??
    new RegExp(
      `^(${people})(?: 's| s)? (?:answer|reply|answered|replied|has answered|has replied|wrote back|writes back|got back)\\b`,
    ).exec(said)
  if (!re.test(said) && !by) return undefined
  if (/^(?:re|regarding|concerning|re:)\b/.test(said) && !/question|asked|[:,]/.test(said)) return undefined
  const colon = line.tokens.findIndex((t, i) => i > from && i < to && t.word === ':')
  const start = colon > 0 ? colon + 1 : from
  const person = by
    ? named(line, from, to, 'person')[0]?.names[0]
    : /^answer(?:ed)? (?:from|by)\b/.test(said)
      ? named(line, from, to, 'person')[0]?.names[0]
      : undefined
  return [{ do: 'answer', ...(person ? { by: person } : {}), words: whole(line, start, to) }]
}

export const claim: Reader = (line, { from, to }, said) => {
  const people = line.scene.people.map((p) => p.toLowerCase())
  const strangers =
    'the giver|the donor|the seller|the previous owner|previous owner|the owner|owner|the former owner|the family|the widow|the son|the daughter|the letter|the note|the label|the manual|the museum|the school|the office|the old man|the collector|the engineer|the technician|the man|the woman|the lady|the curator|they|he|she|the brochure|the listing|the advert|a visitor|one visitor|a former user|an old colleague|a colleague|the service log|the log book|the dealer|the neighbour|the teacher|people|rumour|the forum|somebody|someone|the previous restorer|the steward|a former operator|the operator|the lender'
  const who = [...people, ...strangers.split('|')].join('|')
  const teller = new RegExp(
    `^(?:apparently,? |also,? |today |yesterday |and )?(?:(?:the |a )?(?:\\w+ )?(?:man|woman|lady|person|owner|giver|family|visitor|colleague|gentleman|couple|guy|teacher|neighbour) who (?:\\w+ ){1,6}(?:${tellVerb})\\b|heard from (?:${who})|(?!i |we |it )\\w+(?: \\w+)? (?:told (?:me|us)|remembers|remembered|claims|claimed|reckons|reckoned|swears)\\b|(${who})(?: (?:also|still|just|always|now|once|only|himself|herself))?(?: [,(][^,)]*[,)])? (?:${tellVerb})\\b|according to (?:${who}|\\w+)|(?:i|we) (?:was|were|am|are) told\\b|told by (?:${who})|(?:i|we) (?:heard|hear|was told|were told|have heard) (?:from (?:${who})|that)|as told by|hearsay|allegedly|supposedly|reportedly|(?:${who}) ?: )`,
  ).exec(said)
  const late = new RegExp(
    `(?:, |\\()(?:so )?(?:(?:${tellVerb}) (${people.join('|') || '-'})|(${who}) (?:${tellVerb})|according to (${who}|\\w+))(?:\\)| ?[.!]?$)`,
  ).exec(said)
  if (!teller && !late) return undefined
  // "Ottoline says yes" is told; "Imke saw that IC4 is dead" is told too; "Rasmus suspects IC4" is theirs.
  const person = named(line, from, to, 'person')[0]?.names[0] ?? teller?.[1]
  return [{ do: 'claim', ...(person ? { by: person } : {}), words: whole(line, from, to) }]
}
