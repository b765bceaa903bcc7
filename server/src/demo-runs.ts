import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { Readable } from 'node:stream';
import {
  compact,
  carOfSeed,
  COURSES,
  loggedSession,
  logGpx,
  plannedRun,
  type Course,
  trackNmea,
  typedSession,
  type PlanFile,
  type RunFile,
} from '@puddler/core';
import { checkBody, type CarRun, type KeptLog } from '@puddler/contract';
import type { DocumentStore } from './documents/store';
import type { FileStore } from './files/store';

/** A run of the demo: what is noted of it, and by which seed the simulated instruments made the rest. */
interface DemoRun extends Pick<RunFile, 'name' | 'at' | 'purpose' | 'minutes' | 'notes'> {
  car: string;
  plan: string;
  /** Teeth less than the plan’s pinion. */
  pinionLess?: number;
  /** So many teeth more than was noted. */
  reallyTeeth?: number;
  ambientC?: number;
  typed?: { seed: number; readAfterS: number };
  logged?: { seed: number; track: 'gpx' | 'nmea' };
  /** Laps of one of the made-up courses, logged by the ESC alone; the course is not noted. */
  lapped?: { seed: number; course: string; laps: number };
}

/** A plan of the demo with its car, as it is kept. */
export interface DemoPlan {
  id: string;
  carId: string;
  file: PlanFile;
}

const USUAL_READ_S = 30;
/** An ESC’s clock starts when it is switched on, a phone’s when its app is begun: some seconds apart. */
const CLOCKS_APART_S = 7.4;

const withPinion = (plan: PlanFile, by: number): PlanFile =>
  by === 0 || plan.gearing.pinion === undefined ? plan : { ...plan, gearing: { ...plan.gearing, pinion: plan.gearing.pinion + by } };

/** Makes the demo’s runs by the simulated instruments and keeps them, files and all. The same seeds make the same. Throws Error for one that cannot be. */
export async function loadDemoRuns(store: DocumentStore, files: FileStore, plans: readonly DemoPlan[], file: string): Promise<void> {
  const wanted = JSON.parse(await readFile(file, 'utf8')) as DemoRun[];
  const documents = [];
  for (const [place, one] of wanted.entries()) {
    const found = plans.find((plan) => plan.file.name === one.plan && plan.file.car.name === one.car);
    if (!found) throw new Error(`runs.json: there is no ${one.plan} of ${one.car}`);
    const body = await runOf(one, place, found, plans, files);
    const checked = checkBody('run')(body, undefined);
    if (!checked.ok) throw new Error(`runs.json: ${one.name}: ${checked.problems.map((problem) => problem.message).join('; ')}`);
    documents.push({ id: randomUUID(), parentId: found.carId, base: 0, body });
  }
  await store.write('run', documents);
}

function courseNamed(name: string): Course {
  const found = COURSES.find((course) => course.name === name);
  if (!found) throw new Error(`runs.json: there is no course ${name}`);
  return found;
}

async function runOf(one: DemoRun, place: number, found: DemoPlan, plans: readonly DemoPlan[], files: FileStore): Promise<CarRun> {
  const { name, at, purpose, minutes, notes, ambientC, lapped } = one;
  const sited: PlanFile = ambientC === undefined ? found.file : { ...found.file, site: { ...found.file.site, ambientC } };
  const plan = withPinion(sited, -(one.pinionLess ?? 0));
  // The same car whatever is fitted to it: hidden by the last of its plans.
  const last = plans.filter((other) => other.carId === found.carId).at(-1)!;
  const seed = (one.typed ?? one.logged ?? one.lapped)!.seed;
  const car = carOfSeed(last.file, seed);
  const wish = { seed, daySeed: 1000 * seed + place, readAfterS: one.typed?.readAfterS ?? USUAL_READ_S };
  const said = {
    at,
    planId: found.id,
    plan,
    ...compact({ name, purpose, minutes, notes }),
  };
  if (one.typed) {
    const { passes, readings, usedAh } = typedSession(car, minutes === undefined ? plan : { ...plan, run: { ...plan.run!, minutes } }, wish);
    return { ...said, passes, readings, usedAh };
  }
  const really = lapped ? { ...plan, run: { ...plannedRun(plan), course: courseNamed(lapped.course) } } : withPinion(plan, one.reallyTeeth ?? 0);
  const { escCsv, track, readings, usedAh, figures } = loggedSession(car, plan, really, { ...wish, ...(lapped ? { laps: lapped.laps } : {}) });
  const clock = (timeS: number) => new Date(Date.parse(at) + 1000 * (timeS + CLOCKS_APART_S)).toISOString();
  const day = at.slice(0, 10);
  const poles = plan.motor.kind === 'brushless' ? plan.motor.poles : undefined;
  const keep = async (content: string, fileName: string, kind: KeptLog['kind']): Promise<KeptLog> => ({
    ...(await files.keep(Readable.from([Buffer.from(content)]), { as: 'log' })),
    name: fileName,
    kind,
  });
  const logs = [{ ...(await keep(escCsv, `esc-${day}.csv`, 'esc')), ...compact({ poles }) }];
  if (one.logged) {
    const { track: form } = one.logged;
    const text = form === 'gpx' ? logGpx(track, clock)! : trackNmea(track, clock);
    logs.push(await keep(text, `phone-${day}.${form}`, 'gps'));
  }
  return { ...said, ...figures, readings, usedAh, logs };
}
