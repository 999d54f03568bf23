/** What a browser says it is, as far as that tells two devices apart. It says what it likes: nothing rests on it. */

import { say } from './say.ts'

/** "a phone or tablet", "a computer or tablet"; "a browser" for one that says nothing. Every handheld one writes "Mobi". */
export const browserWords = (agent: string): string =>
  agent === ''
    ? say('a browser')
    : /mobi/i.test(agent)
      ? say('a phone or tablet')
      : say('a computer or tablet')
