import { capitalized } from '@puddler/core';
import { LONGEST_NOTES } from '@puddler/contract/shared';
import { TriangleAlert, X } from 'lucide-react';
import { useState } from 'react';
import { fileAddress } from '../../document-store/keep-files';
import { useAppSelector } from '../../document-store/store';
import { FigureField } from '../../active/FigureField';
import { PhotoPickers } from '../../active/photos/PhotoPickers';
import type { FitRow } from '../../active/noted/fit-progress';
import { rightReading } from './fit-text';
import type { AtBench } from './use-fit';
import { Said } from '../../active/Said';

/**
 * One step: a tick, why, what it looks like when it is right, the caution where it can hurt, and what is noted of it. The next one and those to do again stand
 * open; done and later ones are a line.
 */
export function FitStep({ row, bench, isNext }: { row: FitRow; bench: AtBench; isNext: boolean }) {
  const { step, note, state } = row;
  const [chosen, setChosen] = useState<boolean>();
  const open = chosen ?? (isNext || state === 'again');
  const shownAs = open ? '' : 'hidden print:block';
  return (
    <li id={`step-${step.id}`} className={`scroll-mt-3 border-b border-rule last:border-0 print:break-inside-avoid ${open ? 'py-2' : 'py-1'}`}>
      <label className="flex items-start gap-2.5 max-sm:min-h-thumb max-sm:items-center">
        <input
          type="checkbox"
          className="mt-0.5 size-5 shrink-0 max-sm:size-6"
          checked={state === 'done'}
          onChange={(event) => bench.tick(row, event.target.checked)}
        />
        <span className={state === 'done' ? 'text-soft' : open ? 'font-semibold' : 'font-medium'}>{step.title}</span>
        {!isNext && (
          <button
            type="button"
            aria-expanded={open}
            className="ml-auto text-small text-steel underline-offset-2 hover:underline max-sm:h-thumb print:hidden"
            aria-label={`${open ? 'less' : 'more'} of ${step.title}`}
            onClick={() => setChosen(!open)}
          >
            {open ? 'less' : 'more'}
          </button>
        )}
      </label>
      <div className="pl-8.5 text-body leading-snug">
        {(open || state === 'again') && <StepWarnings row={row} />}
        <div className={shownAs}>
          <p className="text-soft">
            <Said>{step.why}</Said>
          </p>
          <p>
            <Said>{step.right}</Said>
          </p>
          {step.caution && (
            <p className="mt-0.5 flex items-start gap-1.5 text-caution">
              <TriangleAlert size={14} className="mt-0.5 shrink-0" aria-label="Caution" />
              <span>{step.caution}</span>
            </p>
          )}
          {step.tools.length > 0 && <p className="text-small text-soft">At hand: {step.tools.join(', ')}.</p>}
        </div>
        {(open || note.reading !== undefined) && <Reading row={row} bench={bench} />}
        {open || bench.fitting.photos.some((photo) => photo.step === step.id) ? (
          <Notes row={row} bench={bench} />
        ) : (
          note.note !== undefined && <p className="text-small text-soft">{note.note}</p>
        )}
        {note.done && <p className="hidden text-fine text-soft print:block">Ticked {note.done.at.slice(0, 10)}.</p>}
      </div>
    </li>
  );
}

/** What has changed since the tick, and what should come first. */
export function StepWarnings({ row: { step, note, state, waitsFor } }: { row: FitRow }) {
  return (
    <>
      {state === 'again' && (
        <p className="text-caution">
          The plan changed since it was ticked: it was done for {note.done!.of || 'another part'}, now {step.of || 'another'}. Do it again.
        </p>
      )}
      {waitsFor.length > 0 && <p className="text-small text-steel print:hidden">First: {waitsFor.join('; ')}.</p>}
    </>
  );
}

/** The figure to read at a step, with what is right. */
export function Reading({ row: { step, note, offReading }, bench, row }: { row: FitRow; bench: AtBench }) {
  const system = useAppSelector((state) => state.prefs.units);
  if (!step.reading) return null;
  const right = rightReading(step.reading, system);
  return (
    <div className="mt-1 flex flex-wrap items-center gap-x-2">
      <FigureField
        named
        label={capitalized(step.reading.what)}
        path="steps.reading"
        keptIn={step.reading.unit}
        value={note.reading}
        placeholder="read"
        className="w-16"
        onSet={(reading) => bench.note(row, { reading }, `reading at ${step.title}`)}
      />
      {right && (
        <span className={offReading ? 'font-medium text-stop' : note.reading === undefined ? 'text-soft' : 'text-good'}>
          {offReading ? `too ${offReading}: ${right}` : right}
        </span>
      )}
    </div>
  );
}

function Notes({ row, bench }: { row: FitRow; bench: AtBench }) {
  const { step, note } = row;
  const photos = bench.fitting.photos.filter((photo) => photo.step === step.id);
  const [open, setOpen] = useState(note.note !== undefined || photos.length > 0);
  const [taking, setTaking] = useState(false);
  if (!open)
    return (
      <button
        type="button"
        className="mt-0.5 text-small text-steel underline-offset-2 hover:underline max-sm:h-thumb print:hidden"
        onClick={() => setOpen(true)}
      >
        Note or photo
      </button>
    );
  return (
    <div className="mt-1 flex flex-col gap-1">
      <textarea
        aria-label={`Note at ${step.title}`}
        placeholder="What you saw"
        rows={1}
        maxLength={LONGEST_NOTES}
        key={note.note}
        defaultValue={note.note ?? ''}
        className="field-sizing-content w-full rounded-sm border border-rule bg-paper px-2 py-1 text-small"
        onBlur={(event) => {
          const text = event.target.value.trim();
          if (text !== (note.note ?? '')) bench.note(row, { note: text === '' ? undefined : text }, `note at ${step.title}`);
        }}
      />
      <div className="flex flex-wrap items-start gap-2">
        {photos.map((photo) => (
          <span key={photo.hash} className="relative">
            <a href={fileAddress(photo)} target="_blank" rel="noreferrer">
              <img src={fileAddress(photo)} alt={`At ${step.title}`} loading="lazy" className="h-20 border border-rule object-cover" />
            </a>
            <button
              type="button"
              className="hit absolute top-0.5 right-0.5 grid size-5 place-items-center rounded-sm bg-paper print:hidden"
              aria-label={`Remove the photo at ${step.title}`}
              onClick={() => bench.photos.remove(photo)}
            >
              <X size={12} />
            </button>
          </span>
        ))}
        <span className="print:hidden">
          <PhotoPickers
            small
            label={`Photo at ${step.title}`}
            busy={bench.photos.busy && taking}
            isFull={bench.photos.isFull}
            onFiles={(files) => {
              setTaking(true);
              bench.photos.take(row, files);
            }}
          />
        </span>
      </div>
      {taking &&
        bench.photos.problems.map((problem) => (
          <p key={problem} role="alert" className="text-stop">
            {problem}
          </p>
        ))}
    </div>
  );
}
