import { LONGEST_NAME, LONGEST_NOTES, MOST_RUN_PHOTOS, type CarRun } from '@puddler/contract/shared';
import { isHeldBack, setField } from '@puddler/core';
import { format } from 'date-fns';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { fileAddress } from '../../document-store/keep-files';
import { PhotoPickers } from '../../active/photos/PhotoPickers';
import { useKeepPhotos } from '../../active/photos/use-keep-photos';
import { Choice } from '../../ui/Choice';
import type { AtLog } from './use-log';
import { Input } from '../../ui/Input';

interface Props {
  run: CarRun;
  log: AtLog;
}

/** Name, day, notes, pictures, and whether it is learned from. */
export function RunWords({ run, log }: Props) {
  return (
    <div className="flex flex-col gap-1.5 py-2">
      <NameAndDay run={run} log={log} />
      <span className="grid gap-1.5 sm:grid-cols-2">
        <Note run={run} log={log} field="notes" label="Notes" placeholder="Notes: wind, tyres, how it felt" />
        <Note run={run} log={log} field="broke" label="What broke" placeholder="What broke" />
      </span>
      <Pictures run={run} log={log}>
        <Choice on={run.aside === true} onClick={() => log.change((now) => setField(now, 'aside', now.aside ? undefined : true), 'learn from it')}>
          {run.aside ? 'Left out of learning' : 'Leave out of learning'}
        </Choice>
        {isHeldBack(run) && (
          <span className="text-small text-soft">throttle held at {Math.round(100 * run.capShare!)} %: learned from only with the ESC’s log</span>
        )}
      </Pictures>
    </div>
  );
}

function NameAndDay({ run, log }: Props) {
  return (
    <span className="flex flex-wrap items-center gap-2">
      <Input
        aria-label="Name of the run"
        key={run.name}
        defaultValue={run.name ?? ''}
        maxLength={LONGEST_NAME}
        placeholder="Name: first on the new pinion"
        size="small"
        className="flex-1 basis-44"
        onBlur={(event) => {
          const name = event.target.value.trim() || undefined;
          if (name !== run.name) log.change((now) => setField(now, 'name', name), 'name of the run');
        }}
      />
      <Input
        type="datetime-local"
        aria-label="When it was driven"
        size="small"
        value={format(new Date(run.at), "yyyy-MM-dd'T'HH:mm")}
        onChange={(event) => {
          const at = new Date(event.target.value);
          if (!Number.isNaN(at.getTime())) log.change((now) => ({ ...now, at: at.toISOString() }), 'when it was driven', 'at');
        }}
      />
    </span>
  );
}

function Note({ run, log, field, label, placeholder }: Props & { field: 'notes' | 'broke'; label: string; placeholder: string }) {
  return (
    <textarea
      aria-label={label}
      placeholder={placeholder}
      rows={1}
      maxLength={LONGEST_NOTES}
      defaultValue={run[field] ?? ''}
      className="field-sizing-content w-full rounded-sm border border-rule bg-paper px-2 py-1 text-body"
      onBlur={(event) => {
        const text = event.target.value.trim() || undefined;
        if (text !== run[field]) log.change((now) => setField(now, field, text), label.toLowerCase());
      }}
    />
  );
}

/** Photos of the run, with what stands beside the way to more of them. */
function Pictures({ run, log, children }: Props & { children: ReactNode }) {
  const photos = useKeepPhotos();
  const kept = run.photos ?? [];
  const remove = (hash: string) => {
    const others = kept.filter((one) => one.hash !== hash);
    log.change((now) => setField(now, 'photos', others), 'remove a photo');
  };
  const add = async (files: File[]) => {
    const more = await photos.keep(files, kept, MOST_RUN_PHOTOS - kept.length, `A run holds ${MOST_RUN_PHOTOS} photos.`);
    if (more.length > 0) log.change((now) => ({ ...now, photos: [...(now.photos ?? []), ...more] }), 'photo');
  };
  return (
    <>
      <span className="flex flex-wrap items-center gap-2">
        {kept.map((photo) => (
          <span key={photo.hash} className="relative">
            <a href={fileAddress(photo)} target="_blank" rel="noreferrer">
              <img src={fileAddress(photo)} alt={photo.name ?? 'Photo of the run'} loading="lazy" className="h-16 border border-rule object-cover" />
            </a>
            <button
              type="button"
              aria-label={`Remove ${photo.name ?? 'the photo'}`}
              className="absolute top-0.5 right-0.5 grid size-5 place-items-center rounded-sm bg-sheet"
              onClick={() => remove(photo.hash)}
            >
              <X size={12} />
            </button>
          </span>
        ))}
        <PhotoPickers
          small
          label="Photos of the run"
          busy={photos.busy}
          isFull={kept.length >= MOST_RUN_PHOTOS}
          onFiles={(files) => void add(files)}
        />
        {children}
      </span>
      {photos.problems.map((problem) => (
        <p key={problem} role="alert" className="text-small text-stop">
          {problem}
        </p>
      ))}
    </>
  );
}
