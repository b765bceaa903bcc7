import { LabelText, LONGEST_LABEL, type LabelQuestion, type ReadFields } from './label-text';
import { readEscLabel } from './read-esc-label';
import { readGearLabel } from './read-gear-label';
import { readMotorLabel } from './read-motor-label';
import { readPackLabel } from './read-pack-label';
import { readTyreLabel } from './read-tyre-label';

/** What a label may be of. `gears` is a pinion, a spur, or both. */
export const LABEL_KINDS = ['motor', 'esc', 'pack', 'gears', 'tyre', 'fan', 'plug'] as const;
export type LabelKind = (typeof LABEL_KINDS)[number];

/** A label as understood. Nothing is guessed in silence: estimates carry their rule, the rest stands in `unread`. */
export interface LabelReading {
  /** Undefined when nothing on the label tells what it is of: then nothing is read. */
  kind: LabelKind | undefined;
  fields: ReadFields;
  question: LabelQuestion | undefined;
  unread: string[];
  unused: string[];
  problems: string[];
  /** How many of it the label speaks of. */
  count: number | undefined;
  /** Gears that are not there: direct drive. */
  direct: boolean;
  price: number | undefined;
}

const READERS: Record<LabelKind, (text: LabelText) => void> = {
  motor: readMotorLabel,
  esc: readEscLabel,
  pack: readPackLabel,
  gears: readGearLabel,
  tyre: readTyreLabel,
  fan: (text) => {
    text.takeNumber('sizeMm', /\b(\d{2})(?: ?x ?\d{2})?(?: ?x ?\d{1,2})? ?(?:mm)?\b/i);
    text.takeUnused(/\b(?:cooling )?fans?\b|\b\d+(?:\.\d+)? ?v\b/i);
  },
  plug: (text) => {
    text.takeNumber('ratedA', /\b(\d+(?:\.\d+)?) ?a(?:mps?)?\b/i);
    text.takeUnused(/\b(?:plugs?|connectors?|bullets?)\b/i);
  },
};

/** Words and units that tell what a label is of, the telling ones first. */
const HINTS: [RegExp, LabelKind][] = [
  [/\bdirect[- ]drive\b|\bfdr\b|\b(?:gear|final drive) ratio\b/i, 'gears'],
  // One that comes with a motor or an ESC is theirs; ten amps are no fan's.
  [/^(?!.*(?<![\d.])\d{2,} ?a\b).*(?<!\b(?:with|w\/|and|plus|incl\.?|\+) ?(?:a )?(?:cooling )?)\bfans?\b/i, 'fan'],
  [/\besc\b|\bspeed control|\b(?:s-?|u)?bec\b/i, 'esc'],
  [/\d ?mah?\b|\d ?ah\b|\bli-?po\b(?!.*\d ?a\b)|\bni-?mh\b(?!.*\d ?a\b)|\bli-?ion\b|\bli-?fe|\bpack\b|\bbattery\b/i, 'pack'],
  [/\bplugs?\b|\bconnectors?\b/i, 'plug'],
  [/k ?\/?v\b|rpm ?\/ ?v|\bmotor\b|\bbrush|\brunner\b|\d ?n ?\d+ ?p\b|\bpoles?\b|\b\d+(?:\.5)? ?-?turns?\b|\bstator\b/i, 'motor'],
  [
    /\bpinion\b|\bspur\b|\b(?:mod(?:ule)?|m) ?\d?\.?\d\b|\b\d{2} ?-?(?:dp|pitch|p)\b|\b\d{1,3} ?t? ?[/:] ?\d{2,3} ?t?\b(?! ?\d* ?a\b)|\bbore\b/i,
    'gears',
  ],
  [/\btyres?\b|\btires?\b|\bwheels?\b|\brollout\b/i, 'tyre'],
  [/\b(?:130|180|370|540|550|775)\b.*\b\d+ ?t\b|\b\d+ ?t\b.*\b(?:130|180|370|540|550|775)\b/i, 'motor'],
  [/\d ?s\b.*\d ?c\b|\d ?c\b.*\d ?s\b/i, 'pack'],
  [/\b\d+(?:\.\d+)? ?a\b/i, 'esc'],
  [/\b\d{1,3} ?t\b/i, 'gears'],
  [/^\W*Ø?\d+(?:\.\d+)? ?(?:mm|in|"|cm)\W*$/i, 'tyre'],
  [/\b[1-7]\d[1-9]\d\b/i, 'motor'],
];

/** What a label is of, by its words and units; undefined when nothing tells. */
export function labelKind(text: string): LabelKind | undefined {
  const start = text.slice(0, LONGEST_LABEL);
  return HINTS.find(([hint]) => hint.test(start))?.[1];
}

/** Reads what is printed on a part, told by its words when no kind is given. Pure, never throws, reads up to 400 characters. */
export function readLabel(label: string, kind: LabelKind | undefined = labelKind(label)): LabelReading {
  const text = new LabelText(label);
  text.takePrice();
  if (kind) READERS[kind](text);
  text.takeBarePrice();
  const { fields, question, unused, problems, count, direct, price } = text;
  return { kind, fields, question, unread: text.unread(), unused, problems, count, direct, price };
}
