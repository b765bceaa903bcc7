import { formatIn, unitOf } from '@puddler/figures';
import { LocateFixed } from 'lucide-react';
import { useAppSelector } from '../../document-store/store';
import { Button } from '../../ui/Button';
import { useAwake } from '../../ui/use-awake';
import { canRecord, useRecord, type Recording } from './use-record';

/** Fewer places than these are no log. */
const LEAST_PLACES = 3;

/** Records where this phone is, and makes a log of it. Nothing where the browser does not tell. */
export function PhoneRecorder({ onFile }: { onFile: (file: File) => void }) {
  const { recording, begin, keep, cancel } = useRecord(onFile);
  if (!canRecord()) return null;
  if (!recording)
    return (
      <Button icon={<LocateFixed size={14} />} onClick={begin}>
        Record with this phone
      </Button>
    );
  return (
    <section aria-label="Recording with this phone" className="w-full border-l-4 border-ember bg-sheet px-3 py-2 text-ink">
      <Going recording={recording} />
      <p className="text-small text-soft">
        Leave the page open. A phone’s speed comes about a second late; how late is found from an ESC’s log beside it. Strapped to the car it needs a
        soft, dry place.
      </p>
      <span className="mt-2 flex gap-2">
        <Button tone="action" disabled={recording.places < LEAST_PLACES} onClick={keep}>
          Stop and keep
        </Button>
        <Button onClick={cancel}>Throw away</Button>
      </span>
    </section>
  );
}

function Going({ recording: { seconds, places, accuracyM, speedMs, problem } }: { recording: Recording }) {
  useAwake();
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  if (problem) return <p role="alert">{problem}</p>;
  if (accuracyM === undefined) return <p role="status">Waiting for the first place …</p>;
  return (
    <p role="status">
      <strong className="font-semibold">{Math.round(seconds)} s</strong>, {places} {places === 1 ? 'place' : 'places'}, ±{Math.round(accuracyM)} m
      {speedMs !== undefined && `, ${formatIn(speedMs, speed)} ${speed.symbol}`}
    </p>
  );
}
