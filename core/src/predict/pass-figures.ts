import { GRAVITY_MS2 } from '../chain/constants';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { lineConstants } from './line-constants';
import type { RunSample } from './run-types';
import { solveTopSpeed } from './top-speed';

/** Marks that a pass is timed at [m]: 60 ft and 132 ft of the drag strip among them. */
export const PASS_MARKS_M = [18.3, 40, 100] as const;
/** A driver brakes at this share of what the tyres give. */
export const STOPPING_SHARE = 0.6;
const SPRINT_MS = 50 / 3.6;

export interface PassMark {
  atM: number;
  timeS: number;
  speedMs: number;
}

/** What a strip or a speed run is judged by, full throttle from standstill. */
export interface PassFigures {
  /** At each mark, and at the end of the straight where there is one; a mark that is not reached is left out. */
  marks: PassMark[];
  /** Seconds from 0 to 50 km/h. */
  to50KmHS: number | undefined;
  /** Highest acceleration as a multiple of gravity, and the seconds spent at the grip or wheelie limit. */
  peakG: number;
  gripLimitedS: number;
  /** Where 95 % of top speed is reached. */
  to95: { timeS: number; distanceM: number } | undefined;
  /** Metres to stop from top speed, braking at STOPPING_SHARE of the tyres. */
  stopM: number;
  /** Seconds at top speed to the edge of the radio's range, where it is known. */
  toRadioEdgeS: number | undefined;
}

export interface PassRequest {
  rampS?: number;
  straightM?: number | undefined;
  radioRangeM?: number | undefined;
}

/** Takes the figures of a pass while it is driven. */
export class PassObserver {
  private readonly wanted: readonly number[];
  private readonly topSpeedMs: number;
  private readonly marks: PassMark[] = [];
  private to50KmHS: number | undefined;
  private to95: PassFigures['to95'];
  private peakG = 0;
  private gripLimitedS = 0;
  private last = { timeS: 0, speedMs: 0, distanceM: 0 };

  constructor(
    private readonly plan: ResolvedPlan,
    private readonly request: PassRequest,
  ) {
    const { straightM } = request;
    this.topSpeedMs = solveTopSpeed(plan).topSpeedMs;
    this.wanted = [...PASS_MARKS_M.filter((mark) => straightM === undefined || mark < straightM), ...(straightM === undefined ? [] : [straightM])];
  }

  see(now: RunSample, gripLimitedS: number): boolean {
    const { last, marks, wanted, topSpeedMs } = this;
    const share = (from: number, to: number, met: number) => (to > from ? (met - from) / (to - from) : 1);
    const timeAt = (part: number) => last.timeS + part * (now.timeS - last.timeS);
    while (marks.length < wanted.length && now.distanceM >= wanted[marks.length]!) {
      const atM = wanted[marks.length]!;
      const part = share(last.distanceM, now.distanceM, atM);
      marks.push({ atM, timeS: timeAt(part), speedMs: last.speedMs + part * (now.speedMs - last.speedMs) });
    }
    if (this.to50KmHS === undefined && now.speedMs >= SPRINT_MS) this.to50KmHS = timeAt(share(last.speedMs, now.speedMs, SPRINT_MS));
    if (!this.to95 && topSpeedMs > 0 && now.speedMs >= 0.95 * topSpeedMs) {
      const part = share(last.speedMs, now.speedMs, 0.95 * topSpeedMs);
      this.to95 = { timeS: timeAt(part), distanceM: last.distanceM + part * (now.distanceM - last.distanceM) };
    }
    if (now.timeS > last.timeS) this.peakG = Math.max(this.peakG, (now.speedMs - last.speedMs) / (now.timeS - last.timeS) / GRAVITY_MS2);
    this.last = { timeS: now.timeS, speedMs: now.speedMs, distanceM: now.distanceM };
    this.gripLimitedS = gripLimitedS;
    const done = marks.length === wanted.length && this.to95 !== undefined && (this.to50KmHS !== undefined || topSpeedMs < SPRINT_MS);
    return !done;
  }

  end(gripLimitedS: number): void {
    this.gripLimitedS = gripLimitedS;
  }

  figures(): PassFigures {
    const { plan, topSpeedMs, marks, to50KmHS, peakG, gripLimitedS, to95 } = this;
    const { radioRangeM } = this.request;
    return {
      marks,
      to50KmHS,
      peakG,
      gripLimitedS,
      to95,
      stopM: stoppingM(plan, topSpeedMs),
      toRadioEdgeS: radioRangeM !== undefined && topSpeedMs > 0 ? radioRangeM / topSpeedMs : undefined,
    };
  }
}

/** Metres to stop from a speed: brakes at their share, with rolling and air; the motor's own drag is left to the driver. */
function stoppingM(plan: ResolvedPlan, fromMs: number): number {
  const line = lineConstants(plan);
  const { at } = solveTopSpeed(plan);
  const steps = 200;
  let distance = 0;
  for (let i = 0; i < steps; i++) {
    const v = fromMs * (1 - (i + 0.5) / steps);
    at.resist(v);
    const decel = (STOPPING_SHARE * line.brakeN + Math.max(at.resistanceN, 0)) / line.movingMassKg;
    distance += (v * (fromMs / steps)) / decel;
  }
  return distance;
}
