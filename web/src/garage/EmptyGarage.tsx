import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { bringDemo } from '../document-store/demo-club';
import { useAppDispatch } from '../document-store/store';
import { Button } from '../ui/Button';

/** What stands where cars would: still fetching, no server, or none yet. */
export function EmptyGarage({ loaded, hasDemo, onAdd }: { loaded: 'loading' | 'ready' | 'failed'; hasDemo: boolean; onAdd: () => void }) {
  const dispatch = useAppDispatch();
  const [isComing, setComing] = useState(false);
  const bring = async () => {
    setComing(true);
    await dispatch(bringDemo());
    setComing(false);
  };
  if (loaded === 'loading') return <p className="py-16 text-center text-soft">Fetching the garage …</p>;
  if (loaded === 'failed') return <p className="py-16 text-center text-stop">The server does not answer. It is asked again every few seconds.</p>;
  return (
    <div className="border border-dashed border-edge px-6 py-10 text-center">
      <p className="text-title font-semibold">Put your car in</p>
      <p className="mx-auto mt-1 max-w-md text-soft">
        Say roughly what it is; every figure can be made exact later. Or drop a plan file here that somebody gave you.
      </p>
      <div className="mt-4">
        <Button tone="action" icon={<Plus size={15} />} onClick={onAdd}>
          New car
        </Button>
      </div>
      <div className="mx-auto mt-8 grid max-w-2xl gap-x-8 gap-y-4 text-left text-body text-soft sm:grid-cols-2">
        {!hasDemo && (
          <p>
            <strong className="block font-semibold text-ink">Look at a finished garage</strong>
            Four made-up cars with plans, lists, runs and logs. They stand apart, and go in one step.
            <Button className="mt-2 flex" disabled={isComing} onClick={() => void bring()}>
              {isComing ? 'Bringing it in …' : 'Bring the demo club in'}
            </Button>
          </p>
        )}
        <p>
          <strong className="block font-semibold text-ink">No car yet?</strong>A day at the quarry with everything simulated: a motor can burn there,
          and only there.{' '}
          <Link to="/practice" className="mt-2 block text-steel underline underline-offset-2">
            Practise with a simulated one
          </Link>
        </p>
      </div>
    </div>
  );
}
