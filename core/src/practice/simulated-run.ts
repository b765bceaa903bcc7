import { metresPerRpm } from '../chain/gears';
import { joinLogs } from '../log/align';
import type { TypedPass, TypedReading } from '../log/run-file';
import { samplesOf, type Samples } from '../log/samples';
import { stretchesOf } from '../log/stretches';
import { traceFigures } from '../log/trace-figures';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { stoodFor } from '../predict/cool-down';
import { randomStream } from '../math/random';
import { fastRun } from '../predict/run-fast';
import { predictSteady } from '../predict/steady';
import { escLogCsv } from './device-files';
import { sessionFor } from '../predict/track-session';
import { driveLaps, driveSession } from './drive-session';
import { gpsTrack } from './gps-track';
import { hiddenCar, refitted, type HiddenCar } from './hidden-car';
import { escLog, putBack, readingsAt } from './instruments';

/** What a builder brings home from the strip: figures read by eye, and the devices’ files. */
interface SimulatedRun {
  readings: TypedReading[];
  usedAh: number;
}

/** … with the ESC’s log as it writes it, the phone’s track, and what the two say. */
export interface LoggedSession extends SimulatedRun {
  escCsv: string;
  track: Samples;
  figures: ReturnType<typeof traceFigures>;
}

export interface TypedSession extends SimulatedRun {
  passes: TypedPass[];
}

export interface SimulatedRequest {
  seed: number;
  /** So many laps of the plan's course in the place of passes. */
  laps?: number;
  /** Another seed, for what the instruments say that day. */
  daySeed: number;
  readAfterS: number;
}

/** A hidden car by its seed, without a slip: the same seed is the same car, whatever is fitted to it. */
export const carOfSeed = (plan: PlanFile, seed: number): HiddenCar => hiddenCar(plan, seed, { slip: 'none' });

const GPS_HZ = 10;
const PASS_NOISE = 0.008;

/** A session of passes, logged: `really` is the plan as it was truly fitted, where that is not the one that was noted. */
export function loggedSession(car: HiddenCar, noted: PlanFile, really: PlanFile, { daySeed, readAfterS, laps }: SimulatedRequest): LoggedSession {
  const random = randomStream(daySeed);
  const truth = refitted(car, really);
  const session = laps === undefined ? driveSession(truth, car.weather, sessionFor(resolvePlan(noted))) : driveLaps(truth, laps, random);
  const last = session.samples[session.samples.length - 1]!;
  const poles = noted.motor.kind === 'brushless' ? (noted.motor.poles ?? 4) : 2;
  const log = escLog(session.samples, poles, random);
  const track = gpsTrack(session.samples, GPS_HZ, random);
  const perRpm = metresPerRpm(resolvePlan(noted));
  // The phone’s track is that of a strip: round a course only the ESC is heard.
  const { trace } = joinLogs([{ samples: samplesOf(log) }, ...(laps === undefined ? [{ samples: track }] : [])], perRpm);
  return {
    escCsv: escLogCsv(log, poles),
    track,
    figures: traceFigures(trace, stretchesOf(trace, perRpm)),
    readings: readingsAt(stoodFor(truth, last, readAfterS), car.weather.ambientC, readAfterS, random),
    usedAh: putBack(session.run.usedAh, random),
  };
}

/** A run that is only typed: two passes of a speed meter, a thermometer, the charger. */
export function typedSession(car: HiddenCar, plan: PlanFile, { daySeed, readAfterS }: SimulatedRequest): TypedSession {
  const random = randomStream(daySeed);
  const truth = refitted(car, plan);
  const { topSpeedMs } = predictSteady(truth);
  const driven = fastRun(truth);
  const off = () => 1 + PASS_NOISE * (2 * random() - 1);
  return {
    passes: [
      { speedMs: topSpeedMs * off(), direction: 'out', source: 'gps' },
      { speedMs: topSpeedMs * off(), direction: 'back', source: 'gps' },
    ],
    readings: readingsAt(stoodFor(truth, driven.end, readAfterS), truth.site.ambientC, readAfterS, random),
    usedAh: putBack(driven.run.usedAh, random),
  };
}
