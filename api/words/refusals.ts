/** What a refusal says to a volunteer: what happened, and what to do. Nothing that was typed is lost by it. */
import { moneyWords } from './money.ts'
import { barsWords } from './treatments.ts'
import type { Refusal } from '#core/history/refusal.ts'
import type { Place } from '#core/place.ts'
import { clockWords, dayWords } from './dates.ts'
import { aNoun, list } from './lists.ts'
import { releaseRuleWords } from './loans.ts'

export interface RefusalNames {
  readonly zone: string
  readonly labels: Readonly<Record<string, string>>
}

const placeWords = (place: Place, { labels }: RefusalNames): string => {
  const { kind, id } = place.in
  const holder =
    kind === 'tray'
      ? 'a tray'
      : kind === 'machine' || kind === 'assembly' || kind === 'kept' || kind === 'party' || kind === 'person'
        ? (labels[id] ?? 'another place')
        : id
  return place.position ? `${place.position} (${holder})` : holder
}

const closingRules: Readonly<Record<string, string>> = {
  'tray empty': 'parts lie in the tray',
  'fasteners balance': 'fasteners do not balance',
  'connections on': 'connections are off',
  'waits over': 'a wait is not over',
  'temporary items out': 'temporary items are in it',
  'loans home': 'a part is on loan',
  'adjusters noted': 'an adjuster was turned without its from and to',
  'work verified': 'polarised work is not verified',
  'disturbed functions retested': 'functions were touched and not tested since',
  'contested entries settled': 'an entry is contested',
  'next step handed on': 'the next step is not said',
}

const notInPractice = {
  correction:
    'What the practice machine answered stands. Try it again, or write what you think of it as a note.',
  ending: 'A case ends with “End the case” above. It can be left and gone on with at any time.',
  over: 'This case is over.',
} as const

/** One plain sentence or two for a refusal or a contest. */
export function refusalWords(refusal: Refusal, names: RefusalNames): string {
  const label = (id: string | undefined, fallback: string) => (id ? (names.labels[id] ?? fallback) : fallback)
  switch (refusal.rule) {
    case 'part-not-there': {
      const since = refusal.since
        ? ` since ${dayWords(refusal.since, names.zone)}, ${clockWords(refusal.since, names.zone)}`
        : ''
      const who = refusal.who ? `, moved by ${label(refusal.who, 'somebody')}` : ''
      return `${label(refusal.part, 'That part')} is not in ${placeWords(refusal.claimed, names)}: it is in ${placeWords(refusal.actual, names)}${since}${who}.`
    }
    case 'position-occupied':
      return refusal.asFound
        ? `${refusal.place.position ?? 'That position'} is taken to hold what belongs there, since no look at it is recorded. Take it out, or say it was empty.`
        : `${refusal.place.position ?? 'That position'} holds ${label(refusal.occupant, 'another part')}. Take it out first, or swap.`
    case 'breaks-later-moves':
      return `That would break ${refusal.moves.length === 1 ? 'a move' : `${refusal.moves.length} moves`} recorded for a later time. Correct those together with this one.`
    case 'look-alike-socket':
      return `${refusal.position} takes ${aNoun(refusal.takes)}. This is ${aNoun(refusal.partKind)}: it belongs in ${list(refusal.belongsIn)}, which looks alike.`
    case 'wrong-kind':
      return `${refusal.position} takes ${aNoun(refusal.takes)}, and this is ${aNoun(refusal.partKind)}.`
    case 'rating-below':
      return `${refusal.position} needs at least ${refusal.needVolts} V, and this part is rated ${refusal.hasVolts} V.`
    case 'safety-class':
      return `${refusal.position} is at the mains and takes only a class ${refusal.needs} part. An ordinary one is never fitted there.`
    case 'attribute-differs':
      return `${refusal.position} asks for ${refusal.attribute} ${refusal.asks}, and this part has ${refusal.has}.`
    case 'primary-cell':
      return `${refusal.position} charges its cell, and charging a primary lithium cell can burst it. First cut the charge path (“cut ${refusal.position} charge path …”), then measure the current into the holder as zero (“read ${refusal.position} charge 0A”).`
    case 'holds-itself':
      return 'A part cannot be put into itself.'
    case 'accessioned-needs-authority':
      return `${label(refusal.part, 'This part')} comes from an accessioned machine. A steward must be named who allows it to be given away or discarded: “discard … by” and their initials.`
    case 'needs-instant':
      return 'A move needs its exact time. Write it with the hour: at 3 Mar 19:02 …'
    case 'needs-steward':
      return 'Only a steward may do that.'
    case 'episode-open':
      return 'An episode is already open on this machine. Go on in that one.'
    case 'episode-not-open':
      return refusal.opened
        ? `That episode was opened on ${dayWords(refusal.opened, names.zone)} at ${clockWords(refusal.opened, names.zone)}, after the time of this entry. One of the clocks is wrong: write it again with its time, or keep it for a person to settle.`
        : 'That episode was closed by then. Keep what you wrote for a person to settle, or open another episode.'
    case 'breaks-later-steps':
      return 'Later steps of that episode are recorded already: it was paused, resumed or closed after this time. Write it with a later time, or keep it for a person to settle.'
    case 'episode-not-paused':
      return 'That episode was not paused.'
    case 'not-in-practice':
      return notInPractice[refusal.what]
    case 'closing-not-met':
      return `It cannot be closed yet: ${list(refusal.unmet.map((r) => closingRules[r] ?? r))}.`
    case 'in-the-future':
      return `That time is in the future: you wrote ${dayWords(refusal.at, names.zone)}, ${clockWords(refusal.at, names.zone)}, and here it is ${dayWords(refusal.now, names.zone)}, ${clockWords(refusal.now, names.zone)}.`
    case 'unknown-loan':
      return 'No loan of yours with that number is known here.'
    case 'release-barred':
      return `It cannot leave yet. Open: ${list(refusal.rules.map(releaseRuleWords))}. Nothing was written.`
    case 'not-so-many':
      return refusal.there === 0
        ? `${refusal.item}: none of it is there to hand over. Count again.`
        : `${refusal.item}: only ${refusal.there} of it can be handed over. Count again.`
    case 'loan-not-whole':
      return `It cannot be closed yet. Neither home nor accounted for: ${list(refusal.items)}.`
    case 'loan-closed':
      return 'That loan is closed. Ask for a new one.'
    case 'unknown-machine':
      return 'No machine with that number is known here.'
    case 'unknown-type':
      return 'No such type sheet is known here.'
    case 'unknown-entry':
      return 'The entry that this one speaks of is not known here.'
    case 'unknown-party':
      return 'That person or organisation is not known here.'
    case 'unknown-lot':
      return 'No such lot is known here.'
    case 'owner-consent':
      return refusal.refused
        ? `The owner of ${label(refusal.machine, 'that machine')} refused to give parts of it. ${label(refusal.part, 'This part')} is theirs.`
        : `${label(refusal.part, 'This part')} belongs to the owner of ${label(refusal.machine, 'that machine')}. Ask them, and write down what they say on that machine’s page, under Owner.`
    case 'unknown-gear':
      return 'That piece of test gear is not known here.'
    case 'already-registered':
      return 'This machine is registered already.'
    case 'number-taken':
      return `The number ${refusal.number} is taken here. Take the next free one.`
    case 'beyond-limit':
      return refusal.compares
        ? `The owner agreed to ${moneyWords(refusal.limit)}; ${refusal.spent ? moneyWords(refusal.spent) : 'nothing'} is spent. Ask the owner first: write down what they said with it, or agree on new terms.`
        : `The owner’s limit is ${moneyWords(refusal.limit)}: an amount in another currency cannot be compared. Ask the owner first, and write down what they said with it.`
    case 'treatment-barred':
      return barsWords(refusal.bars)
    case 'treatment-over':
      return 'That treatment has ended already.'
    case 'not-lent-on':
      return 'The terms in force do not allow it to be lent on. Agree on new terms that do.'
    case 'tag-taken':
      return `The tag ${refusal.tag} is on another part. Take the next free one.`
    case 'stale-amendment':
      return 'Somebody corrected this entry after you opened it. Both corrections are kept, for a person to settle.'
    case 'reason-needed':
      return 'Say why it is corrected. (Your own entry of the last ten minutes can be corrected without a reason.)'
    case 'not-contested':
      return 'That entry is not contested.'
    case 'own-contest':
      return 'You wrote this entry yourself. Somebody else says whether it happened, or a steward; you may say that it did not.'
    case 'not-their-word':
      return `${label(refusal.party, 'That person')} did not write this themselves. Write it as told: who told you, how and when.`
    case 'kind-changed':
      return 'A correction stays of the same kind. Withdraw the entry and write another one.'
    case 'other-content':
      return 'An entry with this identity was sent before with other content. Both are shown; nothing was overwritten.'
    case 'erased':
      return 'A steward erased this entry for good. It was not stored again.'
    case 'correct-before-erasing':
      return 'Other entries rest on this one. Correct what should not be in it, or withdraw it, then erase what it said before.'
    case 'nothing-to-erase':
      return 'Nothing is left to erase here: what it said before is gone, or it was never corrected.'
    case 'unknown-version':
      return 'This was written by a newer version of the program. It waits until the server is brought up to date.'
    case 'pin-needed':
      return `${label(refusal.party, 'That person')} confirms by PIN: “${refusal.authority}” is an act of authorised people, and somebody else is signed in.`
    case 'not-allowed':
      return 'Your role does not allow that.'
    default: {
      const never: never = refusal
      return never
    }
  }
}
