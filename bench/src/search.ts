import { readFileSync } from 'node:fs';
import {
  allFindings,
  fitFindings,
  limitsWith,
  predictSteady,
  resolvePlan,
  Search,
  searchRun,
  SearchSpace,
  type Choice,
  type Part,
  type PartSource,
  type PlanFile,
  type SearchTask,
} from '@puddler/core';
import { seededShelf } from './seeded-shelf';

const SHELF = { motors: 60, escs: 25, packs: 24, pinions: 14, spurs: 6 };
const ROUNDS = 5;
const SAMPLE = 4000;

const demo = (name: string) => JSON.parse(readFileSync(`demo/plans/${name}.json`, 'utf8')) as PlanFile;

const task = (shelf: SearchTask['shelf'], from: PartSource, query: SearchTask['query']): SearchTask => ({
  base: demo('12-ridgeback-sixty'),
  shelf,
  scope: { motor: from, esc: from, pack: from, gears: from, packPairs: false, twoMotors: false, gearbox: false },
  query,
  limits: limitsWith(),
  stock: demo('10-ridgeback-as-bought'),
});

/** A big shelf and a common wish: 60 km/h, can under 80 °C after ten minutes, at most 120 in new parts. */
export const bigTask = (): SearchTask =>
  task(seededShelf(7, SHELF), 'shelf', { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 60 / 3.6 }, minutes: 10, canC: 80, newMoney: 120 });

/** The least that can be asked, of everything on the demo shelf and every generic size: nearly all that fits could be on the front. */
const openTask = (): SearchTask => {
  const shelf = (JSON.parse(readFileSync('demo/shelf.json', 'utf8')) as Part[]).map((part, i) => ({ id: `${i}`, part }));
  return task(shelf, 'classes', { aim: 'speed', canC: 70 });
};

/** A search that has next to nothing to go by, one worker, once. */
export function openSearchFigures(): { combinations: number; searchMs: number; driven: number; front: number } {
  const start = performance.now();
  const search = new Search(new SearchSpace(openTask()));
  while (search.step());
  return {
    combinations: search.space.counts.all,
    searchMs: Math.round(performance.now() - start),
    driven: search.progress().driven,
    front: search.front.members.length,
  };
}

/** How fast one worker searches, and how that compares with looking at every combination the plain way. */
export function searchFigures(): {
  combinations: number;
  searchMs: number;
  perSecond: number;
  driven: number;
  front: number;
  plainMs: number;
  timesPlain: number;
} {
  const times: number[] = [];
  let last: Search | undefined;
  for (let i = 0; i < ROUNDS; i++) {
    const start = performance.now();
    last = new Search(new SearchSpace(bigTask()));
    while (last.step());
    times.push(performance.now() - start);
  }
  const searchMs = times.sort((a, b) => a - b)[ROUNDS >> 1]!;
  const combinations = last!.space.counts.all;
  const plainMs = plainWayMs(last!.space);
  return {
    combinations,
    searchMs: Math.round(searchMs),
    perSecond: Math.round((1000 * combinations) / searchMs),
    driven: last!.progress().driven,
    front: last!.front.members.length,
    plainMs: Math.round(plainMs),
    timesPlain: Math.round(plainMs / searchMs),
  };
}

/** Time that judging every combination would take, from some taken evenly through all: fit, top speed, then run and findings of what is left. */
function plainWayMs(space: SearchSpace): number {
  const { motors, packs, escs, pinions, spurs } = space.options;
  const { query, limits, stock } = space.task;
  const start = performance.now();
  const bought = resolvePlan(stock!);
  for (let i = 0; i < SAMPLE; i++) {
    let place = Math.floor(((i + 0.5) * space.counts.all) / SAMPLE);
    const digit = (size: number) => {
      const at = place % size;
      place = Math.floor(place / size);
      return at;
    };
    const choice: Choice = {
      spur: digit(spurs.length),
      pinion: digit(pinions.length),
      esc: digit(escs.length),
      pack: digit(packs.length),
      motor: digit(motors.length),
      gearbox: 0,
    };
    const plan = space.planOf(choice);
    const resolved = resolvePlan(plan);
    if (fitFindings(plan, resolved, limits).some((one) => one.level === 'stop')) continue;
    const steady = predictSteady(resolved);
    if (steady.topSpeedMs < query.topSpeed!.speedMs || space.newMoney(choice) > query.newMoney!) continue;
    allFindings({ plan, resolved, steady, run: searchRun(resolved), limits, stock: bought });
  }
  return ((performance.now() - start) * space.counts.all) / SAMPLE;
}
