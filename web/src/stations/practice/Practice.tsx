import { useSearchParams } from 'react-router';
import { useAppSelector } from '../../document-store/store';
import { DayPage } from './DayPage';
import { StartPage } from './StartPage';
import { useDay } from './use-day';

/** Practice: a day at the quarry with everything simulated. Without a day in the address: which one to begin or go on with. */
export default function Practice() {
  const [params, setParams] = useSearchParams();
  const carId = params.get('day') ?? '';
  const at = useDay(carId);
  const loaded = useAppSelector((state) => state.documentStore.loaded === 'ready');
  return (
    <main className="mx-auto max-w-page px-6 pt-3 pb-10 max-sm:px-3 max-sm:pb-20">
      {at ? (
        <DayPage key={carId} carId={carId} at={at} onLeave={() => setParams({})} />
      ) : !loaded ? (
        <p className="py-10 text-soft">Fetching the practice days …</p>
      ) : (
        <StartPage onOpen={(id) => setParams({ day: id })} />
      )}
    </main>
  );
}
