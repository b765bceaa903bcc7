import { readFileSync } from 'node:fs';
import {
  carOfSeed,
  COURSES,
  courseOfTrace,
  escLog,
  groundSpeed,
  metresPerRpm,
  resolvePlan,
  samplesOf,
  simulateRun,
  traceOf,
  type Course,
  type PlanFile,
  type RunSample,
  type Segment,
  type SeriesField,
  type Trace,
} from '@puddler/core';
import { normal, randomStream } from '../../src/math/random';
import { segmentsOf } from '../../src/predict/profiles';
import { driveLaps } from '../../src/practice/drive-session';
import { plainPlan } from '../helpers';

const DT_S = 0.02;

/** A run as a trace on an even grid: of a plan's own driving, or of segments. */
function driven(plan: PlanFile, shown: (sample: RunSample) => Partial<Record<SeriesField, number>>, segments?: readonly Segment[]): Trace {
  const samples: RunSample[] = [];
  simulateRun(resolvePlan(plan), { stepS: DT_S / 2, onStep: (sample) => void samples.push(sample), ...(segments ? { segments } : {}) });
  const count = Math.floor(samples[samples.length - 1]!.timeS / DT_S);
  const fields: Record<string, Float64Array> = {};
  for (let slot = 0, i = 0; slot < count; slot++) {
    while (i + 1 < samples.length && samples[i + 1]!.timeS <= slot * DT_S) i++;
    for (const [name, value] of Object.entries(shown(samples[i]!))) (fields[name] ??= new Float64Array(count).fill(NaN))[slot] = value;
  }
  return { startS: 0, dtS: DT_S, count, fields };
}

const round = (course: Course): PlanFile => plainPlan({ run: { profile: 'race', minutes: 4, course } });
const YARD = COURSES.find(({ name }) => name === 'Club yard')!;
const lapOf = (plan: PlanFile) => simulateRun(resolvePlan(plan)).lapS!;

/** The legs of a course from its longest straight on, as they are found. */
function fromLongest({ legs }: Course): Course['legs'] {
  const longest = legs.reduce((best, { fullM }, i) => (fullM > legs[best]!.fullM ? i : best), 0);
  return [...legs.slice(longest), ...legs.slice(0, longest)];
}

test.each(COURSES.filter(({ name }) => name !== 'Oval'))('the course that was driven is found in its trace: $name', (course) => {
  const plan = round(course);
  const trace = driven(plan, ({ speedMs, duty }) => ({ speedMs, outputShare: duty }));
  const found = courseOfTrace(trace, trace.fields.speedMs, resolvePlan(plan))!;
  const legs = fromLongest(course);

  expect(found.legs).toHaveLength(legs.length);
  for (const [i, { fullM, cornerS }] of found.legs.entries()) {
    expect(Math.abs(fullM - legs[i]!.fullM)).toBeLessThan(0.1 * legs[i]!.fullM + 0.4);
    expect(Math.abs(cornerS - legs[i]!.cornerS)).toBeLessThan(0.3);
  }
  expect(found.lapS / lapOf(plan)).toBeCloseTo(1, 1.5);
  // Driven again as it was found it takes as long.
  expect(lapOf(round({ legs: found.legs })) / lapOf(plan)).toBeCloseTo(1, 1.3);
});

test('an oval of two equal halves is half an oval, unless a GPS saw the other half', () => {
  const leg = { fullM: 30, radiusM: 4, cornerS: 1.8 };
  const plan = round({ legs: [leg, leg] });
  const trace = driven(plan, ({ speedMs, duty }) => ({ speedMs, outputShare: duty }));
  const half = courseOfTrace(trace, trace.fields.speedMs, resolvePlan(plan))!;
  expect(half.legs).toHaveLength(1);
  // Round and round on a circle as long as the lap: after half of it the car is on the other side.
  const metres = 111_195;
  const placed = driven(plan, ({ speedMs, duty, distanceM }) => {
    const angle = (Math.PI * distanceM) / half.lapM;
    const radiusM = half.lapM / Math.PI;
    return { speedMs, outputShare: duty, latDeg: (radiusM * Math.sin(angle)) / metres, lonDeg: (radiusM * Math.cos(angle)) / metres };
  });
  const whole = courseOfTrace(placed, placed.fields.speedMs, resolvePlan(plan))!;
  expect(whole.legs).toHaveLength(2);
  expect(whole.lapS / half.lapS).toBeCloseTo(2, 1);
});

/** Twenty laps of a hand that is not a machine: no straight and no corner is as long as the last time. */
function byHand(plan: PlanFile, spread: number, laps = 20): Segment[] {
  const random = randomStream(4);
  return Array.from({ length: laps }, () => segmentsOf(resolvePlan(plan))).flatMap((lap) =>
    lap.map((segment) => {
      const by = 1 + spread * normal(random);
      return segment.kind === 'throttle'
        ? { ...segment, metres: segment.metres! * by }
        : segment.kind === 'hold'
          ? { ...segment, seconds: segment.seconds * by }
          : segment;
    }),
  );
}

test.each([true, false])('laps that differ, seen through a noisy sensor, are found all the same (output logged: %s)', (withOutput) => {
  const plan = round(YARD);
  const random = randomStream(9);
  const trace = driven(
    plan,
    ({ speedMs, duty }) => ({ speedMs: Math.max(0, speedMs + 0.1 * normal(random)), ...(withOutput ? { outputShare: duty } : {}) }),
    byHand(plan, 0.06),
  );
  const found = courseOfTrace(trace, trace.fields.speedMs, resolvePlan(plan))!;

  expect(found.legs).toHaveLength(YARD.legs.length);
  expect(found.laps).toBeGreaterThan(15);
  expect(found.lapS / lapOf(plan)).toBeCloseTo(1, 1.3);
  expect(lapOf(round({ legs: found.legs })) / lapOf(plan)).toBeCloseTo(1, 1);
});

test('where nothing repeats there is no course, nor where no speed was logged', () => {
  const random = randomStream(5);
  const plan = round(YARD);
  const wild = Array.from({ length: 60 }, () => ({ fullM: 3 + 40 * random(), cornerS: 0.4 + 3 * random(), radiusM: 0.8 + 9 * random() }));
  const legs = wild.flatMap((leg) => segmentsOf(resolvePlan(round({ legs: [leg] }))));
  const trace = driven(plan, ({ speedMs, duty }) => ({ speedMs, outputShare: duty }), legs);
  expect(courseOfTrace(trace, trace.fields.speedMs, resolvePlan(plan))).toBeUndefined();
  expect(courseOfTrace(trace, undefined, resolvePlan(plan))).toBeUndefined();
});

test('wheels that spin out of every corner, and are all that was logged, hide no corner', () => {
  const plan = JSON.parse(readFileSync('demo/plans/13-ridgeback-slow-wind.json', 'utf8')) as PlanFile;
  const lapped: PlanFile = { ...plan, run: { profile: 'race', minutes: 5, course: YARD } };
  const { samples } = driveLaps(carOfSeed(lapped, 11).truth, 20, randomStream(4));
  const trace = traceOf(samplesOf(escLog(samples, 4, randomStream(5))));
  const noted = resolvePlan(plan);
  const wheels = groundSpeed(trace, metresPerRpm(noted))!;
  const spun = samples.filter(({ speedMs, motorRpm }) => motorRpm * metresPerRpm(noted) > 1.3 * speedMs && speedMs > 3);
  expect(spun.length).toBeGreaterThan(20);
  const found = courseOfTrace(trace, wheels, noted)!;
  expect(found.legs).toHaveLength(YARD.legs.length);
  expect(found.laps).toBeGreaterThan(15);
  for (const [i, { fullM }] of found.legs.entries()) expect(fullM / fromLongest(YARD)[i]!.fullM).toBeCloseTo(1, 0.4);
});
