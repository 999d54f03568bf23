/** A machine on which every secret that a house keeps exists, each as a text that stands nowhere else. */
import { v7 } from 'uuid'
import { recipeSchema } from '#core/history/bodies/method.ts'
import type { Draft } from '#core/history/entry.ts'
import type { LotId, MachineId, MethodId, PartId, PartyId } from '#core/ids.ts'
import { found, slot } from '#core/testing/terminal.ts'
import { ago, draft, send, type Agent } from './house.ts'
import type { Secrets } from './secrets-shape.ts'
import { loanSecrets, loansOf } from './loans.ts'

const onTelephone = 'agreed on the telephone'

/** Tells all of it of `machine`; `other` is a second machine of its type, `file` a photograph and `voice` a recording that are there. */
export async function tellSecrets(
  steward: Agent,
  machine: MachineId,
  other: MachineId,
  me: PartyId,
  guest: PartyId,
  file: string,
  voice: string,
): Promise<Secrets> {
  const giver = v7() as PartyId
  const borrower = v7() as PartyId
  const lot = v7() as LotId
  const loans = loansOf(borrower, guest, machine)
  const bought = v7() as PartId
  const method = v7() as MethodId
  const opened = draft({ kind: 'episode', what: 'opened', machine, title: 'a look' }, ago(90))
  const episode = opened.id
  const photo = draft({ kind: 'photo', machine, file, width: 8, height: 8 }, ago(80))
  const withdrawnPhoto = draft(
    { kind: 'photo', machine, file, width: 8, height: 8, words: 'a face of somebody' },
    ago(79),
  )
  const jot = draft(
    {
      kind: 'jot',
      what: 'made',
      machine,
      words: 'jotted in secret',
      voice: { file: voice, mime: 'audio/webm', seconds: 1 },
    },
    ago(78),
  )
  const batch = draft(
    {
      kind: 'batch',
      name: 'Pair of terminals',
      machines: [machine, other],
      price: { minor: 606001, currency: 'EUR' },
    },
    ago(77),
  )
  const survey = draft({ kind: 'survey', what: 'begun', machine, blind: false }, ago(76))
  const inEpisode = (d: Draft): Draft => ({ ...d, episode })
  const store = (id: string) => ({ in: { kind: 'store' as const, id } })
  const entries: Draft[] = [
    draft(
      { kind: 'party', party: giver, name: 'Gerda Givesaway', sort: 'person', roles: ['giver'] },
      ago(110),
    ),
    draft(
      { kind: 'party', party: borrower, name: 'Borrowing hall', sort: 'organisation', roles: ['borrower'] },
      ago(109),
    ),
    draft(
      {
        kind: 'machine',
        what: 'stated',
        machine,
        set: { noneThere: ['keys'], marks: ['Marked by a former owner'] },
      },
      ago(108),
    ),
    draft(
      { kind: 'claim', machine, by: giver, claims: [{ says: 'works', words: 'claimed over a coffee' }] },
      ago(107),
    ),
    draft(
      { kind: 'value', machine, sort: 'insurance', amount: { minor: 707001, currency: 'EUR' } },
      ago(106),
    ),
    draft(
      { kind: 'evidence', what: 'noted', machine, sort: 'label', where: 'base', says: 'label of a dentist' },
      ago(105),
    ),
    draft({ kind: 'link', machine, sort: 'owned by', when: '1980', words: 'linked to a ferry' }, ago(104)),
    draft(
      {
        kind: 'contents',
        what: 'not copied',
        machine,
        medium: 'disk',
        because: 'letters in the disk',
        personal: true,
      },
      ago(103),
    ),
    draft({ kind: 'quarantine', machine, way: 'in', place: 'quarantined in the attic' }, ago(102)),
    draft(
      {
        kind: 'custody',
        machine,
        to: { in: { kind: 'party', id: borrower } },
        carriage: 'vehicle',
        purpose: 'loan out',
        words: 'driven by a cousin',
      },
      ago(101),
    ),
    draft(
      { kind: 'custody', machine, to: store('tray cabinet 4'), carriage: 'by hand', purpose: 'back' },
      ago(100),
    ),
    draft(
      { kind: 'consent', machine, by: giver, to: 'irreversible work', given: true, words: onTelephone },
      { ...ago(99), basis: 'told' },
    ),
    draft(
      {
        kind: 'rule',
        what: 'policy',
        key: 'run',
        option: 'not run',
        machine,
        reason: 'ruled by a committee',
      },
      ago(98),
    ),
    draft({ kind: 'word', what: 'taught', word: 'nicknamed in secret', as: 'verb', means: 'clean' }, ago(97)),
    draft(
      {
        kind: 'method',
        what: 'written',
        method,
        recipe: recipeSchema.parse({ name: 'Recipe of the house', verb: 'clean', agent: 'secret sauce' }),
      },
      ago(97),
    ),
    ...loans.drafts,
    opened,
    photo,
    withdrawnPhoto,
    jot,
    batch,
    survey,
    inEpisode(draft({ kind: 'note', machine, words: 'noted for ourselves' }, ago(70))),
    inEpisode(draft({ kind: 'question', what: 'asked', machine, words: 'asked among ourselves' }, ago(69))),
    inEpisode(
      draft(
        {
          kind: 'wait',
          machine,
          what: 'waiting for the glue',
          until: new Date(Date.now() + 3_600_000).toISOString(),
        },
        ago(68),
      ),
    ),
    inEpisode(
      draft(
        {
          kind: 'override',
          machine,
          check: 'switch on',
          rule: 'attended',
          reason: 'overridden in a hurry',
          role: 'steward',
        },
        ago(67),
      ),
    ),
    inEpisode(
      draft(
        {
          kind: 'reading',
          machine,
          point: 'secret rail',
          read: { value: 5.1, unit: 'V', asWritten: '5.1 V' },
        },
        ago(66),
      ),
    ),
    draft(
      {
        kind: 'part',
        what: 'identified',
        part: bought,
        partKind: 'loudspeaker',
        tag: 'P-7777',
        place: store('safe room 2'),
        origin: 'bought',
        price: { minor: 808001, currency: 'EUR' },
      },
      ago(65),
    ),
    draft({ kind: 'lot', what: 'identified', lot, partKind: 'M3 screw', tag: 'L-0001' }, ago(64)),
    draft(
      {
        kind: 'lot',
        what: 'got',
        lot,
        n: 50,
        place: store('safe room 2'),
        origin: 'bought',
        price: { minor: 909001, currency: 'EUR' },
      },
      ago(63),
    ),
    draft(
      {
        kind: 'move',
        legs: [{ part: found(machine, 'IC40'), from: slot(machine, 'IC40'), to: store('safe room 2') }],
      },
      ago(62),
    ),
    draft(
      {
        kind: 'move',
        legs: [{ part: found(other, 'IC40'), from: slot(other, 'IC40'), to: slot(machine, 'IC40') }],
        words: 'moved at night',
      },
      ago(61),
    ),
    draft(
      {
        kind: 'move',
        legs: [
          {
            part: found(machine, 'LS1'),
            from: slot(machine, 'LS1'),
            to: { in: { kind: 'party', id: borrower } },
          },
        ],
        loan: { home: slot(machine, 'LS1') },
      },
      ago(60),
    ),
    draft(
      { kind: 'move', legs: [{ part: bought, from: store('safe room 2'), to: slot(machine, 'LS1') }] },
      ago(59),
    ),
    draft(
      {
        kind: 'grade',
        what: 'priority',
        machine,
        urgency: 'this year',
        who: me,
        words: 'urgent to the director',
      },
      ago(58),
    ),
    inEpisode(
      draft(
        {
          kind: 'episode',
          what: 'paused',
          machine,
          episode,
          lie: 'lying in the safe',
          unplugged: true,
          next: 'next ask the dentist',
        },
        ago(50),
      ),
    ),
  ]
  const answer = await send(steward, entries)
  const wrong = answer.body.entries?.filter((e: { became: string }) => e.became !== 'recorded') ?? answer.body
  if (answer.status !== 200 || wrong.length > 0) throw new Error(JSON.stringify(wrong))
  await send(steward, [
    draft(
      { kind: 'withdrawal' },
      { amends: { entry: withdrawnPhoto.id, seen: [], how: 'withdraw', reason: 'a person in it' } },
    ),
  ]).expect(200)
  return {
    guest: {
      'the giver’s name': 'Gerda Givesaway',
      'another party': 'Borrowing hall',
      'a mark of a former owner': 'Marked by a former owner',
      'what was claimed': 'claimed over a coffee',
      'its value': '707001',
      'the price of its lot': '606001',
      'evidence on it': 'label of a dentist',
      'the time before': 'linked to a ferry',
      'what is on its media': 'letters in the disk',
      quarantine: 'quarantined in the attic',
      'words of carriage': 'driven by a cousin',
      'a store that begins with “tray”': 'tray cabinet 4',
      'another’s consent': onTelephone,
      'the reason of a rule': 'ruled by a committee',
      'a house method': 'secret sauce',
      'a word of the house': 'nicknamed in secret',
      ...loanSecrets,
      'a jot': 'jotted in secret',
      'a picture that was taken back': 'a face of somebody',
      'a note': 'noted for ourselves',
      'a question': 'asked among ourselves',
      'a wait': 'waiting for the glue',
      'an override': 'overridden in a hurry',
      'a reading': 'secret rail',
      'a place in the store': 'safe room 2',
      'the price of a part': '808001',
      'the price of a lot of parts': '909001',
      'the words of a move': 'moved at night',
      'who is to act': 'urgent to the director',
      'where things lie': 'lying in the safe',
      'the next step': 'next ask the dentist',
      'another machine': other,
    },
    prices: {
      'the value of what is lent': '505009',
      'its value': '707001',
      'the price of its lot': '606001',
      'the price of a part': '808001',
      'the price of a lot of parts': '909001',
    },
    ids: {
      episode,
      photo: photo.id,
      withdrawnPhoto: withdrawnPhoto.id,
      voice: jot.id,
      batch: batch.id,
      survey: survey.id,
      lot,
      part: bought,
      method,
      giver,
      loan: loans.own,
    },
  }
}
