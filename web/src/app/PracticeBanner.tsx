import { FlaskConical } from 'lucide-react';
import { Link } from 'react-router';
import { isPracticeCar } from '../document-store/selectors';
import { useAppSelector } from '../document-store/store';

/** Says on every page about a practice car that nothing of it is real, and leads back to its day. */
export function PracticeBanner({ carId }: { carId: string }) {
  const practice = useAppSelector((state) => isPracticeCar(state, carId));
  if (!practice) return null;
  return (
    <p role="note" className="border-b border-edge bg-wash px-6 py-1 text-body max-sm:px-3">
      <span className="mx-auto flex max-w-page flex-wrap items-center gap-x-2">
        <FlaskConical size={14} aria-hidden="true" /> <strong className="font-semibold">Practice: everything about this car is simulated.</strong>
        <Link to={`/practice?day=${carId}`} className="hit text-steel underline underline-offset-2 print:hidden">
          Back to the quarry
        </Link>
      </span>
    </p>
  );
}
