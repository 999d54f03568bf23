/** The trade's usual cautions, a sentence or two each. They defer to local codes and licensed people; none says that something is safe. */
import { say } from './say.ts'
import type { CautionKey } from '#core/work/cautions/index.ts'

const words: Readonly<Record<CautionKey, string>> = {
  'never together': say(
    'Stop: these must never meet. Peroxide with vinegar, acid, acetone or metal, and bleach with acid, ammonia or alcohol give poisonous or violent products. Rinse, and wait for another day.',
  ),
  'picture tube': say(
    'A picture tube keeps a lethal charge long after the plug is out. By an authorised person and never alone: the proper procedure to the tube’s own earth braid, repeated after some minutes, lead left clipped, again after every power-up.',
  ),
  implosion: say(
    'The tube may implode: face and eye protection, no load on its neck, nobody else in line with the screen.',
  ),
  'anode is not for meters': say(
    'No ordinary meter and no resistor sum serves at the anode: leave it to a person licensed for it, with the probe made for it.',
  ),
  'foreign mains': say(
    'Its plate names other mains: only through the right transformer, of enough VA, named in the record.',
  ),
  reservoir: say(
    'Reservoir capacitors shock after the plug is out: wait, then measure them. Mains parts are for authorised people, by the local electrical code.',
  ),
  'live chassis': say(
    'The chassis, or the primary side of a switching supply, may be live: no earthed probe or oscilloscope clip there; an isolating transformer, one hand, a licensed person.',
  ),
  isolation: say(
    'Behind an isolating transformer a residual-current device no longer protects. Clip an earthed oscilloscope to nothing that the mains can reach.',
  ),
  autotransformer: say(
    'An autotransformer or a plain converter changes the voltage and does not isolate: what was live stays live.',
  ),
  'slower mains': say(
    'A transformer or motor made for 60 Hz runs hot or slow on 50 Hz, even at the right voltage: feel it within minutes, and do not leave it.',
  ),
  'earth by code': say(
    'A machine of class I: earth continuity and insulation by the local electrical code, measured by a person licensed for it, before it is used again.',
  ),
  'first power': say(
    'First power: fused, on residual-current protection, somebody beside it, a hand at the switch, the rail read within seconds.',
  ),
  'heat and vapour': say(
    'Something flammable was used here within the half hour: no iron, no hot air, no power until the vapour is gone.',
  ),
  lithium: say('Lithium cells: never charge a primary one, never short one, keep it from metal and heat.'),
  'leaking lithium': say(
    'A leaking lithium cell: no water on it; ventilate, gloves, and out of the house by the local rule.',
  ),
  'nickel pack': say(
    'Nickel packs hold cadmium: gloves, wipe it wet, raise no dust, dispose of it by the local rule.',
  ),
  peroxide: say(
    'Peroxide, at any strength: gloves and eye protection; vented lids and bags, nothing of metal, no acetone near; mind where it runs off.',
  ),
  'acids and alkalis': say(
    'Acids and alkalis: gloves, eye protection, air. The acid into the water, never the other way.',
  ),
  flammable: say(
    'It burns, and so does its vapour: air, no iron, no hot air and no power until the vapour is gone; none of it in an ultrasonic bath.',
  ),
  'two people': say('It weighs 15 kg or more: two people lift, and know before where it goes.'),
  solder: say('Solder: draw the fume off, mind the lead, wash your hands before you eat.'),
  dust: say(
    'Rotary tools, glass fibre and old paint make dust that stays in lungs and eyes: mask, eye protection, wipe it up damp.',
  ),
  mould: say('Mould and droppings: gloves and a mask, damp and not dry, bag what you wiped with.'),
  ultraviolet: say(
    'An ultraviolet lamp without its glass hurts eyes and skin, and lights fires: shield it, and do not look.',
  ),
  burns: say(
    'Hot: boiling water, hot air and hot plastic burn at once, and the tool stays hot after it is off.',
  ),
  static: say('Static: mat and wrist strap before you touch boards and chips, and a bag for what comes out.'),
  toxic: say(
    'Old capacitors, rectifiers and lamps may hold toxic substances: whole if you can, gloves, disposed of by the local rule.',
  ),
  windows: say('Memories with a window are erased by this light: cover every window first.'),
}

export const cautionWords = (key: CautionKey): string => words[key]

/** Said once under whatever cautions stand there. */
export const cautionTail = say(
  'This is usual practice, not the law: follow your local code, and leave it to licensed people where in doubt.',
)
