import { useState } from 'react';
import { Busy } from '../ui/Busy';
import { Button } from '../ui/Button';
import { Failed } from '../ui/Failed';
import { Modal } from '../ui/Modal';
import { CsvReview } from './CsvReview';
import { useCsvImport } from './use-csv-import';

/** Takes a CSV file in: what its columns mean, shown for correction; what is wrong, by line and column; then all of it or nothing. */
export default function CsvDialog({ file, onClose }: { file: File; onClose: () => void }) {
  const { state, setColumn, take, retry } = useCsvImport(file, onClose);
  const [knownToo, setKnownToo] = useState(false);
  const checked = state.at === 'review' ? state.checked : undefined;
  const count = checked && checked.good - (knownToo ? 0 : checked.known);
  return (
    <Modal open onClose={onClose} title={`Parts from ${file.name}`} wide>
      {state.at === 'reading' && <Busy text="Reading the file …" />}
      {state.at === 'sending' && <Busy text="Putting the parts on the shelf …" />}
      {state.at === 'refused' && (
        <p role="alert" className="mt-3 border-l-4 border-stop pl-3">
          {state.message} Nothing was taken in.
        </p>
      )}
      {state.at === 'failed' && <Failed what="The file could not be read" reason={state.reason} onRetry={retry} />}
      {state.at === 'review' && <CsvReview {...state} onColumn={setColumn} knownToo={knownToo} onKnownToo={setKnownToo} />}
      <div className="mt-5 flex justify-end gap-2">
        <Button onClick={onClose}>{state.at === 'refused' || state.at === 'failed' ? 'Close' : 'Cancel'}</Button>
        {state.at === 'review' && (
          <Button tone="action" disabled={!count || checked.problemCount > 0} onClick={() => void take(knownToo)}>
            Take in {count ?? '…'} {count === 1 ? 'part' : 'parts'}
          </Button>
        )}
      </div>
    </Modal>
  );
}
