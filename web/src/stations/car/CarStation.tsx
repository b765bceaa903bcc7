import { fitFindings, limitsWith, type Car } from '@puddler/core';
import { useEffect, useMemo, useState } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import { useAppSelector } from '../../document-store/store';
import { chainView } from '../../jobs/chain-view';
import { planFileFor } from '../../active/joined-plan';
import { useWidth } from '../../ui/useWidth';
import { BayOfCar, DRAWN_FROM_PX } from './BayStep';
import { KnownPanel } from './KnownPanel';
import { StepLine } from './StepLine';
import { firstToMeasure, stepsOf } from './steps';
import { useCarHere } from '../../active/use-car-here';
import { useCar, type ActiveCar } from '../../active/use-car';

export default function CarStation() {
  const { carId = '' } = useParams();
  const active = useCar(carId);
  const here = useCarHere(carId);
  if (!active)
    return (
      <main className="px-6 py-16 text-center text-soft">
        {here === 'here' || here === 'missing' ? (
          <>
            This car is not in the garage; it may have been deleted.{' '}
            <Link to="/" className="text-steel underline">
              To the Garage
            </Link>
          </>
        ) : here === 'away' ? (
          'The server does not answer. It is asked again every few seconds.'
        ) : (
          'Fetching the car …'
        )}
      </main>
    );
  return <AtTheBench key={carId} active={active} />;
}

/** Which steps are open: that of the address, else the one to measure first. The last that was opened is the address. */
function useOpenSteps(car: Car): { open: ReadonlySet<string>; toggle: (id: string) => void } {
  const navigate = useNavigate();
  const { hash } = useLocation();
  const addressed = hash.slice(1);
  const [others, setOthers] = useState<readonly string[]>(() => (hash === '' ? [firstToMeasure(car)?.step ?? ''] : []));
  const open = new Set([...others, addressed]);
  useEffect(() => {
    if (addressed !== '') document.getElementById(addressed)?.scrollIntoView({ block: 'nearest' });
  }, [addressed]);
  const toggle = (id: string) => {
    const isOpen = open.has(id);
    setOthers([...open].filter((one) => one !== id));
    void navigate({ hash: isOpen ? '' : id }, { replace: true, preventScrollReset: true });
  };
  return { open, toggle };
}

function AtTheBench({ active }: { active: ActiveCar }) {
  const { car, plans, stock, learned } = active;
  const system = useAppSelector((state) => state.prefs.units);
  const [column, width] = useWidth<HTMLDivElement>();
  const isDrawn = stock?.view.state === 'ready' && width >= DRAWN_FROM_PX;
  const steps = stepsOf(active, system, isDrawn);
  const { open, toggle } = useOpenSteps(car);
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
    <main className="mx-auto grid max-w-page gap-x-8 px-6 py-4 max-lg:gap-y-6 max-sm:px-3 lg:grid-cols-[minmax(0,1fr)_19.3rem]">
      <div ref={column} className="min-w-0">
        <h1 className="wide text-head leading-tight font-bold">{car.name}</h1>
        <p className="text-soft">What have I got? Every step may be left out; what is not entered is estimated, and said to be.</p>
        <TypicalLine car={car} />
        {isDrawn && <BayOfCar active={active} />}
        {steps.map((step, i) => (
          <StepLine key={step.id} step={step} number={i + 1} isOpen={open.has(step.id)} onToggle={() => toggle(step.id)} />
        ))}
      </div>
      <aside aria-label="What is known so far" className="border-rule max-lg:order-first lg:border-l lg:pl-6">
        <div className="lg:sticky lg:top-3">
          <KnownPanel active={active} findings={findings} />
        </div>
      </aside>
    </main>
  );
}

function TypicalLine({ car }: { car: Car }) {
  const { typical = [] } = car;
  if (typical.length === 0) return null;
  const first = firstToMeasure(car);
  return (
    <p className="mt-1 text-body text-caution">
      {typical.length} {typical.length === 1 ? 'figure is' : 'figures are'} still typical of the kind, not measured on this car.
      {first && ` Measure first: ${first.what}.`}
    </p>
  );
}
