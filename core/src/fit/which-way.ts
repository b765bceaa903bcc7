/**
 * Which way does it turn: what is seen with the wheels off the ground, what causes it, and what to do. The rows are those of a table
 * that is read from the top; every combination of answers finds at least one.
 */

/** What can be answered, each with its answers. */
export const WHICH_WAY = {
  trigger: ['forward', 'backward', 'brake-first', 'stutters', 'refuses', 'fight', 'one-hotter', 'dies'],
  brake: ['works', 'none', 'one-way', 'untried'],
  speed: ['same', 'forward-slower', 'untried'],
  steering: ['right', 'reversed'],
  drive: ['sensorless', 'sensored', 'one-piece'],
  motors: ['one', 'two'],
  reverseSwitch: ['yes', 'no'],
} as const;

export type WhichWayQuestion = keyof typeof WHICH_WAY;
export type WhichWay = { [Q in WhichWayQuestion]: (typeof WHICH_WAY)[Q][number] };

export interface Remedy {
  id: string;
  seen: string;
  cause: string;
  /** What to do, and where it is done. */
  todo: string;
  not: string;
  /** What to try where that did not help. */
  next: string;
}

type Row = Remedy & { when: (seen: WhichWay) => boolean };

const wired = ({ drive }: WhichWay) => drive === 'sensorless';

const ROWS: readonly Row[] = [
  {
    id: 'calibration',
    when: ({ trigger }) => trigger === 'refuses',
    seen: 'Calibration refuses, or nothing moves',
    cause: 'A trim, an end point or the direction of the throttle channel is off.',
    todo: 'At the radio: trims to zero, throttle travel to full both ways. Calibrate again; if it still refuses, reverse the throttle channel and calibrate once more.',
    not: 'Do not force the ESC to another cell count or mode to get past it.',
    next: 'Look at the throttle plug: channel 2, signal wire inside. Then try another receiver.',
  },
  {
    id: 'overloaded',
    when: ({ trigger }) => trigger === 'dies',
    seen: 'Control fails close to the car',
    cause: 'The transmitter overloads the receiver at arm’s length.',
    todo: 'Step a metre away and try again.',
    not: 'Do not shorten or cut an aerial.',
    next: 'Walk the range. If it fails far away too, bind again, and lay the aerial away from power wires.',
  },
  {
    id: 'fight',
    when: ({ trigger, motors }) => trigger === 'fight' && motors === 'two',
    seen: 'Two motors fight: hot, slow, loud',
    cause: 'They turn the same way though they face each other, or their pinions are not equal.',
    todo: 'Stop at once. With one pinion off at a time see which way each drives. Sensorless: swap any two wires of the one that is wrong. Sensored: its rotation setting.',
    not: 'Do not run them against each other to find out: both burn within seconds.',
    next: 'Count the teeth of both pinions: they must be equal to the tooth. Then the mesh of each.',
  },
  {
    id: 'binding',
    when: ({ trigger, motors }) => trigger === 'fight' && motors === 'one',
    seen: 'One motor, yet it strains, hot and slow',
    cause: 'With one motor nothing fights: gears bind, a brake drags, or a pinion rubs.',
    todo: 'Pack out. Turn the drivetrain by hand: find the place that is tight, and set the mesh there.',
    not: 'Do not go on driving to run it in.',
    next: 'Pinion off, turn motor and wheels each by itself.',
  },
  {
    id: 'one-hotter',
    when: ({ trigger, motors }) => trigger === 'one-hotter' && motors === 'two',
    seen: 'One of two motors gets hotter',
    cause: 'Tight mesh, a pinion or sleeve that rubs, or a bearing.',
    todo: 'Pack out. Turn each motor by hand with its pinion off and compare; then set its mesh.',
    not: 'Do not swap wires: heat on one side is not a direction.',
    next: 'Swap the ESCs of the two. If the heat moves along, it is the ESC or its settings.',
  },
  {
    id: 'rubbing',
    when: ({ trigger, motors }) => trigger === 'one-hotter' && motors === 'one',
    seen: 'The motor gets hotter than it should with no load',
    cause: 'Tight mesh, a pinion or sleeve that rubs, or a bearing.',
    todo: 'Pack out. Turn it by hand with the pinion on and off: what is tight by itself is the motor, else the mesh.',
    not: 'Do not lower the current limit to hide it.',
    next: 'Timing as delivered, and the settings of the ESC.',
  },
  {
    id: 'stutters-sensorless',
    when: (seen) => seen.trigger === 'stutters' && wired(seen),
    seen: 'It stutters from standstill, without a sensor',
    cause: 'Geared too long, too low a kv for the first turn, timing, or a loose bullet.',
    todo: 'Pull and push each bullet home. Then a smaller pinion.',
    not: 'Do not hold the trigger while it stutters: the current stands at its highest.',
    next: 'A motor with sensor, a lower kv or more poles; soft punch.',
  },
  {
    id: 'stutters-sensored',
    when: ({ trigger, drive }) => trigger === 'stutters' && drive === 'sensored',
    seen: 'It stutters from standstill, though it has a sensor',
    cause: 'The sensor lead is loose or broken, or the motor wires are not A to A, B to B, C to C.',
    todo: 'Plug the sensor lead in again, see that A, B and C agree, and that the ESC is set to use the sensor.',
    not: 'Never swap motor wires on a sensored motor.',
    next: 'Another sensor lead; then run it without sensor to see whether the motor itself is good.',
  },
  {
    id: 'stutters-one-piece',
    when: ({ trigger, drive }) => trigger === 'stutters' && drive === 'one-piece',
    seen: 'It stutters from standstill, motor and ESC in one',
    cause: 'Sensor and magnet are not paired, or it is geared too long.',
    todo: 'Pinion off, pair sensor and magnet again as its maker says.',
    not: 'Do not open it while it is under power.',
    next: 'A smaller pinion; then its maker.',
  },
  {
    id: 'reverse-side',
    when: (seen) => seen.speed === 'forward-slower' && wired(seen),
    seen: 'Forward is slower than reverse',
    cause: 'It runs on the side that the ESC keeps for reverse.',
    todo: 'Swap any two motor wires, reverse the throttle channel at the radio, and calibrate again.',
    not: 'Do not do only one of the two: then it drives backwards, fast.',
    next: 'Full travel at the radio, and the ESC’s own limit for forward.',
  },
  {
    id: 'reverse-side-set',
    when: (seen) => seen.speed === 'forward-slower' && !wired(seen),
    seen: 'Forward is slower than reverse',
    cause: 'It runs on the side that the ESC keeps for reverse.',
    todo: 'Turn the rotation setting of the ESC round, reverse the throttle channel at the radio, and calibrate again.',
    not: 'Never swap motor wires where there is a sensor.',
    next: 'Full travel at the radio, and the ESC’s own limit for forward.',
  },
  {
    id: 'channel-reversed',
    when: ({ trigger, reverseSwitch }) => trigger === 'brake-first' && reverseSwitch === 'yes',
    seen: 'Trigger pulled: it brakes first, then drives in reverse',
    cause: 'The throttle channel is reversed.',
    todo: 'Reverse the throttle channel at the radio, and calibrate again.',
    not: 'Do not swap motor wires: it would drive forward with brake and reverse the wrong way round.',
    next: 'Calibrate from neutral; see that the trims are at zero.',
  },
  {
    id: 'channel-no-switch',
    when: ({ trigger, reverseSwitch }) => trigger === 'brake-first' && reverseSwitch === 'no',
    seen: 'Trigger pulled: it brakes first, then drives in reverse, and the radio cannot reverse a channel',
    cause: 'The throttle channel is reversed.',
    todo: 'Calibrate with trigger and brake the other way round, where the ESC takes it; else an ESC with a setting for it.',
    not: 'Do not open the transmitter: that is for those who know how.',
    next: 'A radio that can reverse its channels; most have it in a menu or as a small switch.',
  },
  {
    id: 'backward-sensorless',
    when: (seen) => seen.trigger === 'backward' && wired(seen),
    seen: 'It drives backwards, while brake and drive are the right way round',
    cause: 'The motor turns the wrong way.',
    todo: 'Swap any two of the three motor wires, or turn the rotation setting round.',
    not: 'Not both: they cancel. And not the throttle channel: then brake and drive change places.',
    next: 'See whether the gear between motor and axle turns it round once more than thought.',
  },
  {
    id: 'backward-set',
    when: (seen) => seen.trigger === 'backward' && !wired(seen),
    seen: 'It drives backwards, while brake and drive are the right way round',
    cause: 'The motor turns the wrong way.',
    todo: 'Turn the rotation setting of the ESC round.',
    not: 'Never swap motor wires where there is a sensor, nor the throttle channel.',
    next: 'Where the ESC has no such setting, turn the motor round in its mount, or change the side of the differential’s crown gear.',
  },
  {
    id: 'brake-one-way',
    when: ({ brake }) => brake === 'one-way',
    seen: 'It brakes only one way after wires were swapped',
    cause: 'Drive and brake are still the wrong way round.',
    todo: 'Correct it at the radio or in the ESC: reverse the channel, or the rotation, and calibrate again.',
    not: 'Not at the wires again.',
    next: 'Put the wires back as they were, and begin with the throttle channel.',
  },
  {
    id: 'no-brake',
    when: ({ brake }) => brake === 'none',
    seen: 'It drives forward and does not brake',
    cause: 'The drive mode has no brake, or brake travel is cut at the radio.',
    todo: 'Set drive mode to forward with brake, brake travel at the radio to full, and calibrate again.',
    not: 'Do not drive it on the ground before it stops.',
    next: 'Brake force in the ESC.',
  },
  {
    id: 'steering',
    when: ({ steering }) => steering === 'reversed',
    seen: 'It steers to the other side',
    cause: 'The steering channel is reversed.',
    todo: 'Reverse the steering channel at the radio.',
    not: 'Do not turn the servo or its horn round.',
    next: 'See that the servo stands in channel 1.',
  },
  {
    id: 'try-the-rest',
    when: ({ trigger, brake, speed }) => trigger === 'forward' && (brake === 'untried' || speed === 'untried'),
    seen: 'It drives forward',
    cause: 'So far it is right; brake or speed both ways have not been tried.',
    todo: 'Wheels up, try the brake, then forward and reverse, and listen whether one is slower.',
    not: 'Do not set it down before it brakes.',
    next: 'Then the failsafe.',
  },
  {
    id: 'right',
    when: ({ trigger, brake, speed, steering }) => trigger === 'forward' && brake === 'works' && speed === 'same' && steering === 'right',
    seen: 'Forward, brake and steering are right',
    cause: 'Nothing to correct.',
    todo: 'Go on with the failsafe: wheels up, transmitter off, they must brake or idle.',
    not: 'Do not skip it because it drives.',
    next: 'Then the range walk.',
  },
];

/** What is wrong by what is seen, and what to do, the first thing first. Never empty. */
export const whichWay = (seen: WhichWay): Remedy[] => ROWS.filter((row) => row.when(seen)).map(({ when: _when, ...remedy }) => remedy);

/** Every row there is, for those who read the table. */
export const REMEDIES: readonly Remedy[] = ROWS.map(({ when: _when, ...remedy }) => remedy);
