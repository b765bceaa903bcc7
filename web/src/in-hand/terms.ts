/** Words of the field that a newcomer may not know, each with the sentence that stands behind it. */
export const TERMS = {
  kv: 'Turns a minute for each volt, turning free. More kv is faster and pulls less for the same amps.',
  sensored: 'A sensor tells the ESC where the rotor stands: smooth starts and slow driving. Without one it can stutter from standstill.',
  poles: 'Magnet poles of the rotor; most inrunners have 2 or 4, outrunners 14.',
  lag: 'How late the ESC switches from winding to winding. It costs speed and heat the faster the motor turns.',
  noLoad: 'What the motor draws turning free at the volts beside it; its losses are reckoned from it.',
  bec: 'The ESC’s supply for receiver and servo. More volts than they bear burn them.',
  cRating: 'Printed on the pack: amps for each Ah that it is said to give. Half of it is a fair belief; sag is estimated from it.',
  module: 'Tooth size: only teeth of one size mesh. 48 pitch is module 0.53, 32 pitch 0.79.',
  slot: 'Gears mesh when shaft and spur axle stand as far apart as their teeth ask. The motor’s slot allows from here …',
  rollout: 'Road covered in one turn of the motor. More is longer gearing: faster, hotter, less pull.',
  finalDrive: 'Turns of the motor for one of the wheel, all gears together. Less is longer gearing.',
  burst: 'Amps for a second or two; left out, four times the continuous rating.',
} as const;

export type TermName = keyof typeof TERMS;
