/** Words and phrases of the bench by what they mean. A phrase is a run of words; `*` at the end of a word stands for any ending. */
import type { FoundSort } from './acts.ts'

const lines = (text: string): readonly string[] =>
  text
    .split(/[\n;]/)
    .map((p) => p.trim())
    .filter(Boolean)

/** It does what it should. */
export const goodPhrases = lines(`
  ok; okay; oke; k; alright; all right; right; correct; correctly; fine; good; great; perfect; perfectly; nicely; nice; well; clean; cleanly
  steady; stable; even; evenly; clear; clearly; loud and clear; normal; normally; flawless; flawlessly; spot on; crisp; sharp; smooth; smoothly
  as new; like new; good as new; as it should; as they should; as it should be; as expected; reliable; reliably; happy; healthy; bright
  without complaint; without complaints; without hiccups; without a glitch; without fuss; no hiccups; no glitches; no trouble; flawless; no problem; no problems; no complaint; no complaints; no failure; no failures; no error; no errors; no fault; no faults; no trouble
  no misses; no miss; no dropouts; no dropped; without fault; without a fault; without error; without an error; without errors; without failure
  without a hitch; without trouble; without problems; without a problem; without a single error; not a single error; not one error; zero errors; zero failures
  every time; each time; first time; first try; on the first try; at the first try; first go; the first time; every single; got every; all there; there; present; passes; passed; pass; works; working; worked; work
  ok again; checks out; checked out; all good; in order; as usual; lit; accurate; proper; properly; fault free; error free; no issues; no issue; succeeded; success; like a charm; accurately; up and running; respond; responds; responded; react; reacts; reacted; answer; answers; come up; comes up; came up; came on; comes on; survived; convinces; can be heard; audible; full picture; whole picture; like it should; as it ought; the way it should; like before; as before; as ever; as good as new; full; complete; back to normal; solid; spotless; faultless; faultlessly; error-free; rock steady; rock solid; holds; hold; held; keeps; remembers; none wrong; none missing; none failed; none dropped; nothing wrong; nothing missing; nothing amiss; no flicker; yes; strong; regulates; every char; every character; every letter; all characters; all letters; runs through; goes through; each character; complete alphabet; whole alphabet; bright and clear; loud; light up; lights up; lit up; all lit; alive; alive again; back to life; came back; comes back; is back; are back; is back again; fixed; solved; sorted; restored; ready prompt; lovely; beautifully; beautiful; superb; excellent; top; tip top; sweet; smoothly again; without missing; never missed; never misses; never failed; never fails; never once; not once; cleanly; success; behaves; behaved; fully; immediately; straight away; instantly; at once; responsive; legible; readable
`)

/** It does not. `total`: nothing at all is left of it. */
export const badPhrases = lines(`
  dead; fail; fails; failed; failing; failure; broken; silent; mute; blank; dark; black; stuck; jam; jams; jammed; hang; hangs; hung; kaput
  nothing; no sign; no signs of life; no reaction; no response; no answer; no sound; no picture; no output; no light; no movement; no display; no image; no echo; no text; no print; no data; no beep; no ring; no go
  does not; did not; do not; is not; are not; was not; were not; will not; would not; cannot; can not; could not; not working; not work; never; refuses; refused; gone; missing; wrong; bad; faulty; defective; garbage; out of action; gives up; gave up; not at all; not a thing; no longer; lifeless; inoperative; unreadable; no use; useless; stopped; stops; quit; quits; shorted; open circuit; no contact; no key; no keys; none of them; none of the; none of those; not one of them; neither of them; no reading; no feed; no paper; not a single; neither; not ok; not okay; not good; not right; not fine; not respond*; not react*
`)

/** Something is wrong with it, and something is left. */
export const partPhrases = lines(`
  weak; weakly; quiet; too quiet; very quiet; faint; faintly; dim; slow; slowly; sluggish; sticks; sticky; sticking; blurred; blurry; fuzzy; unsteady; wobble*; wobbling; flicker*; drift*; creep*; skip*; drop*; smear*; smudg*
  only; except; apart from; save for; but not; partly; partially; half; rough; noisy; jitter*; distort*; garbled; rubbish; double; doubled; twice; stutter*; humm*; hums; rolls; rolling; shak*; shivers; jump*; jumping; shift*
  garbl*; gap; gaps; stripe; stripes; misread*; misprint*; mispunch*; miss; misses; missed; mistake*; error*; scratchy; crackl*; uneven; unevenly; pale; too; off; crooked; skewed; slips; slipping; loses; lost; losing; bounces; bouncing; repeats; repeating; chatter*; click*; squeal*; grind*; drag*; slanted; tilted; ghost*; streak*; stiff; tight; loose; hesitat*; late; lags; lagging; cuts out; ragged; wavy; bent; not quite; almost; nearly; wander*; swim*; narrow*; shrink*; breath*; fading; fades; fade; overlaps; cut off; swallow*; sometimes; lazy; unreliable; unreliably; intermittent; erratic; erratically; snow; ripple; curls; curl; patchy; jerky; jerks; shaky; choppy; blotchy; grey; scrambled; jittery; irregular; squeaky; gritty; lumpy; sluggishly; spotty; foggy; hazy; misaligned; off centre; off center; out of line; lopsided; trembling; slanting; staggered; jumbled; hoarse; muffled; scruffy; not quite; never quite; never gets quite; not fully; not completely; not entirely; not all; hardly; barely; never fully; not every; squeak*; scrape*; stray; extra; wrong; bounc*; stick; rattle; skip; smear; flicker; too light; very light; better; improved; worse; forget*; forgot; eats; chews; tears; rattl*; buzz*; whistl*; wrinkl*; burns; bleed*; tremb*; zigzag; doubles; twitch*; shadow*; bunch*; judder*; noisier; louder; quieter
`)

/** It comes and goes. */
export const nowAndThenPhrases = lines(`
  now and then; now and again; every now and then; every now and again; sometimes; some times; occasionally; occasional; intermittent; intermittently; from time to time; once in a while; every so often; on and off; off and on
  at times; randomly; at random; comes and goes; not always; not every time; every other time; every second time; every third time; every third; every second; every few; every other; every fourth; every fifth; every tenth; one in; half the time; once or twice; a few times; sporadic; sporadically; most of the time; mostly; unreliable; unreliably; erratic; erratically
`)

export const cannotTellPhrases = lines(`
  cannot say; can not say; could not say; cannot tell; can not tell; could not tell; hard to say; hard to tell; not sure if; not sure whether; unsure whether; unsure if; unclear; inconclusive; no idea if; no idea whether; do not know if; do not know whether; do not know yet; undecided; not clear if; not clear whether; not clear yet; ambiguous; difficult to tell; difficult to say; impossible to say; impossible to tell; may or may not; no verdict; without clear result; without a clear result; no clear result; result unclear; unclear result; mixed results; mixed result; not conclusive; no clear answer; cannot judge; could not judge; not certain if; not certain whether; jury is still out
`)

export const notPossiblePhrases = lines(`
  could not test; cannot test; can not test; could not be tested; cannot be tested; can not be tested; could not try; cannot try; can not try; could not be tried; cannot be tried; not possible; impossible to test; unable to test; unable to try; no way to test; no way to try; not testable; untestable; could not check; cannot check; could not be checked; cannot be checked; was not able to test; were not able to test; not able to test; no chance to test; test impossible; had no way; did not test; not tested; untested; skipped; not been able to test; not been able to try; not able to try; could not run; no means to test; nothing to test it with; nothing to test with; still not tested; could not do; not tried
`)

/** It was looked at or tried: the verbs of trying, which need a result beside them. */
export const tryingVerbs = new Set(
  lines(
    `test; tests; tested; testing; try; tried; tries; trying; ran; run; checked; check; checking; exercised; verified; retested; retest; re-tested`,
  ),
)

/** What a look finds. The longer phrase wins; `other` has only what is none of the others. */
export const findingPhrases: readonly (readonly [FoundSort, readonly string[]])[] = [
  [
    'leak',
    lines(
      `leak; leaks; leaked; leaking; leakage; has leaked; electrolyte; oozing; oozed; wet patch; battery acid; battery juice; has run out; weeping; puddle; seeping; seeped; leaky; spewed`,
    ),
  ],
  [
    'corrosion',
    lines(
      `corrosion; corroded; green crust; green crud; green stuff; verdigris; green; crust; oxidised; oxidized; oxide; oxidation; tarnish; tarnished; white powder; white crust; pitted; eaten; furry; crusty; all black; gone black; turned black; black legs; legs are black; pins are black; contacts are black; contacts black; legs black; pins black; dull contacts; contacts dull; blue green; green fur; fluffy`,
    ),
  ],
  [
    'rust',
    lines(`rust; rusty; rusted; rust spot; rust spots; rust patch; brown flakes; rusting; surface rust`),
  ],
  [
    'crack',
    lines(
      `crack; cracks; cracked; hairline; hairline crack; split; splits; fracture; fractured; craze; crazed; crazing; cleft; fissure; broken through; snapped off; chipped through`,
    ),
  ],
  [
    'yellowing',
    lines(
      `yellow; yellowed; yellowing; yellowish; gone yellow; browned; discoloured; discolored; nicotine; tan lines; discolouration; brownish; gone brown; turned brown; ambered`,
    ),
  ],
  [
    'dirt',
    lines(
      `dirt; dirty; dust; dusty; filth; filthy; grime; grimy; fluff; hair; hairs; crumbs; soot; lint; cobweb; cobwebs; gunge; muck; mucky; sand; paper dust; chad; chads; grubby; spider web; spider webs; dead insects; dust bunnies; crumb`,
    ),
  ],
  [
    'residue',
    lines(
      `residue; residues; goo; gunk; sticky; tacky; gum; gummed; hardened grease; old grease; old oil; flux; glue remains; glue rests; rests of; remains of; remnants; traces of; adhesive; tape remains; slime; varnish; film; deposit; deposits; glue residue; oily; greasy; resin; tar; sludge; grease has gone hard; smear of; soaked with; soaked in old; covered in oil; covered in grease; full of grease; full of oil; caked; clogged; choked with; sticky with; black goo; tar like`,
    ),
  ],
  [
    'broken track',
    lines(
      `broken track; broken tracks; track broken; track is broken; cut track; trace broken; broken trace; track gone; track interrupted; interrupted track; track open; track eaten through; lifted track; open track; cracked track; track is cracked; trace is broken; track is gone; burnt track; broken conductor`,
    ),
  ],
  [
    'lifted pad',
    lines(
      `lifted pad; pad lifted; pad has lifted; pad came off; pads lifted; loose pad; pad is loose; torn pad; pad is lifted; pad torn off; pad torn; pad has come off; pads have lifted; lifted pads; pad is coming up; missing pad; pad missing`,
    ),
  ],
  [
    'scorched',
    lines(
      `scorch; scorched; scorch mark; scorch marks; burn; burnt; burned; burn mark; burn marks; burnt spot; charred; singed; brown spot; browned board; overheated; heat mark; heat marks; blackened; burnt patch; darkened; browning; discoloured by heat; heat damage; toasted`,
    ),
  ],
  [
    'stain',
    lines(
      `stain; stains; stained; coffee stain; coffee stains; water mark; water marks; tide mark; ink; ink stain; ink blot; spots of ink; splash; splashes; rings from cups; ring from a cup; blotch; blotches; coffee ring; spill marks; tide line; nicotine stain; patch of paint; paint spots; ink spots`,
    ),
  ],
  [
    'loss',
    lines(
      `flaking; flakes; flaked; flaking off; peeling; peels; peeled; chipped; chip missing; piece missing; missing piece; piece broken off; broken off; corner missing; corner broken; missing corner; paint missing; a bit missing; worn away; worn off; rubbed off; bare metal; bald; paint gone; has lost; lost its; piece is missing; corner is missing; broken away; legend worn; lettering worn; foot missing; foot is missing; feet missing; one foot is missing; no longer legible; coming off; chunk missing; chunk is missing; corner is broken off; chip out of`,
    ),
  ],
  ['mould', lines(`mould; mold; mouldy; moldy; mildew; fungus; musty; spores`)],
  [
    'earlier work',
    lines(
      `earlier repair; earlier work; old repair; previous repair; somebody has; someone has; somebody bridged; someone bridged; somebody soldered; someone soldered; somebody replaced; someone replaced; bodge; bodged; bodge wire; patched before; repaired before; replaced before; not original; resoldered before; been replaced; been resoldered; been repaired; was repaired before; has been here before; somebody was here; someone was here; someone has been; somebody has been; been changed before; someone fitted; somebody fitted; someone put; somebody put; previous owner; soldered by someone; soldered by somebody; added wire; wire link by; has been soldered before; previous repairer; earlier hands; hand soldered; been in here before; repaired once; factory fix; someone glued; somebody glued; someone taped; somebody taped; someone painted; somebody painted; someone replaced; someone cut; somebody cut; someone drilled; somebody drilled; someone wired; somebody wired; someone already; somebody already; patch wire; earlier owner; earlier restorer; redone once; recapped before`,
    ),
  ],
  [
    'marker',
    lines(
      `felt pen; felt tip; marker; marker pen; pencil mark; pencil marks; pencilled; biro; written on; wrote on; numbered; handwritten; handwriting; scribble; scribbled; scrawl; pen marks; ballpoint; inventory number; marked in; grease pencil; initials; ball pen; chalk mark; chalk; writing on; written in pencil; inked`,
    ),
  ],
  [
    'scratch',
    lines(
      `scratch; scratches; scratched; scrape; scrapes; scuff; scuffs; scuffed; gouge; gouges; score mark; scored; scuff mark; scuff marks; score line`,
    ),
  ],
  [
    'brittle',
    lines(
      `brittle; crumbly; crumbles; crumbling; crumbled; perished; gone hard; hardened; hard like stone; hard as stone; rock hard; stiff and cracked; falls apart; falling apart; disintegrating; disintegrates; decayed; gone to dust; turned to dust; rotten; breaks when touched; hard as wood; hard as a rock; hard as rock; fragile; dissolving; turned to goo; breaks at a touch; breaks when you touch`,
    ),
  ],
  [
    'other',
    lines(
      `dent; dents; dented; warped; warp; bent; coming loose; come loose; came loose; is loose; loose; worn; wear; worn down; worn out; flat spot; flat spots; deformed; bulging; bulges; swollen; dried out; dry joint; dry joints; cold joint; cold joints; crooked; kinked; frayed; faded; fading; woodworm; insect; insects; melted; stretched; slack; torn; tear; ripped; hole in; hard; unglued; detached; lifted; peeling label; not level; out of true; sagging; chewed; nibbled; wrong way round; wrong way around; back to front; upside down; the wrong way; fitted backwards; mouse droppings; mouse nest; dropping; moth; moths; worms; stripped; stripped thread; cross threaded; thread stripped; glazed; shiny; groove; grooves; burr; burrs; play; wobbly; stretched out; squashed; dry as`,
    ),
  ],
]

/** It happened, here and now. */
export const incidentPhrases = lines(`
  smoke; smoked; smoking; pop; popped; bang; banged; spark; sparks; sparked; flash; flashed; arc; arced; arcing; burst; exploded; explodes; blown fuse; fuse blew; blew the fuse; blew a fuse; capacitor blew; cap blew; blew with; fuse blown; blew up; went bang; went up; fire; flames; caught fire; shock; got a shock; electric shock; zapped; smell of burning; burning smell; burnt smell; smells burnt; smells of burning; smelled burnt; magic smoke; crack and; crackle and
  broke in my hand; broke off in my hand; broke off; broke while; broke when; snapped in my; snapped off in my; snapped when; snapped while; came off in my hand; fell on; fell off; fell down; fell into; fell to; fell out; dropped it; i dropped; dropped on; dropped the; slipped and; slipped off; slipped with; knocked over; knocked off; knocked against; spilled; spilt; jumped out; flew off; flew out; flew away; tore off; tore; ripped off; pinched; cut myself; cut my; burned my; burnt my; bent a pin; bent a leg; bent one leg; bent two; scratched it with; slid off; tipped over; cracked when; cracked while; came apart in; broke a; i broke; short circuit; shorted it; shorted the; tripped the; breaker tripped; rcd tripped; tripped; went off like; like a firework; overflowed; got wet; rolled under; pinged off; pinged; stripped the; caught in; got caught; plaster; bleeding; ouch; hurt my; hurt his; hurt her; first aid; knocked it; knocked the; overtightened; tool slipped; screwdriver slipped
`)

/** It can hurt somebody, or something. */
export const hazardPhrases = lines(`
  danger; dangerous; warning; beware; caution; careful; be careful; watch out; take care; mind the; mind your; keep your hands; keep hands; keep your fingers; keep fingers; keep away; hands off; no hands; no fingers; do not touch; don't touch; never touch; never put; never leave; never run; never switch; never plug; never power; never open; never use; never reach; do not switch; do not power; do not plug; do not put; do not leave; do not run; do not open; do not reach; do not use; don't plug; don't switch; don't power; don't leave; don't open; don't use; wear gloves; put on gloves; gloves on; wear goggles; wear a mask; wrist strap; wear eye; eye protection; must not be powered; must not be switched; must not be plugged; not to be powered; not to be switched; not be switched on; lethal; can kill; will kill; live chassis; chassis is live; is live; live mains; high voltage; implode; implosion; poisonous; toxic; asbestos; radioactive; sharp edge; sharp edges; razor sharp; can bite; bites; electrocut*; burn yourself; cut yourself; hurt yourself; trap your; traps fingers; pinch your; holds its charge; holds charge; holds a charge; stays charged; still charged; keeps its charge; discharge before; discharge it before; ground yourself; earth yourself; nobody touch; nobody switches; nobody switch; on no account; under no circumstances; do not lift; two people to lift; needs two people; not alone; never alone; do not connect; do not attach; do not fit; do not remove; do not take; never take; never remove; do not press; do not pull; do not wash; do not turn; never connect; never lift; never work; do not work; always unplug; always pull; always discharge; always wear; unplug before; pull the plug before; hands out; fingers out; fire risk; risk of fire; fire hazard; catch fire; will burn; carbide; mercury; keep clear; stay clear; stay away; not without gloves; wear a dust mask; without gloves; without goggles; without a mask
`)

/** Boxes and other places where loose things are put. */
export const holderWords = new Set(
  lines(
    `cup; bag; box; tin; jar; tray; drawer; pot; dish; foam; tub; envelope; shelf; crate; bin; case; locker; cabinet; bucket; bowl; sachet; rack; pocket; basket; carton; tube; bottle; packet; lid; cupboard; matchbox; saucer; freezer`,
  ),
)
/** Covers that are held by screws. */
export const coverWords = new Set(
  lines(
    `lid; cover; top; back; bottom; panel; hood; case; base; plate; shield; bezel; housing; door; shell; cabinet; chassis; side; front; feet; foot; rear; underside; screen can; can; shroud; hatch; skirt; flap; grille; bracket; bar; frame; casing; half; halves; rail`,
  ),
)
export const screwWords = new Set(
  lines(`screw; screws; bolt; bolts; nut; nuts; fastener; fasteners; washer; washers; standoff; standoffs`),
)

/** Time that passes by itself. */
export const restingWords = new Set(
  lines(
    `dry; drying; dries; rest; resting; rests; soak; soaking; soaks; bath; bathing; lamp; sun; glue; set; sets; setting; cure; curing; cures; weight; clamp; clamps; clamped; sit; sits; sitting; stand; standing; stands; wait; waiting; charge; charging; charges; cool; cooling; cools; warm; settle; settling; bake; baking; steep; steeping; acclimatise; acclimatising; penetrate; run; sleep; left; leave; leaving; sunlight; uv; tub; oven; freezer; bag; steeps; air; airing; press; hang; hanging; rinse; quarantine; acclimatize; outside; window; rack; work; act; creep; paint; varnish; lacquer; primer; paste; filler; resin; epoxy; pressing; pressed; clamping; hardening; bonding; touch; soaks; immersed; bathed; steeped; tumbling; ultrasonic; degassing; heating; reforming; running`,
  ),
)
/** It is over. */
export const overPhrases = lines(`
  is dry; are dry; dry now; now dry; dry again; is dry now; has dried; have dried; dried; dry; dried out; fully dry; bone dry; is over; are over; over; time is up; is up; up; has set; have set; set now; is set; has cured; is cured; cured; hardened; gone off; has hardened; finished drying; is finished; finished; done; is done; are done; done drying; done soaking; done curing; finished soaking; has cooled; cooled down; cooled; cold again; out of the bath; out of the lamp; came out of the bath; complete; has run its time; has gone off; rested enough; soaked enough; charged; fully charged; is charged; ready
`)

export const liningWords = new Set(lines(`load; loaded; dummy; current; pulling; draw; drawing`))

/** Nouns of nobody in particular for what a position takes, with words that its kind holds. */
export const partNouns: Readonly<Record<string, readonly string[]>> = {
  cap: ['capacitor'],
  capacitor: ['capacitor'],
  electrolytic: ['electrolytic'],
  elko: ['electrolytic'],
  rom: ['rom', 'eprom'],
  eprom: ['rom', 'eprom'],
  ram: ['memory'],
  chip: ['74', 'chip', 'rom', 'memory', 'driver', 'scanner'],
  ic: ['74', 'chip', 'rom', 'memory', 'driver', 'scanner'],
  speaker: ['loudspeaker', 'speaker'],
  relay: ['relay'],
  trimmer: ['trimmer'],
  pot: ['trimmer', 'potentiometer'],
  switch: ['switch'],
  motor: ['motor'],
  card: ['card'],
  board: ['board', 'card'],
  drive: ['drive'],
  cell: ['cell', 'battery'],
  battery: ['cell', 'battery'],
  fuse: ['fuse'],
  connector: ['connector'],
  transformer: ['transformer'],
  resistor: ['resistor'],
  diode: ['diode'],
  transistor: ['transistor'],
  crystal: ['crystal'],
  lamp: ['lamp'],
  bulb: ['lamp'],
  coil: ['coil'],
  valve: ['valve', 'tube'],
  belt: ['belt'],
  display: ['display'],
}

/** One thing of a function that has many: a failing one is a part of it. */
export const cellWords = new Set(
  lines(
    `key; keys; channel; channels; hole; holes; column; columns; row; rows; digit; digits; segment; segments; letter; letters; character; characters; line; lines; pin; pins; bit; bits; track; dot; dots; number; numbers; lamp; pixel; pixels; half; corner; side; edge; sector; sectors; tone; note; bottom; top; left; right; last; first; bar; shift; escape; tab; return; enter; space; comma; point; minus; plus; position`,
  ),
)
