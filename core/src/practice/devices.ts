import type { PlanFile } from '../plan/plan-file';
import { stoodFor } from '../predict/cool-down';
import { randomStream } from '../math/random';
import { logGpx } from '../log/write-log';
import type { Samples } from '../log/samples';
import { carOfDay, driveHidden, readOff, type Day, type Drive, type Driven, type Pointing } from './day';
import { escLogCsv, trackNmea } from './device-files';
import { gpsTrack } from './gps-track';
import { asFitted, type HiddenCar } from './hidden-car';
import { calliper, escLog, putBack, scale } from './instruments';

/** What the devices of a practice day are asked about: the day’s car, and a drive of it. */
export interface DriveAsked {
  day: Pick<Day, 'base' | 'seed' | 'set'>;
  drive: Pick<Drive, 'plan' | 'how' | 'capShare' | 'seed' | 'from' | 'wornBefore'>;
}

/** Streams of chance apart from each other, so that asking one device changes no other’s answer. */
const STREAMS = { esc: 1, gps: 2, charger: 3, thermometer: 4, scale: 5, calliper: 6 };
const stream = (seed: number, device: keyof typeof STREAMS, more = 0) => randomStream((seed * 31 + STREAMS[device] * 7919 + more * 104_729) >>> 0);
/** An ESC’s clock starts when it is switched on, a phone’s when its app is begun: up to so many seconds apart. */
const CLOCKS_APART_S = 9;
const DEFAULT_POLES = 4;

/** The simulated devices after a drive: each answers as a real one would, and none knows the truth of another. The same drive gives the same. */
export class Devices {
  private readonly hidden: HiddenCar;
  private readonly driven: Driven;

  constructor(private readonly asked: DriveAsked) {
    this.hidden = carOfDay(asked.day);
    this.driven = driveHidden(this.hidden, asked.drive, asked.drive.from, asked.drive.wornBefore);
  }

  get seconds(): number {
    return this.driven.outcome.seconds;
  }

  /** The log that the ESC keeps, as CSV; undefined for a brushed one, which keeps none. */
  escCsv(): string | undefined {
    const { plan, seed } = this.asked.drive;
    if (plan.motor.kind !== 'brushless') return undefined;
    const poles = plan.motor.poles ?? DEFAULT_POLES;
    return escLogCsv(escLog(this.driven.samples, poles, stream(seed, 'esc')), poles);
  }

  /** The phone’s places and speeds, 1 or 10 times a second, by its own clock. */
  track(hz: 1 | 10): Samples {
    const { seed } = this.asked.drive;
    return gpsTrack(this.driven.samples, hz, stream(seed, 'gps', hz));
  }

  /** The track as a file; `atMs` is when the drive began, in milliseconds of the clock on the wall. */
  trackFile(form: 'gpx' | 'nmea', hz: 1 | 10, atIso: (afterS: number) => string): string {
    const apartS = CLOCKS_APART_S * stream(this.asked.drive.seed, 'gps', 99)();
    const clock = (timeS: number) => atIso(timeS + apartS);
    const track = this.track(hz);
    return form === 'gpx' ? logGpx(track, clock)! : trackNmea(track, clock);
  }

  /** What the charger puts back after it [Ah]. */
  putBackAh(): number {
    return putBack(this.driven.usedAh, stream(this.asked.drive.seed, 'charger'));
  }

  /** What a thermometer says some seconds after the stop [°C]. */
  thermometerC(pointing: Pointing, afterStopS: number): number {
    const { drive } = this.asked;
    const now = stoodFor(asFitted(this.hidden, drive.plan), this.driven.outcome.stopped, afterStopS);
    const at = Math.round(afterStopS * 10) * 8 + (['can', 'esc', 'pack'] as const).indexOf(pointing.of);
    return readOff(now, this.hidden.weather.ambientC, pointing, stream(drive.seed, 'thermometer', at));
  }

  /** What a scale says of the car, ready to run [kg]. */
  massKg(): number {
    return scale(asFitted(this.hidden, this.asked.drive.plan).car.massKg, stream(this.asked.drive.seed, 'scale'));
  }

  /** What a calliper says of a tyre [mm]. */
  tyreMm(): number {
    return calliper(1000 * asFitted(this.hidden, this.asked.drive.plan).car.tyreDiameterM, stream(this.asked.drive.seed, 'calliper'));
  }
}

/** A plan that a practice day can drive in reasonable time. */
export const MOST_PRACTICE_MINUTES = 30;
export const isPracticable = ({ run }: PlanFile): boolean => (run?.minutes ?? 0) <= MOST_PRACTICE_MINUTES;
