import { Archive, FolderInput, Plus } from 'lucide-react';
import { Link } from 'react-router';
import { lazy, Suspense, useRef, useState, type DragEvent } from 'react';
import { useAppDispatch, useAppSelector } from '../desk/store';
import { selectGarage } from '../desk/selectors';
import { Button } from '../ui/Button';
import { CarRow } from './CarRow';
import { importFiles } from './import-files';

const NewCarDialog = lazy(() => import('./NewCarDialog'));

/** All cars and their plans at a glance. */
export default function Garage() {
  const dispatch = useAppDispatch();
  const cars = useAppSelector(selectGarage);
  const loaded = useAppSelector((state) => state.desk.loaded);
  const setAside = useAppSelector((state) => state.desk.setAside.length);
  const [adding, setAdding] = useState(false);
  const [over, setOver] = useState(false);
  const picker = useRef<HTMLInputElement>(null);

  const take = (files: FileList | null) => files && files.length > 0 && void dispatch(importFiles([...files]));
  const carriesFiles = (event: DragEvent) => event.dataTransfer.types.includes('Files');
  const dropZone = {
    onDragOver: (event: DragEvent) => {
      if (!carriesFiles(event)) return;
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: (event: DragEvent) => {
      if (event.currentTarget === event.target) setOver(false);
    },
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      setOver(false);
      take(event.dataTransfer.files);
    },
  };

  return (
    <main
      className={`mx-auto min-h-[calc(100dvh-3rem)] max-w-[1400px] px-6 py-5 max-sm:px-3 ${over ? 'outline-2 -outline-offset-4 outline-steel outline-dashed' : ''}`}
      {...dropZone}
    >
      <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="wide text-[24px] leading-tight font-bold">Garage</h1>
          <p className="text-soft">
            {over
              ? 'Let go to take the plan files in'
              : summary(
                  cars.length,
                  cars.reduce((sum, car) => sum + car.plans.length, 0),
                )}
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          <Link
            to="/backup"
            className="inline-flex h-8 items-center gap-1.5 rounded-md px-2.5 text-[13px] font-medium whitespace-nowrap hover:bg-wash max-sm:h-10"
          >
            <Archive size={15} /> Backup
          </Link>
          <input
            ref={picker}
            type="file"
            accept=".json,application/json"
            multiple
            className="sr-only"
            tabIndex={-1}
            aria-label="Plan files to import"
            onChange={(event) => {
              take(event.target.files);
              event.target.value = '';
            }}
          />
          <Button icon={<FolderInput size={15} />} onClick={() => picker.current?.click()}>
            Import a plan
          </Button>
          <Button tone="action" icon={<Plus size={15} />} onClick={() => setAdding(true)}>
            New car
          </Button>
        </div>
      </div>

      {setAside > 0 && (
        <p role="alert" className="mb-4 border-l-4 border-caution bg-sheet px-4 py-2">
          {setAside === 1 ? 'One document cannot be read and is' : `${setAside} documents cannot be read and are`} set aside; everything else is here.{' '}
          <Link to="/backup" className="underline decoration-edge underline-offset-4">
            See which, and restore a backup
          </Link>
        </p>
      )}
      {cars.map((car) => (
        <CarRow key={car.id} {...car} />
      ))}
      {cars.length === 0 && <Empty loaded={loaded} onAdd={() => setAdding(true)} />}
      {adding && (
        <Suspense fallback={null}>
          <NewCarDialog onClose={() => setAdding(false)} />
        </Suspense>
      )}
    </main>
  );
}

function summary(cars: number, plans: number): string {
  if (cars === 0) return 'Nothing here yet';
  return `${cars} ${cars === 1 ? 'car' : 'cars'}, ${plans} ${plans === 1 ? 'plan' : 'plans'}. Drop a plan file anywhere to take it in.`;
}

function Empty({ loaded, onAdd }: { loaded: 'loading' | 'ready' | 'failed'; onAdd: () => void }) {
  if (loaded === 'loading') return <p className="py-16 text-center text-soft">Fetching the garage …</p>;
  if (loaded === 'failed') return <p className="py-16 text-center text-stop">The server does not answer. It is asked again every few seconds.</p>;
  return (
    <div className="border border-dashed border-edge px-6 py-16 text-center">
      <p className="text-[17px] font-semibold">Put your car in</p>
      <p className="mx-auto mt-1 max-w-md text-soft">
        Say roughly what it is; every figure can be made exact later. Or drop a plan file here that somebody gave you.
      </p>
      <div className="mt-4">
        <Button tone="action" icon={<Plus size={15} />} onClick={onAdd}>
          New car
        </Button>
      </div>
    </div>
  );
}
