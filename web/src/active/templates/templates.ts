import type { PlanBody } from '@puddler/contract/shared';
import { USUAL_PARTS, type Car } from '@puddler/core';
import { FAST_CARS, TOURING } from './fast-cars';
import { SLOW_CARS } from './slow-cars';
import type { Template } from './template';

/** Kinds of car, in the order in which they are offered. */
export const TEMPLATES: readonly Template[] = [
  ...FAST_CARS,
  ...SLOW_CARS,
  { ...TOURING, id: 'another', title: 'Another: as an on-road car, to be measured' },
];

/** Places in a car that hold a number. */
function figuresIn(group: object, before = ''): string[] {
  return Object.entries(group).flatMap(([key, value]: [string, unknown]) =>
    typeof value === 'number' ? [`${before}${key}`] : typeof value === 'object' && value !== null ? figuresIn(value, `${before}${key}.`) : [],
  );
}

/** A car of a kind: all its figures are typical of it, until they are measured on the car itself. */
export const carOf = (template: Template, name: string): Car => ({ name, ...template.car, typical: figuresIn(template.car) });

/** A plan for a car that has none: as the first template's. */
export function firstPlan(name: string): PlanBody {
  return { name, ...TOURING.plan, usualParts: [...USUAL_PARTS] };
}
