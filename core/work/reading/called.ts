/** What people call the functions and zones of machines, by words that stand in the name that the sheet gives them. */
const list = (text: string): readonly string[] =>
  text
    .split(';')
    .map((p) => p.trim())
    .filter(Boolean)

interface Called {
  /** A name of the sheet, in small letters. */
  readonly of: RegExp
  readonly nouns: readonly string[]
  /** What it does, by itself no sign that it was tried: "it prints again". */
  readonly verbs: readonly string[]
}
const called = (of: RegExp, nouns: string, verbs = ''): Called => ({
  of,
  nouns: list(nouns),
  verbs: list(verbs),
})

export const functionNames: readonly Called[] = [
  called(
    /\bscreen|display|picture\b/,
    'screen; picture; display; image; raster; crt; rows; row',
    'show; display',
  ),
  called(
    /^keys?\b/,
    'keys; key; keyboard; kbd; letters; buttons; spacebar; space bar; shift lock; shift key; shift; escape; escape key; return key; enter key; tab key; caps lock; backspace; cursor keys; arrow keys; function keys; number keys; equals key; plus key; minus key',
  ),
  called(/\bbell|buzzer|beeper\b/, 'bell; bells; buzzer; beeper; ring; beep; ding; chime; gong', 'ring'),
  called(
    /\bprint\b(?! wheel)|\bprinting\b/,
    'print; printing; prints; printout; printouts; columns; column; impression',
    'print',
  ),
  called(/\bread\b/, 'reading; read; reader; ch; reads', 'read'),
  called(/\bpunch\b/, 'punching; punch; puncher; hole; holes; punches; punched', 'punch'),
  called(/\bfeed\b/, 'feed; feeding; feeds', 'feed'),
  called(
    /\bpaper feed\b/,
    'paper; paper advance; line feed; form feed; paper transport; paper movement; paper feeding',
    'advance',
  ),
  called(
    /\bfour rules\b|arithmetic/,
    'arithmetic; sums; division; multiplication; addition; subtraction; adding; subtracting; dividing; multiplying; calculating; calculation; calculations; divide; divides; multiply; multiplies; add; adds; subtract; subtracts; basic arithmetic; all four rules; 4 rules; four operations; 4 operations; four functions; 4 functions; basic sums',
    'calculate',
  ),
  called(/\bmemory\b/, 'memory; mem; m+; mr; m-; mc'),
  called(/\bdigits?\b/, 'digits; digit; figures; figure; segment; segments; display; numerals', 'display'),
  called(/\bsend\b/, 'sending; send; tx; transmit; transmitter; transmission; sends', 'send; transmit'),
  called(/\breceive\b/, 'receiving; receive; rx; reception; receives; receiver', 'receive'),
  called(
    /\bline receive\b/,
    'line reception; loop receive; receiving line; receive line; line receiving; line receiver; receiving from the line; receiving from line',
  ),
  called(/\bbrightness\b/, 'brightness; brightness control; brightness knob; intensity; dimming', 'brighten'),
  called(
    /\bprinter port\b/,
    'printer port; printer output; centronics; parallel port; printer connector; printer interface',
  ),
  called(/\bself-?test\b/, 'self test; selftest; self check; selfcheck; power-on test; start up test'),
  called(
    /\bstarts? from disk\b/,
    'starts from disk; start from disk; starting from disk; started from disk; disk start; disk starts; disk boot; boots from disk; boot from disk; booting from disk; booted from disk; start up; starts up; boot up; boots up; starts; start; starting; started; boot; boots; booting; booted; startup; start-up; boot-up',
    'boot; start',
  ),
  called(
    /\bstarts? from cold\b/,
    'start from cold; starts from cold; started from cold; starting from cold; cold start; cold starts; cold boot; starting cold; cold starting; cold startup; starts cold; started cold; morning start; start cold; start-up from cold',
  ),
  called(
    /\bprint wheel\b/,
    'print wheel; printwheel; daisy wheel; daisywheel; printer; printing; printout; print',
    'print',
  ),
  called(/\bdrive ([a-z])\b/, 'drive'),
  called(
    /\btape-?out\b/,
    'tape out switch; tape-out switch; tape out; tape-out; end of tape switch; tape switch; out of tape switch',
  ),
  called(
    /\bchad box\b/,
    'chad box switch; chad switch; chadbox switch; chadbox; chad bin switch; chad box microswitch; chad box sw',
  ),
  called(/\brounding\b/, 'rounding switch; rounding; rounding slider; round off switch'),
  called(/\bsound|speaker\b/, 'sound; speaker; loudspeaker; audio; tone', 'sound'),
  called(/\bcassette\b/, 'cassette; cassette port'),
]

export const zoneNames: readonly (readonly [RegExp, readonly string[]])[] = [
  [/\bcase\b/, list('case; housing; casing; shell')],
  [/\bcase top\b/, list('top case; upper case; top of the case; case lid')],
  [/\bcase base\b/, list('bottom case; base; case bottom; lower case')],
  [/\bkeycaps\b/, list('key caps; key tops; keytops; keycap; caps of the keys')],
  [/\bmain board\b/, list('mainboard; motherboard; logic board; main pcb; mobo')],
]
