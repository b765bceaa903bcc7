import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import {
  allFindings,
  BURNT_C,
  driveRun,
  drivePass,
  limitsWith,
  linkUse,
  partsList,
  powerBand,
  predictSteady,
  resolvePlan,
  speedSpread,
  type PlanFile,
} from '@puddler/core';
import { anyPlan } from '../../core/test/any-plan';
import { firstLink, givesFirstText } from '../src/active/gives-first';
import { detail, headline, wordsForUse } from '../src/active/link-text';
import { planText } from '../src/active/sharing/plan-text';
import { workingOf } from '../src/stations/plan/working';

const FOLDER = path.join(__dirname, '../../demo/plans');
const DEMO = readdirSync(FOLDER).map((name): [string, PlanFile] => [name, JSON.parse(readFileSync(path.join(FOLDER, name), 'utf8')) as PlanFile]);
const SEEDED = fc.sample(anyPlan, { seed: 24, numRuns: 50 }).map((plan, i): [string, PlanFile] => [`seeded ${i}`, plan]);

/** Everything that Plan and what is shared of it say of a plan. */
function saidOf(plan: PlanFile) {
  const resolved = resolvePlan(plan);
  const limits = limitsWith(plan.limits);
  const steady = predictSteady(resolved);
  const { run } = driveRun(resolved, {});
  const { figures: pass } = drivePass(resolved, { rampS: 0.2 });
  const uses = linkUse(plan, resolved, run, limits);
  const findings = allFindings({ plan, resolved, steady, run, limits, pass });
  const working = workingOf({ file: plan, resolved, steady, band: powerBand(resolved), run, bands: undefined, system: 'metric' });
  const texts = [
    planText('It', plan, { steady, run, bands: undefined, findings }, 'metric'),
    ...uses.flatMap((use) => [wordsForUse(use, 'metric'), headline(use.link, plan, 'metric'), detail(use.link, plan, steady, 'metric')]),
    ...findings.map((one) => one.why),
    ...working.flatMap(({ lines, note }) => [note ?? '', ...lines.map(({ sum, gives }) => `${sum} ${gives}`)]),
  ];
  return { resolved, limits, steady, run, uses, findings, texts };
}

test.each([...DEMO, ...SEEDED])('%s: what is said of it in one place is not denied in another', (_name, plan) => {
  const { resolved, limits, steady, run, uses, findings, texts } = saidOf(plan);
  const all = texts.join('\n');

  // One link is first, in the chain and in the findings; grip is no limit that breaks anything.
  const first = firstLink(findings, uses);
  const marking = findings.filter((one) => one.level !== 'info');
  if (marking[0]) expect(first).toEqual({ link: marking[0].link, level: marking[0].level });
  else expect(first?.level).toBe('good');
  expect(uses.find((use) => use.link === first?.link)?.figure).not.toBe(marking[0] ? undefined : 'grip');

  // A car that does not move is never said to be within its limits.
  expect(givesFirstText(steady.topSpeedMs, findings)).toMatch(steady.topSpeedMs > 0 ? /gives first$|^Nothing that is known/ : /^It does not move/);

  // Fewer kv is not both the cure and of no account.
  expect(/fewer kv/i.test(all) && /kv [^.]*does not change|more kv, geared down, runs cooler/.test(all)).toBe(false);

  // No minus before nothing, no figure that is none.
  expect(all).not.toMatch(/−0(?:[\s\u2009\u00a0]|$)|NaN|undefined|Infinity/m);

  // Shares of one uncertainty are parts of a whole.
  const shares = speedSpread(plan, resolved)?.shares.map(({ share }) => share) ?? [];
  expect(Math.min(0, ...shares)).toBe(0);
  if (shares.length > 0) expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9);

  // Buy's reason for cooling has the can that Plan shows.
  const { maxCanC } = run;
  const cooling = partsList(plan, { limits }).lines.find((line) => line.group === 'cooling')?.why;
  if (cooling !== undefined)
    expect(cooling).toBe(
      maxCanC > BURNT_C ? 'The can burns in the run that is planned.' : `The can comes to ${Math.round(maxCanC)} °C in the run that is planned.`,
    );
});
