import { Plus } from 'lucide-react';
import { Link } from 'react-router';
import { Button } from '../ui/Button';

/** What stands where cars would: still fetching, no server, or none yet. */
export function EmptyGarage({ loaded, onAdd }: { loaded: 'loading' | 'ready' | 'failed'; onAdd: () => void }) {
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
        <p className="mt-3 text-[13px] text-soft">
          No car yet?{' '}
          <Link to="/practice" className="text-steel underline underline-offset-2">
            Practise with a simulated one
          </Link>
          .
        </p>
      </div>
    </div>
  );
}
