import { ascending } from 'd3-array';

/** A word of the trade: how it is written, what else it is found by, and what it means in one or two sentences. */
interface TermEntry {
  word: string;
  also?: readonly string[];
  definition: string;
}

/** Every word that a newcomer may not know, once: behind the word where it stands, in Ctrl+K, and in the list of words. */
export const TERMS = {
  kv: {
    word: 'kv',
    also: ['rpm per volt'],
    definition: 'Turns a minute for each volt, turning free. More kv is faster and pulls less for the same amps.',
  },
  turns: {
    word: 'turns',
    also: ['27T', 'winds'],
    definition: 'Windings of a brushed motor on each pole. Fewer turns are faster and draw more: 27 is mild, 12 is wild.',
  },
  cells: {
    word: 'cells',
    also: ['S', '2S', '3S', 'volts'],
    definition: 'A pack is cells in a row; S counts them. A LiPo cell has 3.7 V in the middle and 4.2 V full, a NiMH cell 1.2 V.',
  },
  mah: { word: 'mAh', also: ['Ah', 'capacity'], definition: 'How much charge a pack holds: 4000 mAh give 4 A for an hour, or 40 A for six minutes.' },
  cRating: {
    word: 'C rating',
    also: ['C', '40C'],
    definition: 'Printed on the pack: amps for each Ah that it is said to give. Half of it is a fair belief; sag is estimated from it.',
  },
  continuous: {
    word: 'continuous',
    also: ['rating', 'amps of an ESC'],
    definition: 'The amps that an ESC bears for as long as it is cooled. Two thirds of what is printed is a fair belief.',
  },
  burst: { word: 'burst', definition: 'Amps for a second or two; left out, four times the continuous rating.' },
  bec: { word: 'BEC', also: ['receiver supply'], definition: 'The ESC’s supply for receiver and servo. More volts than they bear burn them.' },
  sensored: {
    word: 'sensored',
    also: ['sensorless', 'sensor'],
    definition: 'A sensor tells the ESC where the rotor stands: smooth starts and slow driving. Without one it can stutter from standstill.',
  },
  poles: { word: 'poles', definition: 'Magnet poles of the rotor; most inrunners have 2 or 4, outrunners 14.' },
  lag: {
    word: 'commutation lag',
    definition: 'How late the ESC switches from winding to winding. It costs speed and heat the faster the motor turns.',
  },
  noLoad: { word: 'no-load current', definition: 'What the motor draws turning free at the volts beside it; its losses are computed from it.' },
  timing: { word: 'timing', definition: 'How early the ESC or the brushes switch. More of it is a little faster and clearly hotter.' },
  punch: { word: 'punch', definition: 'How fast the ESC lets the throttle rise. More of it spins tyres and peaks higher.' },
  dragBrake: {
    word: 'drag brake',
    definition: 'Braking as soon as the trigger is let go: all of it holds a crawler on a slope, none lets a fast car roll.',
  },
  cutoff: {
    word: 'cut-off',
    also: ['low voltage'],
    definition: 'The volts a cell at which the ESC takes power away, so that the pack is not run flat. Lithium that was run flat is lost.',
  },
  sag: { word: 'sag', definition: 'How far a pack’s volts fall under load. A tired, cold or small pack sags more.' },
  module: {
    word: 'module',
    also: ['pitch', '48 pitch', '32 pitch', 'tooth size'],
    definition: 'Tooth size: only teeth of one size mesh. 48 pitch is module 0.53, 32 pitch 0.79.',
  },
  bore: { word: 'bore', definition: 'The hole of a pinion. It is as wide as the motor’s shaft: 2, 3.17 or 5 mm on most.' },
  mesh: {
    word: 'mesh',
    also: ['play'],
    definition: 'How deep the teeth of pinion and spur run into each other. A hair of play: too tight is hot, too loose strips.',
  },
  slot: {
    word: 'slot',
    definition:
      'The long holes in which the motor is moved until its pinion meshes with the spur. Gears that ask for more or less than they allow do not go in.',
  },
  pinion: { word: 'pinion', definition: 'The small gear on the motor’s shaft. More teeth are faster, hotter and pull less.' },
  spur: { word: 'spur', definition: 'The large gear that the pinion drives. More teeth are slower, cooler and pull more.' },
  ratioBehind: {
    word: 'ratio behind the spur',
    also: ['internal ratio', 'gearbox'],
    definition: 'Turns of the spur for one of the wheel: differentials and gearbox together. The car’s manual has it; or turn the spur and count.',
  },
  finalDrive: {
    word: 'final drive',
    also: ['FDR'],
    definition: 'Turns of the motor for one of the wheel, all gears together. Less is longer gearing.',
  },
  rollout: { word: 'rollout', definition: 'Road covered in one turn of the motor. More is longer gearing: faster, hotter, less pull.' },
  can: {
    word: 'can',
    definition:
      'The outside of the motor: what a thermometer reads. From 70 °C on it is too hot to keep a finger on; from 85 °C magnets and bearings suffer.',
  },
  winding: { word: 'winding', definition: 'The copper inside the motor. It is hotter than the can, and what burns first.' },
  settled: {
    word: 'settled current',
    also: ['settled'],
    definition: 'The amps at full throttle once the speed has stopped rising: what to plan with.',
  },
  peak: {
    word: 'peak',
    also: ['peak current'],
    definition: 'The highest amps, as the throttle opens. They last a moment, and are not the figure to plan with.',
  },
  grip: {
    word: 'grip',
    also: ['traction'],
    definition: 'The most force that the tyres pass to this ground. From half of it on they turn faster than they roll.',
  },
  cap: {
    word: 'cap',
    also: ['throttle limit', 'end point'],
    definition: 'Full throttle held back at the radio, to a share of it: a step up that needs no other gears.',
  },
  likely: {
    word: 'likely',
    also: ['band', 'range', 'p10', 'p90'],
    definition: 'Eight of ten cars that fit what is known of yours come out in this range. What is measured narrows it.',
  },
  nearlySure: { word: 'nearly sure', definition: 'Kept by nine of ten cars that fit what is known of yours, and not only by the middle one.' },
  caution: {
    word: 'caution and stop',
    also: ['caution', 'stop', 'limits'],
    definition: 'Where a figure begins to worry, and where it must not go. Both are yours to change, for all plans or for one.',
  },
  front: {
    word: 'front',
    also: ['the front'],
    definition:
      'All setups that no other one equals in speed, coolness, minutes and money at once. What is not on it is beaten by something that is.',
  },
  bandScore: {
    word: 'band score',
    also: ['score'],
    definition:
      'How wide the likely ranges were, in hundredths of the figure, and ten times as much for what lay outside. Fewer is surer and truer: wide ranges that hold everything score as badly as narrow ones that miss.',
  },
  course: { word: 'course', also: ['lap'], definition: 'What is driven round and round, leg by leg: made up, typed, or taken from a log.' },
  leg: { word: 'leg', definition: 'One stretch of full throttle and the corner that ends it.' },
  failsafe: {
    word: 'failsafe',
    definition: 'What the receiver does when it hears nothing more: it must brake or stop, never drive on. Tried with the wheels off the ground.',
  },
} as const satisfies Record<string, TermEntry>;

export type TermName = keyof typeof TERMS;

/** All of them by their word. */
export const TERM_LIST: readonly (TermEntry & { name: TermName; lowerWord: string })[] = Object.entries(TERMS)
  .map(([name, entry]) => ({ ...entry, name: name as TermName, lowerWord: entry.word.toLowerCase() }))
  .sort((a, b) => ascending(a.lowerWord, b.lowerWord));

/** What a term is found by. */
export const termText = ({ word, also = [], definition }: TermEntry): string => [word, ...also, definition].join(' ');

/** Words with another meaning in running text: they are explained only where they stand as a label. */
const LABELS_ONLY: readonly TermName[] = [
  'can',
  'caution',
  'cap',
  'cells',
  'course',
  'front',
  'grip',
  'leg',
  'peak',
  'turns',
  'slot',
  'mesh',
  'continuous',
];
const IN_TEXT = TERM_LIST.filter(({ name }) => !LABELS_ONLY.includes(name)).sort((a, b) => b.word.length - a.word.length);

const LETTER = /\p{L}/u;

/** Where a word stands by itself, in a text that has its case. Minus one: nowhere. */
function placeOf(word: string, text: string): number {
  const isLetter = (at: number) => LETTER.test(text.charAt(at));
  let at = text.indexOf(word);
  while (at >= 0 && (isLetter(at - 1) || isLetter(at + word.length))) at = text.indexOf(word, at + 1);
  return at;
}

/** The first term in a label or sentence, with what stands before and after it; the whole of a label counts for every term. */
export function termIn(text: string): { name: TermName; before: string; word: string; after: string } | undefined {
  const lowerText = text.toLowerCase();
  const whole = TERM_LIST.find(({ lowerWord }) => lowerWord === lowerText.trim());
  if (whole) return { name: whole.name, before: '', word: text, after: '' };
  // Expressions for all of them would take longer to build, as the page starts, than all that are looked for.
  for (const { name, lowerWord } of IN_TEXT) {
    const at = placeOf(lowerWord, lowerText);
    const end = at + lowerWord.length;
    if (at >= 0) return { name, before: text.slice(0, at), word: text.slice(at, end), after: text.slice(end) };
  }
  return undefined;
}
