import type { SeriesField } from './run-file';

/** What a column of a log can be: a field of a series, or something that one is made of. */
export type LogQuantity = SeriesField | 'timeS' | 'electricalRpm' | 'wheelRpm' | 'cellV' | 'usedAh' | 'motorA';

interface Unit {
  /** As people spell it, in small letters. */
  spelled: readonly string[];
  factor: number;
  offset?: number;
}

interface Row {
  as: LogQuantity;
  /** Heads that mean it, in small letters without their unit; the first row that fits counts. */
  words: RegExp;
  units: readonly Unit[];
  /** Without a unit: what the values of this quantity are in each unit, by their largest, the first that fits. */
  byLargest?: readonly { upTo: number; unit: string; sure: boolean }[];
  /** In SI: what lies outside was not measured. */
  range: readonly [number, number];
}

const one = (...spelled: string[]): Unit => ({ spelled, factor: 1 });
const share: Row['units'] = [
  { spelled: ['%', 'pct', 'percent'], factor: 0.01 },
  one('', 'share', 'ratio'),
  { spelled: ['µs', 'us', 'usec', 'pwm'], factor: 1 / 500, offset: -3 },
];
const byShare: Row['byLargest'] = [
  { upTo: 1.5, unit: '', sure: true },
  { upTo: 130, unit: '%', sure: true },
  { upTo: 2600, unit: 'µs', sure: true },
];
const celsius: Row['units'] = [
  one('c', '°c', 'degc', 'deg c', 'celsius', 'cel'),
  { spelled: ['f', '°f', 'degf', 'deg f', 'fahrenheit'], factor: 5 / 9, offset: -160 / 9 },
];
const byCelsius: Row['byLargest'] = [
  { upTo: 130, unit: 'c', sure: true },
  { upTo: 400, unit: 'f', sure: false },
];
const amps: Row['units'] = [one('a', 'amp', 'amps', 'ampere'), { spelled: ['ma'], factor: 0.001 }];
const volts: Row['units'] = [one('v', 'volt', 'volts'), { spelled: ['mv'], factor: 0.001 }];

/** Names of columns and their units, as loggers write them: docs/run-file.md. */
const ROWS: readonly Row[] = [
  {
    as: 'timeS',
    words:
      /^(time|t|zeit|elapsed|elapsed time|time ?stamp|timestamp|date ?time|utc|clock|seconds|millis(econds)?|ms|sec)$|^(log|run|rec(ording)?|gps) ?time$/,
    units: [
      one('s', 'sec', 'second', 'seconds'),
      { spelled: ['ms', 'msec', 'millis', 'milliseconds'], factor: 0.001 },
      { spelled: ['µs', 'us'], factor: 1e-6 },
      { spelled: ['min', 'minutes'], factor: 60 },
    ],
    range: [-1e12, 1e12],
  },
  {
    as: 'electricalRpm',
    words: /^e ?-?rpm$|electrical rpm|^e(lectrical)? ?speed$/,
    units: [one('', 'rpm', '1/min'), { spelled: ['krpm', 'k'], factor: 1000 }],
    range: [0, 600_000],
  },
  { as: 'wheelRpm', words: /wheel.*rpm|rpm.*wheel|axle.*rpm|wheel ?speed/, units: [one('', 'rpm', '1/min')], range: [0, 30_000] },
  {
    as: 'motorRpm',
    words: /rpm|drehzahl|revs|motor ?speed|rotation/,
    units: [one('', 'rpm', '1/min', 'u/min'), { spelled: ['krpm', 'k', 'rpm/1000', 'x1000'], factor: 1000 }, { spelled: ['hz', 'rps'], factor: 60 }],
    range: [0, 200_000],
  },
  { as: 'outputShare', words: /output|duty|pwm out|motor ?(%|power share)|esc ?out|power ?%/, units: share, byLargest: byShare, range: [-1.2, 1.2] },
  {
    as: 'throttleShare',
    words: /thr(ottle)?|^gas$|trigger|stick|rx ?(in|pulse)?$|input ?pulse|servo ?in/,
    units: share,
    byLargest: byShare,
    range: [-1.2, 1.2],
  },
  { as: 'cellV', words: /(volt(s|age)?|^v|spannung).*(per )?cell|cell ?(volt|v|avg|mean)/, units: volts, range: [0, 5] },
  {
    as: 'packV',
    words: /volt|^v( ?bat(t(ery)?)?)?$|v ?bat|bat(t(ery)?)? ?v|spannung|^u$|^u ?bat|pack ?v/,
    units: volts,
    byLargest: [
      { upTo: 200, unit: 'v', sure: true },
      { upTo: 200_000, unit: 'mv', sure: true },
    ],
    range: [0, 200],
  },
  { as: 'motorA', words: /(motor|phase).*(current|amp|strom)|(current|amp).*(motor|phase)/, units: amps, range: [-1000, 2000] },
  {
    as: 'usedAh',
    words: /capacity|consum|used|mah|charge|verbraucht/,
    units: [{ spelled: ['mah'], factor: 0.001 }, one('ah')],
    byLargest: [
      { upTo: 20, unit: 'ah', sure: false },
      { upTo: 1e6, unit: 'mah', sure: true },
    ],
    range: [-1, 300],
  },
  {
    as: 'packA',
    words: /curr(ent)?|amp|strom|^i( ?bat(t(ery)?)?)?$|^a$|i ?bat|bat(t(ery)?)? ?(a|current)/,
    units: amps,
    byLargest: [
      { upTo: 1000, unit: 'a', sure: true },
      { upTo: 1e6, unit: 'ma', sure: false },
    ],
    range: [-300, 2000],
  },
  {
    as: 'escC',
    words: /(esc|fet|mos(fet)?|controller|regler).*(temp|°|c$)|temp.*(esc|fet|mos|controller|regler)|^t ?esc$/,
    units: celsius,
    byLargest: byCelsius,
    range: [-40, 200],
  },
  { as: 'canC', words: /(motor|can|mot).*temp|temp.*(motor|can|mot)|^t ?mot(or)?$/, units: celsius, byLargest: byCelsius, range: [-40, 300] },
  { as: 'escC', words: /^temp(erature)?( ?1)?$|^temperatur$/, units: celsius, byLargest: byCelsius, range: [-40, 200] },
  { as: 'latDeg', words: /^lat(itude)?$|^breite/, units: [one('', '°', 'deg')], range: [-90, 90] },
  { as: 'lonDeg', words: /^lo?ng?(itude)?$|^länge/, units: [one('', '°', 'deg')], range: [-180, 180] },
  {
    as: 'elevationM',
    words: /^alt(itude)?$|^ele(vation)?$|height|höhe/,
    units: [one('m', ''), { spelled: ['ft', 'feet'], factor: 0.3048 }],
    range: [-500, 9000],
  },
  {
    as: 'speedMs',
    words: /speed|velocity|^v ?gps|geschw|tempo|^kmh$|^mph$/,
    units: [
      one('m/s', 'ms', 'mps'),
      { spelled: ['km/h', 'kmh', 'kph', 'kmph'], factor: 1 / 3.6 },
      { spelled: ['mph', 'mi/h'], factor: 0.44704 },
      { spelled: ['kn', 'kt', 'kts', 'knot', 'knots'], factor: 0.514444 },
    ],
    byLargest: [
      { upTo: 12, unit: 'm/s', sure: false },
      { upTo: 400, unit: 'km/h', sure: false },
    ],
    range: [0, 150],
  },
];

const UNIT_BEHIND =
  /^(.+?)[\s_:,-]+(km\/h|kmh|kph|mph|m\/s|knots|kn|°c|°f|degc|degf|mah|ah|mv|v|volts?|ma|a|amps?|rpm|krpm|erpm|%|pct|µs|us|ms|sec|s|c|f|m|ft)$/i;

/** What a head says: its words and its unit, in brackets or behind them. */
export function readHead(head: string): { words: string; unit: string | undefined } {
  const plain = head.trim().toLowerCase();
  const bracketed = /^(.*?)\s*[[({]\s*([^\])}]*?)\s*[\])}]\s*$/.exec(plain);
  const tidy = (text: string) =>
    text
      .replace(/[_:.]+/g, ' ')
      .replace(/\s+/g, ' ')
      .trim();
  if (bracketed && bracketed[1] !== '') return { words: tidy(bracketed[1]!), unit: bracketed[2]!.trim() };
  const whole = tidy(plain);
  const behind = UNIT_BEHIND.exec(plain);
  return behind && ROWS.some((row) => row.words.test(tidy(behind[1]!)))
    ? { words: tidy(behind[1]!), unit: behind[2]! }
    : { words: whole, unit: undefined };
}

/** A column as it was understood. */
export interface Column {
  name: string;
  as: LogQuantity | undefined;
  /** As the head says, or as the values tell; one of those in LOG_QUANTITIES. */
  unit: string;
  /** False where another reading is as good: it is asked. */
  sure: boolean;
}

export interface ReadColumn extends Column {
  /** A value in SI is this many times the value as written, … */
  factor: number;
  /** … and so much more. */
  offset: number;
  range: readonly [number, number];
}

/** What someone has said that a column is; `none`: it is left out. */
export interface ColumnChoice {
  name: string;
  as: LogQuantity | 'none';
  unit: string;
}

/** Every quantity that a column can be, with the units it is understood in, each as it is first spelled. */
export const LOG_QUANTITIES: readonly { as: LogQuantity; units: readonly string[] }[] = [...new Set(ROWS.map((row) => row.as))].map((as) => ({
  as,
  units: ROWS.find((row) => row.as === as)!.units.map((unit) => unit.spelled[0]!),
}));

/** A column as someone has said; its time is still read by what stands in it. */
export function chosenColumn({ name, as, unit: spelled }: ColumnChoice): ReadColumn {
  const row = ROWS.find((candidate) => candidate.as === as);
  if (!row) return { name, as: undefined, unit: '', sure: true, ...UNKNOWN };
  const unit = row.units.find((one) => one.spelled.includes(spelled.toLowerCase())) ?? row.units[0]!;
  return { name, as: row.as, unit: unit.spelled[0]!, sure: true, ...inSi(unit, row.range) };
}

const inSi = ({ factor, offset = 0 }: Unit, range: ReadColumn['range']) => ({ factor, offset, range });
const UNKNOWN = inSi({ spelled: [], factor: 1 }, [-Infinity, Infinity]);

/** What a column is by its head, and by its largest value where the head says no unit. */
export function columnOf(head: string, unitBelow: string | undefined, largest: number): ReadColumn {
  const { words, unit: inHead } = readHead(head);
  const spelled = (inHead ?? unitBelow)?.toLowerCase();
  const row = ROWS.find((candidate) => candidate.words.test(words));
  const nothing: ReadColumn = { name: head, as: undefined, unit: spelled ?? '', sure: true, ...UNKNOWN };
  if (!row) return nothing;
  const find = (wanted: string) => row.units.find((unit) => unit.spelled.includes(wanted));
  const said = spelled === undefined ? undefined : find(spelled);
  const guess = row.byLargest?.find(({ upTo }) => largest <= upTo);
  const unit = said ?? (guess ? find(guess.unit) : undefined) ?? row.units[0]!;
  return {
    name: head,
    as: row.as,
    unit: unit.spelled[0]!,
    // A unit that nobody knows is no unit.
    sure: said !== undefined || (spelled === undefined && (guess?.sure ?? row.byLargest === undefined)),
    ...inSi(unit, row.range),
  };
}
