import { getField, isOfCar, pathInCar, type Car, type FigurePath, type PlanBody, type UsualPart } from '@puddler/core';
import { formatIn, formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import type { ReactNode } from 'react';
import type { FieldSpec } from '../../active/field-specs';
import { valueText } from '../../active/field-value';
import type { ActiveCar } from '../../active/use-car';
import { BayStep } from './BayStep';
import { BENCH_STEPS, RATIO, type BenchStep } from './car-fields';
import { EquivalentsStep } from './EquivalentsStep';
import { Fields } from './Fields';
import { GearStep } from './GearStep';
import { PhotosStep } from './PhotosStep';
import { StockStep } from './StockStep';
import { TodayStep } from './TodayStep';
import { TyreStep } from './TyreStep';

/** One line of the bench: what is known by it, and where the rest is entered. */
export interface Step {
  id: string;
  title: string;
  gain: string;
  /** How far it is: figures given of those it asks for. */
  given: number;
  of: number;
  /** What was given so far, in a few words; empty while that is nothing. */
  known: string;
  body: () => ReactNode;
}

/** What a car was bought with, by its name on the bench. */
const STOCK_PARTS: readonly { part: UsualPart; nameIn: (plan: PlanBody) => string }[] = [
  { part: 'motor', nameIn: ({ motor }) => motor.name },
  { part: 'pack', nameIn: ({ packs }) => packs[0]!.name },
  { part: 'esc', nameIn: ({ esc }) => esc.name },
];

const gearsText = ({ gearing: { pinion, spur } }: PlanBody): string => (pinion === undefined ? 'direct drive' : `${pinion} / ${spur}`);

/** Whether a figure of the plan file stands as the kind of car usually has it. */
const isTypical = (car: Car, path: FigurePath): boolean => isOfCar(path) && (car.typical?.includes(pathInCar(path)) ?? false);

/** The steps at the bench, in the order of work, with how far each is; `isDrawn` where figures of the bay are typed on its drawing. */
export function stepsOf(active: ActiveCar, system: UnitSystem, isDrawn: boolean): Step[] {
  const { car, bench, stock } = active;
  const source = { car, ...stock?.plan };
  const given = (fields: readonly FieldSpec[]) => fields.filter((field) => getField(source, field.path) !== undefined && !isTypical(car, field.path));
  const known = (fields: readonly FieldSpec[]) =>
    given(fields)
      .map((field) => valueText(field, getField(source, field.path), system))
      .join(' · ');
  const plain = (step: BenchStep): Step => ({
    ...step,
    given: given(step.fields).length,
    of: step.fields.length,
    known: known(step.fields),
    body: () => <Fields active={active} specs={step.fields} />,
  });
  const asked = (isGiven: boolean) => ({ given: isGiven ? 1 : 0, of: 1 });
  const counted = (all: readonly string[], of: number) => ({ given: all.length, of, known: all.join(' · ') });
  const said = stock ? STOCK_PARTS.filter(({ part }) => !stock.plan.usualParts?.includes(part)).map(({ nameIn }) => nameIn(stock.plan)) : [];
  const gears = [
    ...(stock && !stock.plan.gearing.typical ? [gearsText(stock.plan)] : []),
    ...given([RATIO]).map(() => `${formatNumber(car.internalRatio, 3)} : 1 behind the spur`),
  ];
  const photos = bench.photos?.length ?? 0;
  const measuredMs = bench.today?.topSpeedMs;
  const speed = unitOf('m/s', system);
  return [
    {
      ...BENCH_STEPS.photos,
      ...asked(photos > 0),
      known: photos === 0 ? '' : photos === 1 ? 'one photo' : `${photos} photos`,
      body: () => <PhotosStep active={active} />,
    },
    plain(BENCH_STEPS.chassis),
    plain(BENCH_STEPS.weight),
    { ...plain(BENCH_STEPS.tyre), ...asked(!isTypical(car, 'car.tyre.diameterMm')), body: () => <TyreStep active={active} /> },
    { ...BENCH_STEPS.system, ...counted(said, STOCK_PARTS.length), body: () => <StockStep active={active} /> },
    { ...BENCH_STEPS.gears, ...counted(gears, 2), body: () => <GearStep active={active} /> },
    plain(BENCH_STEPS.body),
    plain(BENCH_STEPS.supply),
    { ...plain(BENCH_STEPS.motorBay), ...(isDrawn ? { known: 'on the drawing' } : {}), body: () => <BayStep active={active} isDrawn={isDrawn} /> },
    {
      ...BENCH_STEPS.today,
      ...asked(measuredMs !== undefined),
      known: measuredMs === undefined ? '' : `${formatIn(measuredMs, speed)} ${speed.symbol}`,
      body: () => <TodayStep active={active} />,
    },
    { ...BENCH_STEPS.equivalents, given: 0, of: 0, known: '', body: () => <EquivalentsStep active={active} /> },
  ];
}

/** What to measure first, and what that narrows, by path in the car and the step where it is entered. */
const FIRST_TO_MEASURE: readonly (readonly [path: string, step: string, what: string])[] = [
  ['internalRatio', 'gears', 'the ratio behind the spur (top speed goes with it)'],
  ['tyre.diameterMm', 'tyre', 'the tyre, rolled out (top speed goes with it)'],
  ['massKg', 'weight', 'the weight (heat and current go with it)'],
  ['cgHeightMm', 'chassis', 'the height of the weight (when the front lifts)'],
];

/** What of a car to measure first; undefined where nothing of it is only typical. */
export function firstToMeasure({ typical = [] }: Car): { step: string; what: string } | undefined {
  const first = FIRST_TO_MEASURE.find(([path]) => typical.includes(path));
  return first && { step: first[1], what: first[2] };
}
