import {
  alignSpeeds,
  carOfSeed,
  joinLogs,
  joinTraces,
  loggedSession,
  metresPerRpm,
  randomStream,
  readAnyLog,
  resolvePlan,
  TRACE_DT_S,
  type Trace,
} from '@puddler/core';
import { normal } from '../../src/math/random';
import { plainPlan } from '../helpers';

const speedAt = (t: number) => Math.max(0, 8 * Math.sin(t / 3) + 6 * Math.sin(t / 7.3) + 2 * Math.sin(t / 1.9));
const sampled = (seconds: number, fromS: number, noise = 0, seed = 1) => {
  const random = randomStream(seed);
  return Float64Array.from({ length: Math.round(seconds / TRACE_DT_S) }, (_, i) =>
    Math.max(0, speedAt(fromS + i * TRACE_DT_S) + noise * normal(random)),
  );
};

test.each([-93.3, -12.41, 0, 3.17, 77.77])('a clock that is %p s off is found to a fiftieth of a second, through noise', (offS) => {
  const a = sampled(180, 100, 0.2, 3);
  const b = sampled(160, 100 + offS, 0.3, 4);
  const found = alignSpeeds(a, b)!;
  expect(Math.abs(found.shiftS - offS)).toBeLessThan(0.02);
  expect(found.correlation).toBeGreaterThan(0.9);
});

test('speeds that have nothing to do with each other go together badly, and what stands still not at all', () => {
  const random = randomStream(9);
  const noise = (count: number) => Float64Array.from({ length: count }, () => random());
  expect(alignSpeeds(noise(9000), noise(9000))!.correlation).toBeLessThan(0.8);
  expect(alignSpeeds(sampled(60, 0), new Float64Array(3000))).toBeUndefined();
  expect(alignSpeeds(sampled(5, 0), sampled(5, 0))).toBeUndefined();
});

test('joined, one source fills what the other lacks, at its own time', () => {
  const esc: Trace = { startS: 0, dtS: TRACE_DT_S, count: 100, fields: { packV: new Float64Array(100).fill(8) } };
  const gps: Trace = {
    startS: 0,
    dtS: TRACE_DT_S,
    count: 50,
    fields: { speedMs: new Float64Array(50).fill(5), packV: new Float64Array(50).fill(1) },
  };
  const { count, fields } = joinTraces([
    { trace: esc, shiftS: 0 },
    { trace: gps, shiftS: 1.5 },
  ]);
  expect(count).toBe(125);
  expect([fields.packV![80], fields.packV![110], fields.speedMs![74], fields.speedMs![75]]).toEqual([8, 1, NaN, 5]);
});

test('an ESC and a phone on a strip of passes that are all alike lie over each other by the lag of the phone alone (seeds 11 to 18)', () => {
  for (let seed = 11; seed < 19; seed++) {
    const plan = plainPlan();
    const { escCsv, track } = loggedSession(carOfSeed(plan, seed), plan, plan, { seed, daySeed: seed, readAfterS: 30 });
    const log = readAnyLog(escCsv, { poles: 4 });
    if (!log.ok) throw new Error(log.reason);
    const { shifts, trace } = joinLogs([{ samples: log.reading.runs[0]! }, { samples: track }], metresPerRpm(resolvePlan(plan)));
    expect(Math.abs(shifts[1]!.shiftS + 0.4)).toBeLessThan(0.06);
    expect(shifts[1]!.correlation).toBeGreaterThan(0.95);
    expect(Object.keys(trace.fields)).toEqual(expect.arrayContaining(['packV', 'motorRpm', 'speedMs', 'latDeg']));
  }
});

test('a shift that was given is used, and speeds of a low correlation are not', () => {
  const timeS = Float64Array.from({ length: 600 }, (_, i) => i / 10);
  const log = (fromS: number) => ({ timeS, fields: { speedMs: timeS.map((t) => speedAt(fromS + t)) } });
  expect(joinLogs([{ samples: log(0) }, { samples: log(2), shiftS: 5 }], 1).shifts[1]).toMatchObject({ shiftS: 5, isGiven: true });
  const random = randomStream(4);
  const noise = { timeS, fields: { speedMs: timeS.map(() => 9 * random()) } };
  expect(joinLogs([{ samples: log(0) }, { samples: noise }], 1).shifts[1]).toMatchObject({ shiftS: 0, isGiven: false });
});
