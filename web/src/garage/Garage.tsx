import { useMemo, useState } from 'react';
import { lateDialog, latePart } from '../ui/late-part';
import { Link } from 'react-router';
import { removeDemo } from '../document-store/demo-club';
import { selectGarage } from '../document-store/select-garage';
import { Button } from '../ui/Button';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { CarRow, FIRST_DRAWN } from './CarRow';
import { EmptyGarage } from './EmptyGarage';
import { GarageHead } from './GarageHead';
import { importFiles } from '../document-store/import-plans';
import { useDroppedFiles } from '../ui/use-dropped-files';
import { QuarantineNotice } from './QuarantineNotice';

const NewCarDialog = lateDialog('The new car', () => import('./NewCarDialog'));
const CarList = latePart(
  'The list of cars',
  () => import('./CarList'),
  // The first of them stand there until the list can be drawn.
  ({ cars }) => cars.slice(0, FIRST_DRAWN).map((car) => <CarRow key={car.id} {...car} />),
);

/** So many cars are drawn whole; of more only those in sight, by machinery that few garages need. */
const DRAWN_WHOLE = 12;

/** All cars and their plans at a glance. */
export default function Garage() {
  const dispatch = useAppDispatch();
  const all = useAppSelector(selectGarage);
  const cars = useMemo(() => all.filter(({ bench }) => !bench.practice && !bench.demo), [all]);
  const demo = useMemo(() => all.filter(({ bench }) => bench.demo), [all]);
  const practice = useMemo(() => all.filter(({ bench }) => bench.practice), [all]);
  const loaded = useAppSelector((state) => state.documentStore.loaded);
  const [adding, setAdding] = useState(false);
  const take = (files: File[]) => files.length > 0 && void dispatch(importFiles(files));
  const { over, zone } = useDroppedFiles(take);
  const plans = cars.reduce((sum, car) => sum + car.plans.length, 0);
  return (
    <main
      className={`mx-auto min-h-[calc(100dvh-3rem)] max-w-page px-6 py-5 max-sm:px-3 ${over ? 'outline-2 -outline-offset-4 outline-steel outline-dashed' : ''}`}
      {...zone}
    >
      <GarageHead line={over ? 'Let go to take the plan files in' : summary(cars.length, plans)} onFiles={take} onAdd={() => setAdding(true)} />
      <SetAsideNotice />
      <QuarantineNotice />
      {cars.length === 0 && <EmptyGarage loaded={loaded} hasDemo={demo.length > 0} onAdd={() => setAdding(true)} />}
      {cars.length > DRAWN_WHOLE ? <CarList cars={cars} /> : cars.map((car) => <CarRow key={car.id} {...car} />)}
      {demo.length > 0 && (
        <section aria-label="The demo club" className="mt-8">
          <div className="mb-2 flex items-center justify-between gap-3">
            <h2 className="eyebrow text-soft">The demo club: made-up cars</h2>
            <Button onClick={() => dispatch(removeDemo())}>Take the demo club out</Button>
          </div>
          {demo.map((car) => (
            <CarRow key={car.id} {...car} />
          ))}
        </section>
      )}
      {practice.length > 0 && (
        <section aria-label="Practice" className="mt-8">
          <h2 className="eyebrow mb-2 text-soft">Practice: simulated cars</h2>
          {practice.map((car) => (
            <CarRow key={car.id} {...car} />
          ))}
        </section>
      )}
      {adding && <NewCarDialog onClose={() => setAdding(false)} />}
    </main>
  );
}

function summary(cars: number, plans: number): string {
  if (cars === 0) return 'Nothing here yet';
  return `${cars} ${cars === 1 ? 'car' : 'cars'}, ${plans} ${plans === 1 ? 'plan' : 'plans'}. Drop a plan file anywhere to take it in.`;
}

/** Says when documents could not be read, and where to see which. */
function SetAsideNotice() {
  const count = useAppSelector((state) => state.documentStore.setAside.length);
  if (count === 0) return null;
  return (
    <p role="alert" className="mb-4 border-l-4 border-caution bg-sheet px-4 py-2">
      {count === 1 ? 'One document cannot be read and is' : `${count} documents cannot be read and are`} set aside; everything else is here.{' '}
      <Link to="/backup" className="underline decoration-edge underline-offset-4">
        See which, and restore a backup
      </Link>
    </p>
  );
}
