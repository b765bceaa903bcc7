import { fitFindings, isOfCar, limitsWith, pathInCar, type Car, type FigurePath } from '@puddler/core';
import { useMemo, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { useAppSelector } from '../../desk/store';
import { getField } from '@puddler/core';
import { chainView } from '../../jobs/chain-view';
import { planFileFor } from '../../in-hand/joined-plan';
import { BayStep } from './BayStep';
import { BENCH_STEPS, type BenchStep } from './car-fields';
import { EquivalentsStep } from './EquivalentsStep';
import { Fields } from './Fields';
import { GearStep } from './GearStep';
import { KnownPanel } from './KnownPanel';
import { PhotosStep } from './PhotosStep';
import { StockStep } from './StockStep';
import { TodayStep } from './TodayStep';
import { TyreStep } from './TyreStep';
import { useCar, type CarInHand } from '../../in-hand/use-car';

export default function CarStation() {
  const { carId = '' } = useParams();
  const inHand = useCar(carId);
  const loaded = useAppSelector((state) => state.desk.loaded);
  if (!inHand)
    return (
      <main className="px-6 py-16 text-center text-soft">
        {loaded === 'ready' ? (
          <>
            This car is not in the garage; it may have been deleted.{' '}
            <Link to="/" className="text-steel underline">
              To the Garage
            </Link>
          </>
        ) : (
          'Fetching the car …'
        )}
      </main>
    );
  return <AtTheBench key={carId} inHand={inHand} />;
}

/** Whether a figure of the plan file stands as the kind of car usually has it. */
const isTypical = (car: Car, path: FigurePath): boolean => isOfCar(path) && (car.typical?.includes(pathInCar(path)) ?? false);

interface Step {
  id: string;
  title: string;
  gain: string;
  /** How far it is: figures given of those it asks for. */
  given: number;
  of: number;
  body: ReactNode;
}

function stepsOf(inHand: CarInHand): Step[] {
  const { car, bench, stock } = inHand;
  const source = { car, ...stock?.plan };
  const plain = (step: BenchStep): Step => ({
    id: step.id,
    title: step.title,
    gain: step.gain,
    given: step.fields.filter((field) => getField(source, field.path) !== undefined && !isTypical(car, field.path)).length,
    of: step.fields.length,
    body: <Fields inHand={inHand} specs={step.fields} />,
  });
  const flag = (given: boolean) => ({ given: given ? 1 : 0, of: 1 });
  return [
    {
      id: 'photos',
      title: 'Photograph the wiring',
      gain: 'Before anything is unplugged. Two motor wires mean brushed, three brushless.',
      ...flag((bench.photos ?? []).length > 0),
      body: <PhotosStep inHand={inHand} />,
    },
    plain(BENCH_STEPS.chassis),
    plain(BENCH_STEPS.weight),
    {
      id: 'tyre',
      title: 'Tyre',
      gain: 'Rolled out beats measured: the road of one turn is what counts.',
      ...flag(!isTypical(car, 'car.tyre.diameterMm')),
      body: <TyreStep inHand={inHand} />,
    },
    {
      id: 'system',
      title: 'Motor, pack and ESC as bought',
      gain: 'Type what is printed on them. The old car is predicted, and the gain of a plan is known.',
      ...flag(stock !== undefined),
      body: <StockStep inHand={inHand} />,
    },
    {
      id: 'gears',
      title: 'Gears',
      gain: 'Count teeth, or roll: speed is right to the tooth.',
      ...flag(!isTypical(car, 'car.internalRatio')),
      body: <GearStep inHand={inHand} />,
    },
    plain(BENCH_STEPS.body),
    plain(BENCH_STEPS.supply),
    { ...plain(BENCH_STEPS.motorBay), body: <BayStep inHand={inHand} /> },
    {
      id: 'today',
      title: 'What it does today',
      gain: 'One measured top speed teaches the car’s own drag or kv, and every plan is surer.',
      ...flag(bench.today?.topSpeedMs !== undefined),
      body: <TodayStep inHand={inHand} />,
    },
    {
      id: 'equivalents',
      title: 'Old against new',
      gain: 'What the old motor is worth in kv, and which pinion gives the old speed or pull.',
      given: 0,
      of: 0,
      body: <EquivalentsStep inHand={inHand} />,
    },
  ];
}

function AtTheBench({ inHand }: { inHand: CarInHand }) {
  const { car, plans, stock, learned } = inHand;
  const steps = stepsOf(inHand);
  const limits = useAppSelector((state) => state.prefs.limits);
  const findings = useMemo(
    () =>
      plans.map(({ id, plan }) => {
        const file = planFileFor(car, plan, stock?.plan, learned);
        const view = chainView(file);
        return {
          planId: id,
          plan: plan.name,
          // What is not measured yet the steps say themselves.
          findings:
            view.state === 'ready' ? fitFindings(file, view.resolved, limitsWith(limits, plan.limits)).filter((one) => one.level !== 'info') : [],
        };
      }),
    [car, plans, stock, learned, limits],
  );
  return (
    <main className="mx-auto grid max-w-page gap-x-8 px-6 py-4 max-lg:gap-y-6 max-sm:px-3 lg:grid-cols-[210px_minmax(0,1fr)_270px]">
      <nav aria-label="Steps at the bench" className="max-lg:hidden">
        <ol className="sticky top-3">
          {steps.map((step, i) => (
            <li key={step.id}>
              <a href={`#${step.id}`} className="flex items-baseline gap-2 rounded-sm px-1 py-1.5 text-[13.5px] hover:bg-wash">
                <span className="w-4 text-right text-[12px] text-soft">{i + 1}</span>
                <span className="flex-1">{step.title}</span>
                <Progress step={step} />
              </a>
            </li>
          ))}
        </ol>
      </nav>
      <div className="min-w-0">
        <h1 className="wide text-[24px] leading-tight font-bold">{car.name}</h1>
        <p className="text-soft">What have I got? Every step may be left out; what is not entered is estimated, and said to be.</p>
        <TypicalLine car={car} />
        {steps.map((step, i) => (
          <section key={step.id} id={step.id} aria-labelledby={`${step.id}-title`} className="scroll-mt-2 border-b border-rule py-4 last:border-0">
            <div className="mb-2 flex items-baseline gap-x-3 max-md:flex-wrap">
              <h2 id={`${step.id}-title`} className="wide shrink-0 text-[16px] font-semibold">
                <span className="mr-2 text-soft">{i + 1}</span>
                {step.title}
              </h2>
              <p className="text-[12.5px] text-soft">{step.gain}</p>
            </div>
            {step.body}
          </section>
        ))}
      </div>
      <aside aria-label="What is known so far" className="border-rule max-lg:order-first lg:border-l lg:pl-6">
        <div className="lg:sticky lg:top-3">
          <KnownPanel inHand={inHand} findings={findings} />
        </div>
      </aside>
    </main>
  );
}

/** What to measure first, and what that narrows, by path in the car. */
const FIRST_TO_MEASURE: readonly (readonly [string, string])[] = [
  ['internalRatio', 'the ratio behind the spur (top speed goes with it)'],
  ['tyre.diameterMm', 'the tyre, rolled out (top speed goes with it)'],
  ['massKg', 'the weight (heat and current go with it)'],
  ['cgHeightMm', 'the height of the weight (when the front lifts)'],
];

function TypicalLine({ car: { typical = [] } }: { car: Car }) {
  if (typical.length === 0) return null;
  const first = FIRST_TO_MEASURE.find(([path]) => typical.includes(path));
  return (
    <p className="mt-1 text-[13px] text-caution">
      {typical.length} {typical.length === 1 ? 'figure is' : 'figures are'} still typical of the kind, not measured on this car.
      {first && ` Measure first: ${first[1]}.`}
    </p>
  );
}

function Progress({ step: { given, of } }: { step: Step }) {
  if (of === 0) return null;
  const words = given === 0 ? 'not yet' : given >= of ? 'done' : `${given} of ${of}`;
  return (
    <span className={`text-[11.5px] ${given >= of ? 'text-good' : 'text-soft'}`}>
      {given >= of && <span aria-hidden="true">✓ </span>}
      {words}
    </span>
  );
}
