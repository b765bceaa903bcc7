import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { PlanFile, PowerBand, Run, Steady } from '@puddler/core';

export interface Case {
  name: string;
  plan: PlanFile;
  expected: { steady: Partial<Steady>; run: Partial<Run> };
}

// Tests and benches run from the root.
const folder = path.join('core', 'test', 'cases');

/** The eight plans with the figures that an independent implementation of the model gives for them. */
export const CASES: Case[] = readdirSync(folder)
  .sort()
  .map((file) => ({ name: path.basename(file, '.json'), ...(JSON.parse(readFileSync(path.join(folder, file), 'utf8')) as Omit<Case, 'name'>) }));

export function caseNamed(name: string): PlanFile {
  const found = CASES.find((one) => one.name === name);
  if (!found) throw new Error(`no case ${name}`);
  return JSON.parse(JSON.stringify(found.plan)) as PlanFile;
}

/** A rally car on level tarmac at sea level and 25 °C, to bend to a test's need. */
export function plainPlan(change: Partial<PlanFile> = {}): PlanFile {
  return {
    format: 'puddler-plan',
    version: 1,
    name: 'Plain',
    car: {
      name: 'Plain car',
      massKg: 2,
      drive: '4wd-shaft',
      internalRatio: 2.5,
      tyre: { diameterMm: 70 },
      body: 'saloon',
      widthMm: 190,
      heightMm: 120,
      wheelbaseMm: 260,
      cgHeightMm: 40,
    },
    motor: { name: 'Osier 3652', kind: 'brushless', form: 'inrunner', kvRpmPerV: 3000, diameterMm: 36, lengthMm: 52 },
    esc: { name: 'Tallow 80', continuousA: 80 },
    packs: [{ name: 'Brackwater 2S', chemistry: 'lipo', cells: 2, capacityAh: 5, cRating: 50 }],
    gearing: { pinion: 20, spur: 60 },
    site: { surface: 'tarmac', ambientC: 25 },
    run: { profile: 'race', minutes: 2 },
    ...change,
  };
}

/** A plain car as bought, brushed on six cells, and a conversion of it to lithium and brushless. */
export const BOUGHT: PlanFile = plainPlan({
  motor: { name: 'Stock 27T', kind: 'brushed', sizeClass: '540', turns: 27 },
  esc: { name: 'Stock box', continuousA: 60 },
  packs: [{ name: 'Six cells', chemistry: 'nimh', cells: 6, capacityAh: 3, plug: 'small plug' }],
});
export const CONVERTED_PLAN: PlanFile = plainPlan({
  packs: [{ name: 'Brackwater 2S', chemistry: 'lipo', cells: 2, capacityAh: 5, cRating: 50, plug: 'large plug', plugA: 60 }],
});

/** All that the pack's power goes into at a moment [W]; of a power balance at top speed receiver and acceleration take nothing. */
export const sinksW = (band: PowerBand): number =>
  band.receiverW +
  band.wiresW +
  band.escW +
  band.copperW +
  band.brushW +
  band.lagW +
  band.ironW +
  band.gearsW +
  band.slipW +
  band.rollingW +
  band.airW +
  band.slopeW;
