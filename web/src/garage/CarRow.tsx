import type { Car } from '@puddler/core';
import { MoreHorizontal, Plus } from 'lucide-react';
import { memo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { undoable } from '../document-store/undoable';
import { useAppDispatch, useAppSelector, useAppStore } from '../document-store/store';
import { duplicateCar } from '../document-store/duplicate-car';
import { addPlan, copyName, deleteDocument, editCar } from '../document-store/edits';
import { planOf, runsOfCar } from '../document-store/selectors';
import { isCarHere, plansOfCar, type StoredCar } from '../document-store/select-garage';
import { wordFor } from '../ui/words';
import { Menu } from '../ui/Menu';
import { formatIn, unitOf } from '@puddler/figures';
import { NameField } from './NameField';
import { PlanRow } from './PlanRow';
import { useCarHere } from '../active/use-car-here';
import { firstPlan } from '../active/templates/templates';

/** Headings for those who cannot see them, and the widths that keep all cars' columns in line. */
const COLUMNS = [
  ['Plan', ''],
  ['Motor and gears', 'w-[30%] max-md:hidden'],
  ['Top speed', 'w-32 max-sm:w-24'],
  ['Peak current', 'w-32 max-sm:hidden'],
  ['Motor after the run', 'w-36 max-sm:w-24'],
  ['Actions', 'w-10'],
] as const;

/** Of a long garage as many are drawn in the first frame: about what a screen holds. */
export const FIRST_DRAWN = 2;

/** A car, its plans, and what can be done with it. */
export const CarRow = memo(function CarRow({ id, car, bench, plans }: StoredCar) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const navigate = useNavigate();
  const [renaming, setRenaming] = useState(false);

  const here = useCarHere(id);

  const add = () => {
    const last = planOf(store.getState(), plans.at(-1)?.id ?? '')?.plan;
    const planId = dispatch(addPlan(id, last ? { ...last, name: copyName(last.name) } : firstPlan('First plan')));
    void navigate(`/plans/${planId}`);
  };
  const remove = () => {
    dispatch(deleteDocument('car', id));
    dispatch(undoable(`${car.name} and its plans are deleted.`));
  };

  return (
    <section className="mb-6" aria-label={car.name}>
      <div className="flex items-center justify-between gap-3 border-b-2 border-ink pb-1">
        <CarHead
          id={id}
          car={car}
          isAway={here === 'away'}
          renaming={renaming}
          onRenamed={(name) => {
            setRenaming(false);
            if (name) dispatch(editCar(id, 'name', name, `rename ${car.name}`));
          }}
        />
        <div className="flex items-center">
          <button
            type="button"
            className="hit flex h-8 items-center gap-1 rounded-md px-2 text-body whitespace-nowrap hover:bg-wash disabled:opacity-50"
            disabled={here !== 'here'}
            onClick={add}
          >
            <Plus size={14} /> New plan
          </button>
          <Menu
            label={`More about ${car.name}`}
            icon={<MoreHorizontal size={16} />}
            items={[
              { label: 'Open the car', act: () => void navigate(`/cars/${id}`) },
              { label: 'Rename', act: () => setRenaming(true), takesFocus: true },
              { label: 'Duplicate with its plans', act: () => void dispatch(duplicateCar(id)) },
              { label: 'Delete', act: remove, tone: 'stop' },
            ]}
          />
        </div>
      </div>
      {plans.length === 0 ? (
        <p className="py-3 text-soft">No plan yet. Add one to see what a conversion would do.</p>
      ) : (
        <table className="w-full table-fixed text-body">
          <thead>
            <tr>
              {COLUMNS.map(([name, width]) => (
                <th key={name} scope="col" className={`h-0 p-0 ${width}`}>
                  <span className="sr-only">{name}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {plans.map((plan) => (
              <PlanRow
                key={plan.id}
                stock={plan.id === bench.stockPlanId}
                twin={plans.some((other) => other.id !== plan.id && other.name === plan.name)}
                id={plan.id}
                name={plan.name}
              />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
});

interface CarHeadProps {
  id: string;
  car: Car;
  /** Its plans and runs cannot be fetched now. */
  isAway: boolean;
  renaming: boolean;
  onRenamed: (name: string | undefined) => void;
}

/** The car's name, which leads to it, and what it is. */
function CarHead({ id, car, isAway, renaming, onRenamed }: CarHeadProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const mass = unitOf('kg', system);
  const length = unitOf('mm', system);
  return (
    <div className="flex min-w-0 flex-wrap items-baseline gap-x-3">
      <h2 className="wide text-title font-semibold">
        {renaming ? (
          <NameField value={car.name} label={`Name of the car ${car.name}`} editing onDone={onRenamed} />
        ) : (
          <Link to={`/cars/${id}`} className="decoration-edge underline-offset-4 hover:underline">
            {car.name}
          </Link>
        )}
      </h2>
      <p className="text-small text-soft">
        {formatIn(car.massKg, mass)} {mass.symbol} · {wordFor(car.drive)}
        {car.body !== car.drive && ` · ${wordFor(car.body)}`} · tyres {formatIn(car.tyre.diameterMm, length)} {length.symbol}
        {isAway && ' · the server does not answer, its figures are fetched when it does'}
        <LastRun carId={id} />
      </p>
    </div>
  );
}

/** When the car was driven last, which leads to its log. */
function LastRun({ carId }: { carId: string }) {
  const last = useAppSelector((state) => (isCarHere(state, carId) ? runsOfCar(state, carId)[0] : undefined));
  const planId = useAppSelector((state) => {
    const plans = plansOfCar(state, carId);
    return (plans.find(({ id }) => id === last?.run.planId) ?? plans[0])?.id;
  });
  if (!last || !planId) return null;
  return (
    <>
      {' · '}
      <Link to={`/plans/${planId}/log`} className="hit whitespace-nowrap hover:text-ink hover:underline">
        last run {last.run.at.slice(0, 10)}
      </Link>
    </>
  );
}
