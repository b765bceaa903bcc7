import { rangeOf, type CarRun } from '@puddler/contract/shared';
import { compact, type TypedReading } from '@puddler/core';
import { isWithin } from '@puddler/figures';

type Way = 'out' | 'back';

/** What a thermometer is pointed at, in the order it is walked. */
export const READ_OF = [
  ['can', 'Can'],
  ['esc', 'ESC'],
  ['pack', 'Pack'],
] as const satisfies readonly (readonly [TypedReading['of'], string])[];

/** The fastest pass of one way; a pass without a way counts as one out. */
export function typedPass({ passes = [] }: CarRun, way: Way): number | undefined {
  const speeds = passes.filter((pass) => (pass.direction ?? 'out') === way).map((pass) => pass.speedMs);
  return speeds.length > 0 ? Math.max(...speeds) : undefined;
}

/** One way’s passes replaced by the one that was typed; undefined takes them out. */
export function withPass(run: CarRun, way: Way, speedMs: number | undefined): CarRun {
  const others = (run.passes ?? []).filter((pass) => (pass.direction ?? 'out') !== way);
  const passes = speedMs === undefined ? others : [...others, { speedMs, direction: way }];
  return withoutEmpty({ ...run, passes: passes.sort((a, b) => (b.direction ?? 'out').localeCompare(a.direction ?? 'out')) });
}

export const typedReading = ({ readings = [] }: CarRun, of: TypedReading['of']): TypedReading | undefined => readings.find((one) => one.of === of);

/** A reading with its temperature or its seconds set; seconds are asked once there is a temperature. */
export function withReading(run: CarRun, of: TypedReading['of'], change: { c?: number | undefined; afterStopS?: number | undefined }): CarRun {
  const { readings = [] } = run;
  const before = typedReading(run, of);
  const next = { ...before, of, ...change };
  const others = readings.filter((one) => one !== before);
  if (next.c === undefined) return withoutEmpty({ ...run, readings: others });
  const { afterStopS } = next;
  const reading: TypedReading = { of, c: next.c, ...compact({ afterStopS }) };
  return { ...run, readings: [...others, reading] };
}

/** Readings that were typed, and of parts that none was typed for, those that a log holds. */
export const withLogged = (typed: readonly TypedReading[] = [], logged: readonly TypedReading[] = []): TypedReading[] => [
  ...typed,
  ...logged.filter(({ of }) => !typed.some((one) => one.of === of)),
];

/** What a log says of a run. */
type LogFigures = Pick<CarRun, 'passes' | 'readings' | 'current' | 'launch' | 'minutes'>;

const isHeld = (path: string, value: number): boolean => {
  const range = rangeOf(path);
  return range === undefined || isWithin(value, range);
};
const heldOf = <T extends object>(path: string, group: T): T =>
  Object.fromEntries(Object.entries(group).filter(([key, value]) => isHeld(`${path}.${key}`, value as number))) as T;

/** What a log says, without what no run holds: a wheel that spins free reads as hundreds of km/h, a sensor that came off as anything. */
export const heldByRun = ({ passes = [], readings = [], current = {}, launch = {}, minutes }: LogFigures): LogFigures => ({
  passes: passes.filter((pass) => isHeld('passes.speedMs', pass.speedMs)),
  readings: readings.filter((reading) => isHeld('readings.c', reading.c)),
  current: heldOf('current', current),
  launch: heldOf('launch', launch),
  ...(minutes !== undefined && isHeld('run.minutes', minutes) ? { minutes } : {}),
});

/** How many figures a log gives; a reading and a pass count as one each. */
export const figureCount = ({ passes = [], readings = [], current = {}, launch = {}, minutes }: LogFigures): number =>
  passes.length + readings.length + Object.keys(current).length + Object.keys(launch).length + (minutes === undefined ? 0 : 1);

const isEmpty = (value: unknown): boolean =>
  (Array.isArray(value) && value.length === 0) ||
  (typeof value === 'object' && value !== null && Object.values(value).every((one) => one === undefined));

/** A run without lists and groups that hold nothing. */
export function withoutEmpty(run: CarRun): CarRun {
  const next: CarRun = { ...run };
  for (const key of ['passes', 'readings', 'photos', 'logs', 'current', 'launch'] as const) if (isEmpty(next[key])) delete next[key];
  return next;
}
