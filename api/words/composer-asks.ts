/** What is missing in a typed line, and what an entry leaves unsaid. */
import { say } from './say.ts'
import type { Problem } from '#core/composer/index.ts'
import type { Question } from '#core/composer/ask.ts'
import { anyOf, list, paragraph } from './lists.ts'
import { refusalWords } from './refusals.ts'

/** What an entry leaves unsaid, asked in one short sentence, with an example of an answer. */
export function questionWords({ asks, about }: Question): { readonly ask: string; readonly example: string } {
  switch (asks) {
    case 'how it fails':
      return { ask: say('How does {about} fail?', { about }), example: say('only when warm') }
    case 'why not':
      return { ask: say('Why could {about} not be tried?', { about }), example: say('lead missing') }
    case 'where it lies':
      return { ask: say('Where are the {about}?', { about }), example: say('cup 2') }
    case 'from and to':
      return { ask: say('{about}: from where to where?', { about }), example: say('3 to 5') }
  }
}

/** What is missing in a line. An empty line says nothing. */
export function problemWords(problem: Problem, zone: string): string {
  const known = (names: readonly string[]) =>
    names.length ? say('Known here: {names}.', { names: list(names, 8) }) : ''
  switch (problem.why) {
    case 'empty':
      return ''
    case 'which task':
      return problem.known.length
        ? say('Which of these: {known}? Write its number.', { known: list(problem.known, 8) })
        : say('No task of an earlier sitting is recorded as open.')
    case 'which advice':
      return problem.known.length
        ? say(
            'Which of these, and what came of it: {known}? became 1 held, did not hold, no difference or dropped.',
            { known: list(problem.known, 8) },
          )
        : say('Nothing that was supposed or advised is open.')
    case 'no soak':
      return say('No soak test runs on it.')
    case 'which of':
      return say('What is meant by “{word}”: {among}?', { word: problem.word, among: anyOf(problem.among) })
    case 'nothing to correct':
      return say('You have written nothing in this episode that could be corrected.')
    case 'cannot correct':
      return say(
        'This entry is not put right by a word. Write “scrap that”, then write it again; or point at it, Correct.',
      )
    case 'unknown verb':
      return say('Not understood yet.')
    case 'which function':
      return paragraph(say('Which function is “{word}”?', { word: problem.word }), known(problem.known))
    case 'which position':
      return problem.word
        ? paragraph(say('No position is called “{word}” here.', { word: problem.word }), known(problem.known))
        : paragraph(say('Name a position.'), known(problem.known))
    case 'which of these':
      return say('{known} came out of {position}: name the one, “in {position} < {problemKnown}”.', {
        known: list(problem.known, 4),
        position: problem.position,
        problemKnown: problem.known[0] ?? '',
      })
    case 'which part':
      return paragraph(
        say('No part, tag or machine is called “{word}”.', { word: problem.word }),
        known(problem.known),
      )
    case 'which lot':
      return say(
        'No counted stock is recorded as {word}, or none of it is left. It is recorded under Parts, Counted stock.',
        { word: problem.word },
      )
    case 'which steward':
      return paragraph(say('No steward is called “{word}”.', { word: problem.word }), known(problem.known))
    case 'which machine':
      return say('No machine has the number {word}.', { word: problem.word })
    case 'which evidence':
      return problem.known.length
        ? say('Which of these: {known}?', { known: list(problem.known, 8) })
        : say('No seal, label or sticker is written down for this machine.')
    case 'which result':
      return say('How did it go? pass, fail: …, 27 of 30, intermittent 1 of 3, inconclusive, not possible: …')
    case 'which cell':
      return say('“{word}” is no cell of {fn}. Write cells or ranges, then how they are: 1-50 ok, 31 open.', {
        word: problem.word,
        fn: problem.fn,
      })
    case 'which method':
      return paragraph(
        say('No house method is called “{word}”.', { word: problem.word }),
        known(problem.known),
      )
    case 'no readings':
      return say('Nothing was read in this episode yet: read the test points first.')
    case 'nothing there':
      return problem.content === 'empty'
        ? say('{position} is empty.', { position: problem.position })
        : say('{position} holds an unidentified part.', { position: problem.position })
    case 'occupied':
      return say('{position} holds {by}. Write: {line}', {
        position: problem.position,
        by: problem.by,
        line: problem.line,
      })
    case 'part is off':
      return say('{part} is off the machine.', { part: problem.part })
    case 'no such time':
      return say('“{word}” is no time. Write: at 19:02, at yesterday 20:10, at 3 Mar 20:10.', {
        word: problem.word,
      })
    case 'needs an exact time':
      return say('A move needs its hour: at 3 Mar 19:02 …')
    case 'form':
      return say('The form is: {form}', { form: problem.form })
    case 'refused':
      return paragraph(
        refusalWords(problem.refusal, { zone, labels: {} }),
        problem.overridable && say('To fit it all the same, end the line with: because …'),
      )
  }
}
