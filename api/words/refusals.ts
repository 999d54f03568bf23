/** What a refusal says to a volunteer: what happened, and what to do. Nothing that was typed is lost by it. */
import { say } from './say.ts'
import { moneyWords } from './money.ts'
import { barsWords } from './treatments.ts'
import type { Refusal } from '#core/history/refusal.ts'
import type { Place } from '#core/place.ts'
import { clockWords, dayWords } from './dates.ts'
import { commas, list, plainEnd } from './lists.ts'
import { releaseRuleWords } from './loans.ts'

export interface RefusalNames {
  readonly zone: string
  readonly labels: Readonly<Record<string, string>>
}

const placeWords = (place: Place, { labels }: RefusalNames): string => {
  const { kind, id } = place.in
  const holder =
    kind === 'tray'
      ? say('a tray')
      : kind === 'machine' || kind === 'assembly' || kind === 'kept' || kind === 'party' || kind === 'person'
        ? (labels[id] ?? say('another place'))
        : id
  return place.position ? `${place.position} (${holder})` : holder
}

const closingRules: Readonly<Record<string, string>> = {
  'tray empty': say('parts are in the tray'),
  'fasteners balance': say('fasteners do not balance'),
  'connections on': say('connections are off'),
  'waits over': say('a wait is not over'),
  'temporary items out': say('temporary items are in it'),
  'loans home': say('a part is on loan'),
  'adjusters noted': say('an adjuster was turned without its from and to'),
  'work verified': say('polarised work is not verified'),
  'disturbed functions retested': say('functions were touched and not tested since'),
  'contested entries settled': say('an entry is contested'),
  'next step handed on': say('the next step is not said'),
}

const notInPractice = {
  correction: say(
    'What the practice machine answered stands. Try it again, or write what you think of it as a note.',
  ),
  ending: say('A case ends with “End the case” above. It can be left and gone on with at any time.'),
  over: say('This case is over.'),
} as const

/** One plain sentence or two for a refusal or a contest. */
export function refusalWords(refusal: Refusal, names: RefusalNames): string {
  const label = (id: string | undefined, fallback: string) => (id ? (names.labels[id] ?? fallback) : fallback)
  switch (refusal.rule) {
    case 'part-not-there': {
      const found = {
        part: label(refusal.part, say('That part')),
        place: placeWords(refusal.claimed, names),
        actual: placeWords(refusal.actual, names),
      }
      return plainEnd(
        commas(
          refusal.since
            ? say('{part} is not in {place}: it is in {actual} since {since}, {clock}', {
                ...found,
                since: dayWords(refusal.since, names.zone),
                clock: clockWords(refusal.since, names.zone),
              })
            : say('{part} is not in {place}: it is in {actual}', found),
          refusal.who && say('recorded by {who}', { who: label(refusal.who, say('somebody')) }),
        ),
      )
    }
    case 'position-occupied':
      return refusal.asFound
        ? say(
            '{position} is taken to hold what belongs there, since no look at it is recorded. Take it out, or say it was empty.',
            { position: refusal.place.position ?? say('That position') },
          )
        : say('{position} holds {label}. Take it out first, or swap.', {
            position: refusal.place.position ?? say('That position'),
            label: label(refusal.occupant, say('another part')),
          })
    case 'breaks-later-moves':
      return refusal.moves.length === 1
        ? say('That would break a move recorded for a later time. Correct those together with this one.')
        : say(
            'That would break {moves} moves recorded for a later time. Correct those together with this one.',
            { moves: refusal.moves.length },
          )
    case 'look-alike-socket':
      return say(
        '{position} takes “{takes}”. This is “{partKind}”: it belongs in {belongsIn}, which looks alike.',
        {
          position: refusal.position,
          takes: refusal.takes,
          partKind: refusal.partKind,
          belongsIn: list(refusal.belongsIn),
        },
      )
    case 'wrong-kind':
      return say('{position} takes “{takes}”, and this is “{partKind}”.', {
        position: refusal.position,
        takes: refusal.takes,
        partKind: refusal.partKind,
      })
    case 'rating-below':
      return say('{position} needs at least {needVolts} V, and this part is rated {hasVolts} V.', {
        position: refusal.position,
        needVolts: refusal.needVolts,
        hasVolts: refusal.hasVolts,
      })
    case 'safety-class':
      return say(
        '{position} is at the mains and takes only a class {needs} part. An ordinary one is never fitted there.',
        { position: refusal.position, needs: refusal.needs },
      )
    case 'attribute-differs':
      return say('{position} asks for {attribute} {asks}, and this part has {has}.', {
        position: refusal.position,
        attribute: refusal.attribute,
        asks: refusal.asks,
        has: refusal.has,
      })
    case 'primary-cell':
      return say(
        '{position} charges its cell, and charging a primary lithium cell can burst it. First cut the charge path (“cut {position} charge path …”), then measure the current into the holder as zero (“read {position} charge 0A”).',
        { position: refusal.position },
      )
    case 'holds-itself':
      return say('A part cannot be put into itself.')
    case 'accessioned-needs-authority':
      return say(
        '{label} comes from an accessioned machine. A steward must be named who allows it to be given away or discarded: “discard … by” and their initials.',
        { label: label(refusal.part, say('This part')) },
      )
    case 'needs-instant':
      return say('A move needs its exact time. Write it with the hour: at 3 Mar 19:02 …')
    case 'needs-steward':
      return say('Only a steward may do that. Ask one of them; what you typed is kept.')
    case 'episode-open':
      return say('An episode is already open on this machine. Go on in that one.')
    case 'episode-not-open':
      return refusal.opened
        ? say(
            'That episode was opened on {opened} at {clock}, after the time of this entry. One of the clocks is wrong: write it again with its time, or keep it for a person to settle.',
            { opened: dayWords(refusal.opened, names.zone), clock: clockWords(refusal.opened, names.zone) },
          )
        : say(
            'That episode was closed by then. Keep what you wrote for a person to settle, or open another episode.',
          )
    case 'breaks-later-steps':
      return say(
        'Later steps of that episode are recorded already: it was paused, resumed or closed after this time. Write it with a later time, or keep it for a person to settle.',
      )
    case 'episode-not-paused':
      return say('That episode was not paused.')
    case 'not-in-practice':
      return notInPractice[refusal.what]
    case 'closing-not-met':
      return say('It cannot be closed yet: {unmet}.', {
        unmet: list(refusal.unmet.map((r) => closingRules[r] ?? r)),
      })
    case 'in-the-future':
      return say(
        'That time is in the future: you wrote {at}, {clock}, and here it is {now}, {refusalClock}.',
        {
          at: dayWords(refusal.at, names.zone),
          clock: clockWords(refusal.at, names.zone),
          now: dayWords(refusal.now, names.zone),
          refusalClock: clockWords(refusal.now, names.zone),
        },
      )
    case 'unknown-loan':
      return say('No loan of yours with that number is known here.')
    case 'release-barred':
      return say('It cannot leave yet. Open: {rules}. Nothing was written.', {
        rules: list(refusal.rules.map(releaseRuleWords)),
      })
    case 'not-so-many':
      return refusal.there === 0
        ? say('{item}: none of it is there to hand over. Count again.', { item: refusal.item })
        : say('{item}: only {there} of it can be handed over. Count again.', {
            item: refusal.item,
            there: refusal.there,
          })
    case 'loan-not-whole':
      return say('It cannot be closed yet. Neither home nor accounted for: {items}.', {
        items: list(refusal.items),
      })
    case 'loan-closed':
      return say('That loan is closed. Ask for a new one.')
    case 'unknown-machine':
      return say('No machine with that number is known here.')
    case 'unknown-type':
      return say('No such type sheet is known here.')
    case 'unknown-entry':
      return say('The entry that this one speaks of is not known here.')
    case 'unknown-party':
      return say('That person or organisation is not known here.')
    case 'unknown-lot':
      return say('No such counted stock is recorded here.')
    case 'owner-consent':
      return refusal.refused
        ? say('The owner of {label} did not agree to give parts. {refusalLabel} is theirs.', {
            label: label(refusal.machine, say('that machine')),
            refusalLabel: label(refusal.part, say('This part')),
          })
        : say(
            '{label} belongs to the owner of {refusalLabel}. Ask them, and write down what they say on that machine’s page, under Owner.',
            {
              label: label(refusal.part, say('This part')),
              refusalLabel: label(refusal.machine, say('that machine')),
            },
          )
    case 'unknown-gear':
      return say('That piece of test gear is not known here.')
    case 'already-registered':
      return say('This machine is registered already.')
    case 'number-taken':
      return say('The number {number} is taken here. Take the next free one.', { number: refusal.number })
    case 'beyond-limit':
      return refusal.compares
        ? refusal.spent
          ? say(
              'The owner agreed to {limit}; {spent} is spent. Ask the owner first: write down what they said with it, or agree on new terms.',
              { limit: moneyWords(refusal.limit), spent: moneyWords(refusal.spent) },
            )
          : say(
              'The owner agreed to {limit}. Ask the owner first: write down what they said with it, or agree on new terms.',
              { limit: moneyWords(refusal.limit) },
            )
        : say(
            'The owner’s limit is {limit}: an amount in another currency cannot be compared. Ask the owner first, and write down what they said with it.',
            { limit: moneyWords(refusal.limit) },
          )
    case 'treatment-barred':
      return barsWords(refusal.bars)
    case 'treatment-over':
      return say('That treatment has ended already.')
    case 'not-lent-on':
      return say('The terms in force do not allow it to be lent on. Agree on new terms that do.')
    case 'tag-taken':
      return say('The tag {tag} is on another part. Take the next free one.', { tag: refusal.tag })
    case 'stale-amendment':
      return say(
        'Somebody corrected this entry after you opened it. Both corrections are kept, for a person to settle.',
      )
    case 'reason-needed':
      return say(
        'Say why it is corrected. (Your own entry of the last ten minutes can be corrected without a reason.)',
      )
    case 'not-contested':
      return say('That entry is not contested.')
    case 'own-contest':
      return say(
        'You wrote this entry yourself. Somebody else says whether it happened, or a steward; you may say that it did not.',
      )
    case 'not-their-word':
      return say('{label} did not write this themselves. Write it as told: who told you, how and when.', {
        label: label(refusal.party, say('That person')),
      })
    case 'kind-changed':
      return say('A correction stays of the same kind. Withdraw the entry and write another one.')
    case 'other-content':
      return say(
        'An entry with this identity was sent before with other content. Both are shown; nothing was overwritten.',
      )
    case 'erased':
      return say('A steward erased this entry for good. It was not stored again.')
    case 'correct-before-erasing':
      return say(
        'Other entries rest on this one. Correct what should not be in it, or withdraw it, then erase what it said before.',
      )
    case 'nothing-to-erase':
      return say('Nothing is left to erase here: what it said before is gone, or it was never corrected.')
    case 'unknown-version':
      return say(
        'This was written by a newer version of the program. It waits until the server is brought up to date.',
      )
    case 'pin-needed':
      return say(
        '{label} confirms by PIN: “{authority}” is an act of authorised people, and somebody else is signed in.',
        { label: label(refusal.party, say('That person')), authority: refusal.authority },
      )
    case 'not-allowed':
      return say('Your role does not allow that. Ask a restorer or a steward; what you typed is kept.')
    default: {
      const never: never = refusal
      return never
    }
  }
}
