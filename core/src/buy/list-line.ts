import type { Limits } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import type { Part } from '../shelf/part';

/** Where a line stands on the list; what is bought in one place stands together. */
export const BUY_GROUPS = ['power', 'motor', 'gears', 'wiring', 'radio', 'driveline', 'cooling', 'tools'] as const;
export type BuyGroup = (typeof BUY_GROUPS)[number];

/** One thing to have for a plan: what, how many, the figures it must have, and why. */
export interface ListLine {
  /** Stable, so that a price or a tick stays with it while the plan changes. */
  id: string;
  group: BuyGroup;
  what: string;
  count: number;
  /** Figures that it must have, in words; empty where any will do. */
  figures: string;
  why: string;
  /** What has to be measured before it can be bought rightly. */
  measureFirst?: string;
  /** The part as it would stand on the shelf, where it is of a kind that stands there. */
  part?: Part;
  /** Owned parts of the shelf that serve, by name. */
  have: string[];
  /** The cheapest part of the shelf that would serve and is not owned; its price where that is known. Of a kit, `with` are its other parts. */
  offer?: { id: string; name: string; price?: number; with?: string[] };
}

/** Whether a line is to be bought, to be looked for at home first, or a tool. */
export type LineNeed = 'must' | 'check' | 'tool';

/** Small things that most builders have lying about. */
const OFTEN_AT_HOME: ReadonlySet<string> = new Set(['pack-foam', 'motor-screws', 'thread-lock', 'heat-shrink', 'esc-tape', 'ties', 'matt-patch']);
const TOOLS: ReadonlySet<string> = new Set(['cell-checker', 'thermometer', 'speed-meter']);

export const needOf = ({ id }: Pick<ListLine, 'id'>): LineNeed => (OFTEN_AT_HOME.has(id) ? 'check' : TOOLS.has(id) ? 'tool' : 'must');

/** A line before the shelf is looked at. */
export type Wanted = Omit<ListLine, 'have' | 'offer'> & {
  /** The part of the shelf that would serve. */
  serves?: (part: Part) => boolean;
};

/** What a car asks of its driveline. */
export interface Strength {
  topSpeedMs: number;
  packV: number;
  /** At the wheels from standstill, were the tyres held [N·m]. */
  launchNm: number;
  /** Of all motors at top speed [W]. */
  shaftW: number;
}

/** What the rules look at: the plan, the car as bought where it is known, and what the plan does. */
export interface BuyInput {
  plan: PlanFile;
  stock: PlanFile | undefined;
  limits: Limits;
  /** Screw holes of mount and motor that do not meet. */
  mountDiffers: boolean;
  topSpeedMs: number;
  /** Cells of all packs as one source. */
  cells: number;
  /** Half-full volts of the packs without load. */
  packV: number;
  bought: Strength | undefined;
  /** What the plan itself comes to. */
  strength: Strength;
  maxCanC: number;
  peakPackCurrentA: number;
  /** Seconds from the strip to the edge of the radio's range; undefined where the range is not known. */
  toRadioEdgeS: number | undefined;
  /** The ESC as bought has the receiver built in. */
  receiverInEsc: boolean;
  /** The radio takes the throttle back when the signal is lost; undefined where nobody tried. */
  failsafe: boolean | undefined;
}

/** What must be measured first, where anything must. */
export const measuring = (...what: (string | undefined)[]): { measureFirst?: string } => {
  const said = what.filter((one) => one !== undefined);
  return said.length > 0 ? { measureFirst: said.join('; ') } : {};
};

/** Whether a part of the shelf is the one of this name. */
export const named = (kind: Part['kind'], name: string) => (part: Part) => part.kind === kind && part.name.toLowerCase() === name.toLowerCase();

export const mm = (value: number) => `${Number(value.toFixed(2))} mm`;

/** A part of a plan as it stands on the shelf once it has arrived. */
export function onShelf<K extends Part['kind']>(kind: K, { name, ...spec }: { name: string } & Extract<Part, { kind: K }>['spec']): Part {
  return { kind, name, status: 'owned', spec } as unknown as Part;
}
