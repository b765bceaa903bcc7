import { BAND_FIGURES, BAND_SAMPLES, type Band, type Bands, type Ladder, type LadderStep } from '@puddler/core';

/** What comes back from the browser's own store is checked: another program may have written there, or a disk that rots. */

type Unknown<T> = { [K in keyof T]?: unknown };
const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null;
const isNumber = (value: unknown): boolean => typeof value === 'number' && Number.isFinite(value);

function isBand(value: unknown): value is Band {
  const { p10, p50, p90 } = (value ?? {}) as Unknown<Band>;
  return [p10, p50, p90].every(isNumber);
}

export function areBands(value: unknown): value is Bands {
  const { samples, figures, narrows } = (value ?? {}) as Unknown<Bands>;
  return (
    samples === BAND_SAMPLES &&
    isObject(narrows) &&
    isObject(figures) &&
    BAND_FIGURES.every((figure) => isBand((figures as Unknown<Bands['figures']>)[figure]))
  );
}

const OUTCOMES: readonly unknown[] = ['reached', 'stops-short', 'no-start'] satisfies Ladder['outcome'][];
const GEARINGS: readonly unknown[] = ['gears', 'cap'] satisfies LadderStep['gearing']['kind'][];

function isStep(value: unknown): boolean {
  const step = (value ?? {}) as Unknown<LadderStep>;
  const { canC, escC, packC } = (step.planned ?? {}) as Unknown<LadderStep['planned']>;
  const bands = [step.topSpeedMs, step.canC, step.escC, step.packC, step.packA, canC, escC, packC];
  const { kind } = (step.gearing ?? {}) as Unknown<LadderStep['gearing']>;
  return bands.every(isBand) && isNumber(step.windingOverCanK) && isNumber(step.ambientC) && GEARINGS.includes(kind) && isObject(step.plan);
}

const isStepWithRoom = (value: unknown): boolean =>
  isStep(value) && isNumber(((value as LadderStep).room as Unknown<LadderStep['room']> | undefined)?.wholeM);

export function isLadder(value: unknown): value is Ladder {
  const { outcome, steps, target } = (value ?? {}) as Unknown<Ladder>;
  return OUTCOMES.includes(outcome) && Array.isArray(steps) && steps.every(isStepWithRoom) && isStep(target);
}
