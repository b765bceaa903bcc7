import type { ResolvedPlan } from '../resolve/resolved-plan';
import { PassObserver, type PassFigures, type PassRequest } from './pass-figures';
import { SPIN_S, USUAL_RAMP_S } from './profiles';
import { RunSimulation } from './run';
import type { RunSample } from './run-types';
import { solveTopSpeed } from './top-speed';

/** A full-throttle pass from standstill. */
export interface Pass {
  samples: RunSample[];
  /** Seconds spent at the grip or wheelie limit from the start. */
  gripLimitedS: number;
  /** Seconds and metres to 95 % of top speed; undefined when it is not reached. */
  to95: { timeS: number; distanceM: number } | undefined;
}

/** No pass is driven longer. */
const LONGEST_S = 60;
const SHORTEST_S = 2;
/** The chart goes on this much longer than it takes until a second adds less than 1 % of speed. */
const TAIL = 1.5;
const SETTLED_PER_S = 0.01;
const WATCH_S = 0.25;
const SAMPLES = 240;

/** Someone who looks on while a pass is driven, and says when there is nothing more to see for them. */
interface Watch {
  /** `gripLimitedS`: seconds at the limit of grip so far. False once it has seen enough; it is not asked again. */
  see(sample: RunSample, gripLimitedS: number): boolean;
  end(gripLimitedS: number): void;
}

/** Keeps what a chart of a pass shows. */
class PassChartWatch implements Watch {
  private readonly all: RunSample[] = [];
  private endS = LONGEST_S;
  private to95: Pass['to95'];
  private gripLimitedS = 0;
  private watched = { timeS: 0, speedMs: 0 };

  constructor(
    private readonly topSpeedMs: number,
    private readonly rampS: number,
  ) {}

  see(sample: RunSample, gripLimitedS: number): boolean {
    this.all.push(sample);
    if (!this.to95 && this.topSpeedMs > 0 && sample.speedMs >= 0.95 * this.topSpeedMs)
      this.to95 = { timeS: sample.timeS, distanceM: sample.distanceM };
    if (sample.timeS >= this.watched.timeS + WATCH_S) {
      const gain = (sample.speedMs - this.watched.speedMs) / (sample.timeS - this.watched.timeS);
      const settled = sample.timeS > this.rampS && gain <= SETTLED_PER_S * sample.speedMs;
      if (this.endS === LONGEST_S && settled) this.endS = Math.max(SHORTEST_S, Math.ceil(TAIL * sample.timeS));
      this.watched = sample;
    }
    this.gripLimitedS = gripLimitedS;
    return sample.timeS < this.endS;
  }

  end(gripLimitedS: number): void {
    this.gripLimitedS = gripLimitedS;
  }

  pass(): Pass {
    return { samples: thin(this.all, SAMPLES), gripLimitedS: this.gripLimitedS, to95: this.to95 };
  }
}

/** Drives full throttle from standstill, a minute at the longest, until every watch has seen enough. */
function drive(plan: ResolvedPlan, rampS: number, watches: readonly Watch[]): void {
  let watching = [...watches];
  const simulation: RunSimulation = new RunSimulation(plan, {
    segments: [{ kind: 'throttle', duty: 1, rampS, spinS: SPIN_S['speed-pass'], seconds: LONGEST_S }],
    isTrace: true,
    onStep: (sample) => {
      watching = watching.filter((watch) => watch.see(sample, simulation.run.gripLimitedS));
      return watching.length > 0;
    },
  });
  const { gripLimitedS } = simulation.drive();
  for (const watch of watching) watch.end(gripLimitedS);
}

/** One pass for its chart (about 240 samples) and its figures together, as one drive gives them. */
export function drivePass(plan: ResolvedPlan, request: PassRequest = {}): { pass: Pass; figures: PassFigures } {
  const { rampS = USUAL_RAMP_S } = request;
  const chart = new PassChartWatch(solveTopSpeed(plan).topSpeedMs, rampS);
  const figures = new PassObserver(plan, request);
  drive(plan, rampS, [chart, figures]);
  return { pass: chart.pass(), figures: figures.figures() };
}

/** The figures of a pass alone. */
export function passFigures(plan: ResolvedPlan, request: PassRequest = {}): PassFigures {
  const figures = new PassObserver(plan, request);
  drive(plan, request.rampS ?? USUAL_RAMP_S, [figures]);
  return figures.figures();
}

/** Seconds at full throttle from standstill to some marks, in order [m]; undefined for those that are not reached in a minute. */
export function timesToMarks(plan: ResolvedPlan, marksM: readonly number[]): (number | undefined)[] {
  const times: number[] = [];
  let before = { timeS: 0, distanceM: 0 };
  const see = (sample: RunSample) => {
    while (times.length < marksM.length && sample.distanceM >= marksM[times.length]!) {
      const share = (marksM[times.length]! - before.distanceM) / Math.max(1e-9, sample.distanceM - before.distanceM);
      times.push(before.timeS + share * (sample.timeS - before.timeS));
    }
    before = sample;
    return times.length < marksM.length;
  };
  drive(plan, USUAL_RAMP_S, [{ see, end: () => undefined }]);
  return marksM.map((_, i) => times[i]);
}

/** Every k-th sample by time, always with the first, the last, and the peak of motor current. */
function thin(all: RunSample[], count: number): RunSample[] {
  const last = all[all.length - 1];
  if (!last) return [];
  const peak = all.reduce((best, sample) => (sample.motorA > best.motorA ? sample : best));
  const every = last.timeS / count;
  let due = 0;
  return all.filter((sample) => {
    const keep = sample.timeS >= due || sample === peak || sample === last;
    if (sample.timeS >= due) due = sample.timeS + every;
    return keep;
  });
}
