import { useSearchParams } from 'react-router';
import { useCarHere } from '../../active/use-car-here';
import { DayPage } from './DayPage';
import { StartPage } from './StartPage';
import { useDay } from './use-day';

/** Practice: a day at the quarry with everything simulated. Without a day in the address: which one to begin or go on with. */
export default function Practice() {
  const [params, setParams] = useSearchParams();
  const carId = params.get('day') ?? '';
  const at = useDay(carId);
  const here = useCarHere(carId);
  return (
    <main className="mx-auto max-w-page px-6 pt-3 pb-10 max-sm:px-3 max-sm:pb-20">
      {at ? (
        <DayPage key={carId} at={at} onLeave={() => setParams({})} />
      ) : here === 'waiting' || here === 'away' ? (
        <p className="py-10 text-soft">Fetching the practice days …</p>
      ) : (
        <StartPage onOpen={(id) => setParams({ day: id })} />
      )}
    </main>
  );
}
