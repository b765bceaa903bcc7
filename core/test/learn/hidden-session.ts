import {
  loggedRun,
  driveSession,
  escLog,
  gpsSpeed,
  hiddenCar,
  randomStream,
  readingsAt,
  resolvePlan,
  sessionFor,
  stoodFor,
  together,
  type HiddenCar,
  type HiddenOptions,
  type PlanFile,
  type ResolvedPlan,
  type RunFile,
  type Series,
  type LoggedRun,
} from '@puddler/core';
import type { Weather } from '../../src/practice/hidden-car';
import { plainPlan } from '../helpers';

/** Three kinds of cars, to hide figures in. */
export const KINDS: readonly PlanFile[] = [
  plainPlan({ gearing: { pinion: 20, spur: 60 }, run: { profile: 'race', minutes: 1 } }),
  plainPlan({
    name: 'Truggy',
    car: { ...plainPlan().car, massKg: 3.6, tyre: { diameterMm: 100 }, body: 'truggy', internalRatio: 3.3 },
    motor: { name: 'Osier 4065', kind: 'brushless', form: 'inrunner', kvRpmPerV: 2000, diameterMm: 40, lengthMm: 65, poles: 4 },
    esc: { name: 'Tallow 150', continuousA: 150 },
    packs: [{ name: 'Brackwater 4S', chemistry: 'lipo', cells: 4, capacityAh: 5, cRating: 50 }],
    gearing: { pinion: 15, spur: 48 },
  }),
  plainPlan({
    name: 'Brushed',
    motor: { name: 'Stock 19T', kind: 'brushed', sizeClass: '540', turns: 19 },
    packs: [{ name: 'Brackwater 2S', chemistry: 'lipo', cells: 2, capacityAh: 4, cRating: 40 }],
    gearing: { pinion: 18, spur: 60 },
  }),
];

export interface HiddenSession {
  hidden: HiddenCar;
  file: RunFile;
  run: LoggedRun;
  /** What a builder without a log would type: the top of two passes, one each way, and the amps at their end. */
  typed: LoggedRun;
}

/** What a session breaks of that which learning takes for granted. */
export interface Odd {
  /** Bends the car as it is. */
  bend?: (truth: ResolvedPlan) => void;
  weather?: Partial<Weather>;
  /** Bends what the devices wrote. */
  log?: (series: Series) => Series;
  /** Bends what is noted of it. */
  note?: (run: LoggedRun) => LoggedRun;
}

/** A hidden car with one logged session of passes out and back: an ESC’s log, a GPS, and a thermometer half a minute after. */
export function hiddenSession(
  seed: number,
  plan = KINDS[seed % KINDS.length]!,
  options: HiddenOptions = { slip: 'none' },
  odd: Odd = {},
): HiddenSession {
  const hidden = hiddenCar(plan, seed, options);
  odd.bend?.(hidden.truth);
  Object.assign(hidden.weather, odd.weather);
  const random = randomStream(seed + 90_000);
  const session = driveSession(hidden.truth, hidden.weather, sessionFor(resolvePlan(plan)));
  const written = together(
    escLog(session.samples, plan.motor.kind === 'brushless' ? (plan.motor.poles ?? 4) : 2, random),
    gpsSpeed(session.samples, 10, random),
  );
  const series = odd.log?.(written) ?? written;
  const cooled = stoodFor(hidden.truth, session.samples[session.samples.length - 1]!, 30);
  const readings = readingsAt(cooled, hidden.weather.ambientC, 30, random);
  const at = '2027-01-09T10:00:00Z';
  const ends = session.samples.filter((sample, i) => sample.duty >= 0.99 && (session.samples[i + 1]?.duty ?? 0) < 0.5).slice(0, 2);
  const typed: LoggedRun = {
    at,
    plan,
    passes: ends.map(({ speedMs }, i) => ({ speedMs, direction: i === 0 ? 'out' : 'back' })),
    current: { settledA: ends.reduce((sum, { packA }) => sum + packA, 0) / ends.length },
  };
  const file: RunFile = { format: 'puddler-run', version: 1, name: `session ${seed}`, at, plan, series, readings };
  const run = loggedRun(file);
  return { hidden, file, run: odd.note?.(run) ?? run, typed };
}

/** The plan with other gears and a cell less: what it does is predicted blind. */
export const otherSetup = (plan: PlanFile): PlanFile => ({
  ...plan,
  gearing: { ...plan.gearing, pinion: plan.gearing.pinion! + 3 },
  packs: plan.packs.map((pack) => ({ ...pack, cells: Math.max(2, pack.cells - 1) })),
});
