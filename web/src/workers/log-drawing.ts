import {
  drivePass,
  MinMax,
  resolvePlan,
  type PlanFile,
  type Floats,
  passSpeed,
  TRACE_DT_S,
  type ClockShift,
  type DrivenCourse,
  type traceFigures,
  type Samples,
  type SeriesField,
  type Stretches,
  type Trace,
} from '@puddler/core';

/** A trace that is ready to be drawn. */
export interface TraceFacts {
  /** False while what is in it is still looked for. */
  whole: boolean;
  durationS: number;
  fields: SeriesField[];
  /** Of each part: what was added to its clock, and how well its speed goes with the first’s; 1 for the first. */
  shifts: ClockShift[];
  dtS: number;
  stretches: Stretches;
  passes: PassLine[];
  /** The lap that it repeats, where it does. */
  course?: DrivenCourse;
  figures: ReturnType<typeof traceFigures>;
}

/** One pass from the moment of full throttle. */
export interface PassLine {
  fromS: number;
  toS: number;
  speedMs: number | undefined;
  settled: boolean;
  settledA: number | undefined;
  settledV: number | undefined;
  peakA: number | undefined;
  sagV: number | undefined;
  timeS: number[];
  lines: Partial<Record<'speedMs' | 'packA' | 'packV', number[]>>;
}

/** A trace as it is kept for drawing. */
export interface Drawn {
  trace: Trace | undefined;
  /** What is drawn, by field: the samples as they came, moved by their shift. */
  lanes: Map<SeriesField, MinMax>;
  facts: TraceFacts;
}

/** What a plan gives at full throttle from standstill, to be laid over measured passes. */
export function predictedPass(plan: PlanFile): PassLine {
  const { samples } = drivePass(resolvePlan(plan)).pass;
  const last = samples[samples.length - 1]!;
  return {
    fromS: 0,
    toS: last.timeS,
    speedMs: last.speedMs,
    settled: true,
    settledA: last.packA,
    settledV: last.busV,
    peakA: Math.max(...samples.map((sample) => sample.packA)),
    sagV: undefined,
    timeS: samples.map((sample) => sample.timeS),
    lines: {
      speedMs: samples.map((sample) => sample.speedMs),
      packA: samples.map((sample) => sample.packA),
      packV: samples.map((sample) => sample.busV),
    },
  };
}

const PASS_POINTS = 160;
const PASS_LEAD_S = 0.5;
const MOST_LINES = 12;
const REST_S = 8;

/** Before a pass the pack was hardly asked at some moment: its volts then. */
function restVolts(packV: Floats | undefined, from: number, dtS: number): number | undefined {
  let most = -Infinity;
  for (let i = Math.max(0, from - Math.round(REST_S / dtS)); packV && i <= from; i++) if (packV[i]! > most) most = packV[i]!;
  return most > 0 ? most : undefined;
}

export function passLines({ fields, dtS, count }: Trace, { passes }: Stretches, speed: Floats | undefined): PassLine[] {
  const lead = Math.round(PASS_LEAD_S / dtS);
  return passes.map((pass, place) => {
    // Beyond what can be laid over each other, figures are enough.
    const isDrawn = place < MOST_LINES;
    const from = Math.max(0, pass.from - lead);
    const every = Math.max(1, Math.ceil((pass.to - from) / PASS_POINTS));
    const slots = isDrawn ? Array.from({ length: Math.ceil((Math.min(count, pass.to) - from) / every) }, (_, k) => from + k * every) : [];
    const line = (values: Floats | undefined) => values && slots.map((slot) => values[slot]!);
    const restV = restVolts(fields.packV, pass.from, dtS);
    return {
      fromS: pass.from * dtS,
      toS: pass.to * dtS,
      speedMs: passSpeed(pass)?.speedMs,
      settled: pass.settled !== undefined,
      settledA: pass.settled?.packA,
      settledV: pass.settled?.packV,
      peakA: pass.peakA,
      sagV: restV !== undefined && pass.settled?.packV !== undefined ? restV - pass.settled.packV : undefined,
      timeS: slots.map((slot) => (slot - pass.from) * dtS),
      lines: Object.fromEntries(
        (
          [
            ['speedMs', line(speed)],
            ['packA', line(fields.packA)],
            ['packV', line(fields.packV)],
          ] as const
        ).filter(([, values]) => values),
      ),
    };
  });
}

/** Columns that can be drawn, each moved by what its clock is off; the first source that tells a field draws it. */
export function lanesOf(sources: readonly { samples: Samples; byS: number }[]): Drawn['lanes'] {
  const lanes: Drawn['lanes'] = new Map();
  for (const { samples, byS } of sources) {
    const timeS = byS === 0 ? samples.timeS : samples.timeS.map((time) => time + byS);
    for (const [field, values] of Object.entries(samples.fields) as [SeriesField, Floats][])
      if (!lanes.has(field)) lanes.set(field, new MinMax(timeS, values));
  }
  return lanes;
}

/** A log by itself, drawn before anything is looked for in it. */
export function drawAlone(samples: Samples): Drawn {
  const { timeS } = samples;
  const startS = timeS[0] ?? 0;
  const lanes = lanesOf([{ samples, byS: -startS }]);
  const facts: TraceFacts = {
    whole: false,
    durationS: (timeS[timeS.length - 1] ?? 0) - startS + TRACE_DT_S,
    fields: [...lanes.keys()],
    shifts: [],
    dtS: TRACE_DT_S,
    stretches: { passes: [], launches: [], coastDowns: [], cutOffs: [], stalls: [], wheelspin: [] },
    passes: [],
    figures: {},
  };
  return { trace: undefined, lanes, facts };
}
