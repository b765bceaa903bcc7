import type { SeriesField, Stretch, Stretches } from '@puddler/core';
import { toShown, unitOf, type UnitSystem } from '@puddler/figures';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import type { TraceFacts } from '../../workers/log-drawing';

export type View = Partial<Record<SeriesField, Float32Array>>;
export interface Window {
  fromS: number;
  toS: number;
}

/**
 * Lanes over one time axis, each with the fields that share it, in the unit they are kept in. One that does not begin at zero shows at
 * least so much, so that what stands still is a line with a scale and not its own noise.
 */
const LANES: readonly { name: string; unit: string; fields: readonly SeriesField[]; fromZero: boolean; least?: number }[] = [
  { name: 'output', unit: 'share', fields: ['outputShare', 'throttleShare'], fromZero: true },
  { name: 'speed', unit: 'm/s', fields: ['speedMs'], fromZero: true },
  { name: 'motor', unit: 'rpm', fields: ['motorRpm'], fromZero: true },
  { name: 'amps', unit: 'A', fields: ['packA'], fromZero: true },
  { name: 'volts', unit: 'V', fields: ['packV'], fromZero: false, least: 0.1 },
  { name: 'temperature', unit: '°C', fields: ['canC', 'escC'], fromZero: false, least: 4 },
];

export interface Lane {
  name: string;
  symbol: string;
  top: number;
  height: number;
  y: ScaleLinear<number, number>;
  ticks: number[];
  digits: number;
  curves: { field: SeriesField; path: string; isSecond: boolean }[];
}

/** How far a view reaches beyond its window on both sides [shares of the window]. */
export const AROUND_VIEW = 0.5;

export const aroundWindow = ({ fromS, toS }: Window): Window => ({
  fromS: fromS - AROUND_VIEW * (toS - fromS),
  toS: toS + AROUND_VIEW * (toS - fromS),
});

/** Where a view of a window of so many pixels begins. */
export const viewLeft = (columns: number): number => LEFT - Math.round(AROUND_VIEW * columns);

/** How far a window was moved from another, in its own width; undefined where it is wider or narrower. */
export function movedFrom(from: Window, to: Window): number | undefined {
  const [before, after] = [from.toS - from.fromS, to.toS - to.fromS];
  return Math.abs(after - before) > ALIKE * before ? undefined : (to.fromS - from.fromS) / before;
}
/** Widths that differ by rounding only. */
const ALIKE = 1e-9;

export const LEFT = 44;
export const RIGHT = 10;
export const TOP = 24;
const LANE_PX = 54;
const GAP = 17;
const BOTTOM = 20;

/** How a field is shown: shares as %, the rest in the builder’s units. */
function shownUnit(unit: string, system: UnitSystem): { symbol: string; of: (value: number) => number; digits: number } {
  if (unit === 'share') return { symbol: '%', of: (value) => 100 * value, digits: 0 };
  const known = unitOf(unit, system);
  return { symbol: known.symbol, of: (value) => toShown(value, known), digits: unit === 'rpm' ? 0 : unit === 'V' ? 2 : 1 };
}

const lanesOf = (fields: readonly SeriesField[]) => LANES.filter((lane) => lane.fields.some((field) => fields.includes(field)));

export const traceHeight = (fields: readonly SeriesField[]): number => TOP + lanesOf(fields).length * (LANE_PX + GAP) + BOTTOM;

/** Least and most of each pixel joined to one line: nothing short is hidden. */
function pathOf(values: Float32Array, y: (value: number) => number, left: number): string {
  let path = '';
  let isDown = false;
  for (let k = 0; k < values.length / 2; k++) {
    const [low, high] = [values[2 * k]!, values[2 * k + 1]!];
    if (Number.isNaN(low)) {
      // A gap of pixels without a sample is drawn through where samples are farther apart than pixels.
      continue;
    }
    const x = left + k;
    path += `${isDown ? 'L' : 'M'}${x} ${y(high).toFixed(1)}${low === high ? '' : `L${x} ${y(low).toFixed(1)}`}`;
    isDown = true;
  }
  return path;
}

/** Places the lanes of a view whose first pixel stands at `left`; pure. */
export function layTrace(view: View, system: UnitSystem, left: number): Lane[] {
  const there = Object.keys(view) as SeriesField[];
  return lanesOf(there).map((lane, i): Lane => {
    const { symbol, of, digits } = shownUnit(lane.unit, system);
    const fields = lane.fields.filter((field) => view[field]);
    let [low, high] = [Infinity, -Infinity];
    for (const field of fields)
      for (const value of view[field]!) {
        if (value < low) low = value;
        if (value > high) high = value;
      }
    if (low > high) [low, high] = [0, 1];
    const lacks = Math.max(0, (lane.least ?? 0) - (high - low)) / 2;
    [low, high] = [low - lacks, high + lacks];
    const top = TOP + i * (LANE_PX + GAP);
    const [from, to] = [of(low), of(high)];
    const y = scaleLinear([lane.fromZero ? Math.min(0, from) : from, Math.max(to, from + 1e-6)], [top + LANE_PX, top]).nice(3);
    return {
      name: lane.name,
      symbol,
      top,
      height: LANE_PX,
      y,
      ticks: y.ticks(2),
      digits,
      curves: fields.map((field) => ({ field, isSecond: field !== fields[0], path: pathOf(view[field]!, (value) => y(of(value)), left) })),
    };
  });
}

/** A figure under the pointer, `x` pixels from where the view begins: the middle of what is drawn there. */
export function readAt(view: View, lane: Lane, x: number, system: UnitSystem): { field: SeriesField; value: number }[] {
  const spec = LANES.find((one) => one.name === lane.name)!;
  const { of } = shownUnit(spec.unit, system);
  return lane.curves.flatMap(({ field }) => {
    const values = view[field]!;
    // Samples farther apart than pixels: the nearest to the left that was drawn.
    for (let k = Math.min(values.length / 2 - 1, Math.round(x)); k >= 0 && x - k < 60; k--)
      if (!Number.isNaN(values[2 * k]!)) return [{ field, value: of((values[2 * k]! + values[2 * k + 1]!) / 2) }];
    return [];
  });
}

export interface Found {
  kind: keyof Stretches;
  word: string;
  tone: 'ink' | 'steel' | 'caution' | 'stop';
  at: Window[];
}

const FOUND: readonly [kind: keyof Stretches, one: string, many: string, tone: Found['tone']][] = [
  ['passes', 'pass at full throttle', 'passes at full throttle', 'ink'],
  ['launches', 'launch', 'launches', 'steel'],
  ['coastDowns', 'roll-out', 'roll-outs', 'steel'],
  ['cutOffs', 'output taken back', 'times output taken back', 'stop'],
  ['stalls', 'stall', 'stalls', 'stop'],
  ['wheelspin', 'stretch of wheelspin', 'stretches of wheelspin', 'caution'],
];

/** What was found in a trace, by kind, in seconds. */
export const foundIn = ({ stretches, dtS }: Pick<TraceFacts, 'stretches' | 'dtS'>): Found[] =>
  FOUND.flatMap(([kind, one, many, tone]) => {
    const at = (stretches[kind] as readonly Stretch[]).map(({ from, to }) => ({ fromS: from * dtS, toS: to * dtS }));
    return at.length === 0 ? [] : [{ kind, tone, at, word: at.length === 1 ? `1 ${one}` : `${at.length} ${many}` }];
  });

/** Stretches closer than this to the one before are not told apart [px]. */
const APART_PX = 4;

/** Narrower than this nobody sees a stretch [px]. */
const NARROWEST_PX = 1.5;

/** Stretches that can be seen in a window as one path of bands from `top` down, none on top of another: a long log has thousands. */
export function bandsOf(
  at: readonly Window[],
  x: (timeS: number) => number,
  [left, right]: readonly [number, number],
  [top, height]: readonly [number, number],
): string {
  let [path, last] = ['', -Infinity];
  for (const { fromS, toS } of at) {
    const [from, to] = [x(fromS), x(toS)];
    if (to < left || from > right || to < last + APART_PX) continue;
    path += `M${from.toFixed(1)} ${top}h${Math.max(NARROWEST_PX, to - from).toFixed(1)}v${height}H${from.toFixed(1)}Z`;
    last = to;
  }
  return path;
}

const SHORTEST_S = 0.2;

/** A window within a log, no shorter than can be looked at. */
export function withinLog({ fromS, toS }: Window, durationS: number): Window {
  const span = Math.min(durationS, Math.max(SHORTEST_S, toS - fromS));
  const start = Math.max(0, Math.min(durationS - span, fromS));
  return { fromS: start, toS: start + span };
}

/** The window `factor` as wide, with the moment `atS` where it was. */
export const zoomed = ({ fromS, toS }: Window, atS: number, factor: number, durationS: number): Window =>
  withinLog({ fromS: atS - (atS - fromS) * factor, toS: atS + (toS - atS) * factor }, durationS);

export const panned = ({ fromS, toS }: Window, share: number, durationS: number): Window => {
  const by = share * (toS - fromS);
  return withinLog({ fromS: fromS + by, toS: toS + by }, durationS);
};
