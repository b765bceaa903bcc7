import { labelKind, type LabelKind } from './read-label';

/** The parts that a shop sells in one line: a set of motor and ESC, a whole conversion. */
const SHOP_KINDS = ['motor', 'esc', 'pack', 'gears'] as const satisfies readonly LabelKind[];
export type ShopKind = (typeof SHOP_KINDS)[number];
export type ShopLine = Partial<Record<ShopKind, string>>;

const isShopKind = (kind: LabelKind | undefined): kind is ShopKind => SHOP_KINDS.some((one) => one === kind);

/** Longer texts are no line of a shop. */
const LONGEST_LINE = 400;
/** What parts of a set are joined by, where it is not left out. */
const JOINTS = /\s*(?:[+;|&\n]|,(?!\d{3}\b)|(?<!\d ?t?) \/ | \/ (?!\d{1,3} ?t?\b)|\bw\/|\bwith\b|\band\b)\s*/i;

/** A pack says what it holds or gives; cells alone are what an ESC or a motor bears. */
const CAPACITY = /\d ?m?ah\b|\b\d{1,2} ?s\b.*\b\d{2,3} ?c\b/i;

/** A joint before and after what can only be a part of its own, for sets that are written without any. */
const withJoints = (line: string): string =>
  line
    .replace(/\b(?:combo|set|kit|bundle|system)\b:?/gi, ' ')
    .replace(/\b(motor)s?\b(?=\s*\w)/gi, '$1 +')
    .replace(/(\s)(\d{2,3} ?a\b(?: \w+){0,2} ?esc\b)/gi, '$1+ $2')
    .replace(/\b(esc)\b(?=\s+\d{1,2} ?s\b.*\bmah\b)/gi, '$1 +')
    .replace(/(\s)(\d{1,2} ?s(?:\d ?p)? ?(?:li-?po )?\d{3,5} ?mah\b)/gi, '$1+ $2')
    .replace(/(?<![/:-])(\s)(\d{1,2} ?t (?:\d{2} ?-?(?:dp|p|pitch)\b|mod\.? ?\d|m ?\d|pinion\b)|\d{2} ?-?(?:dp|p|pitch) \d{1,2} ?t\b)/gi, '$1+ $2');

/**
 * A line that holds several parts, each with the words that belong to it; undefined for the label of one part. What tells nothing of its kind (“waterproof”)
 * belongs to the part before it, and so does what it is made for (“for 1/10 cars”).
 */
export function splitShopLine(text: string): ShopLine | undefined {
  const found: ShopLine = {};
  let last: ShopKind | undefined;
  for (const segment of withJoints(text.slice(0, LONGEST_LINE)).split(JOINTS)) {
    const words = segment.trim();
    if (words === '') continue;
    const kind = labelKind(words);
    const isOfLast = /^for\b/i.test(words) || (kind === 'pack' && last !== undefined && !CAPACITY.test(words));
    const of: ShopKind | undefined = isShopKind(kind) && !isOfLast ? kind : last;
    if (of === undefined) continue;
    found[of] = found[of] === undefined ? words : `${found[of]}, ${words}`;
    last = of;
  }
  return Object.keys(found).length > 1 ? found : undefined;
}
