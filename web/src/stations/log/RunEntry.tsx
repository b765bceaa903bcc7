import { LONGEST_NAME, LONGEST_NOTES, MOST_RUN_PHOTOS, type CarRun } from '@puddler/contract/shared';
import { isHeldBack, PROFILES, setField, SURFACES, wordFor, type PlanFile, type ProfileName, type Surface } from '@puddler/core';
import { format } from 'date-fns';
import { X } from 'lucide-react';
import { fileAddress } from '../../desk/api';
import { FigureField } from '../../in-hand/FigureField';
import { PhotoPickers } from '../../in-hand/photos/PhotoPickers';
import { useKeepPhotos } from '../../in-hand/photos/use-keep-photos';
import { Choice } from '../../ui/Choice';
import { withPass, withReading, typedPass, typedReading, READ_OF, withoutEmpty } from '../../in-hand/run-entry';
import type { AtLog } from './use-log';

const ROW = 'flex flex-wrap items-center gap-x-3 gap-y-1.5 py-1.5';
const LABEL = 'w-24 shrink-0 text-[12.5px] text-soft max-sm:w-full';
const SELECT = 'h-7 rounded-sm border border-rule bg-paper px-1 max-sm:h-10';

/** A run as it is typed at the track: everything but one figure may be left out, and each is kept as it is typed. */
export function RunEntry({ run, log }: { run: CarRun; log: AtLog }) {
  return (
    <section aria-label="The run" className="divide-y divide-rule border-y border-rule">
      <Passes run={run} log={log} />
      <Readings run={run} log={log} />
      <Amounts run={run} log={log} />
      <Setup run={run} log={log} />
      <Words run={run} log={log} />
    </section>
  );
}

interface Props {
  run: CarRun;
  log: AtLog;
}

/** The fastest of each way over the strip. */
function Passes({ run, log }: Props) {
  return (
    <div className={ROW}>
      <span className={LABEL}>Fastest</span>
      {(['out', 'back'] as const).map((way) => (
        <FigureField
          key={way}
          named
          label={way === 'out' ? 'pass out' : 'and back'}
          path="passes.speedMs"
          value={typedPass(run, way)}
          placeholder="speed"
          className="w-16"
          onSet={(speedMs) => log.change((now) => withPass(now, way, speedMs), `pass ${way}`, `pass ${way}`)}
        />
      ))}
    </div>
  );
}

/** Temperatures with the seconds since the stop: by then the can has warmed up from inside, or cooled. */
function Readings({ run, log }: Props) {
  return (
    <div className={ROW}>
      <span className={LABEL}>Read, and seconds after the stop</span>
      <div className="flex flex-wrap gap-x-4 gap-y-1.5 max-sm:flex-col">
        {READ_OF.map(([of, word]) => {
          const reading = typedReading(run, of);
          return (
            <span key={of} className="flex flex-wrap items-center gap-x-1.5 gap-y-1">
              <span className="text-[13px] max-sm:w-9">{word}</span>
              <FigureField
                label={`${word} after the run`}
                path="readings.c"
                value={reading?.c}
                placeholder="read"
                className="w-12"
                onSet={(c) => log.changeTerms((now) => withReading(now, of, { c }), `${word} after the run`, `reading ${of}`)}
              />
              {reading && (
                <>
                  <FigureField
                    label={`${word}: seconds after the stop`}
                    path="readings.afterStopS"
                    value={reading?.afterStopS}
                    placeholder="0"
                    className="w-10"
                    onSet={(afterStopS) =>
                      log.changeTerms((now) => withReading(now, of, { afterStopS }), `${word}: seconds after the stop`, `after ${of}`)
                    }
                  />
                </>
              )}
            </span>
          );
        })}
        <FigureField
          named
          label="motor as it began"
          path="readings.c"
          value={run.startC?.can}
          placeholder="as the air"
          className="w-16"
          onSet={(can) =>
            log.changeTerms(({ startC, ...now }) => (can === undefined ? now : { ...now, startC: { ...startC, can } }), 'motor as it began', 'startC')
          }
        />
      </div>
    </div>
  );
}

function Amounts({ run, log }: Props) {
  return (
    <div className={ROW}>
      <span className={LABEL}>Amps and charge</span>
      <FigureField
        named
        label="at top speed"
        path="current.settledA"
        value={run.current?.settledA}
        placeholder="amps"
        className="w-14"
        onSet={(value) =>
          log.change((now) => withoutEmpty(setField(now, 'current', setField(now.current ?? {}, 'settledA', value))), 'amps at top speed', 'settledA')
        }
      />
      <FigureField
        named
        label="put back"
        path="usedAh"
        value={run.usedAh}
        placeholder="Ah"
        className="w-14"
        onSet={(value) => log.change((now) => setField(now, 'usedAh', value), 'charge put back', 'usedAh')}
      />
    </div>
  );
}

/** How it was set up and driven: as the plan says, where nothing else was noted. */
function Setup({ run, log }: Props) {
  const { plan } = run;
  const setPlan = (change: (plan: PlanFile) => PlanFile, label: string) =>
    log.changeTerms((now) => ({ ...now, plan: change(now.plan) }), label, label);
  return (
    <div className={ROW}>
      <span className={LABEL}>Driven</span>
      <FigureField
        named
        label="minutes"
        path="run.minutes"
        value={run.minutes}
        placeholder={String(plan.run?.minutes ?? '')}
        className="w-12"
        onSet={(minutes) => log.changeTerms((now) => setField(now, 'minutes', minutes), 'minutes driven', 'minutes')}
      />
      <label className="inline-flex items-center gap-1.5">
        as
        <select
          aria-label="Driven as"
          className={SELECT}
          value={run.drivenAs ?? plan.run?.profile ?? 'race'}
          onChange={(event) => log.changeTerms((now) => ({ ...now, drivenAs: event.target.value as ProfileName }), 'kind of driving')}
        >
          {PROFILES.map((profile) => (
            <option key={profile} value={profile}>
              {wordFor(profile)}
            </option>
          ))}
        </select>
      </label>
      <label className="inline-flex items-center gap-1.5">
        on
        <select
          aria-label="Ground"
          className={SELECT}
          value={plan.site.surface}
          onChange={(event) => setPlan((now) => ({ ...now, site: { ...now.site, surface: event.target.value as Surface } }), 'ground')}
        >
          {SURFACES.map((surface) => (
            <option key={surface} value={surface}>
              {wordFor(surface)}
            </option>
          ))}
        </select>
      </label>
      <FigureField
        named
        label="air"
        path="site.ambientC"
        value={plan.site.ambientC}
        className="w-10"
        onSet={(c) => c !== undefined && setPlan((now) => ({ ...now, site: { ...now.site, ambientC: c } }), 'air')}
      />
      {plan.gearing.pinion !== undefined &&
        (['pinion', 'spur'] as const).map((gear) => (
          <FigureField
            key={gear}
            named
            label={gear}
            path={`gearing.${gear}`}
            value={plan.gearing[gear]}
            className="w-8"
            onSet={(teeth) => teeth !== undefined && setPlan((now) => ({ ...now, gearing: { ...now.gearing, [gear]: teeth } }), gear)}
          />
        ))}
      <FigureField
        named
        label="pack at the start"
        path="startCharge"
        keptIn="share"
        value={plan.startCharge ?? 1}
        className="w-10"
        onSet={(charge) => setPlan((now) => setField(now, 'startCharge', charge), 'charge at the start')}
      />
    </div>
  );
}

function Words({ run, log }: Props) {
  const photos = useKeepPhotos();
  const kept = run.photos ?? [];
  return (
    <div className="flex flex-col gap-1.5 py-2">
      <span className="flex flex-wrap items-center gap-2">
        <input
          aria-label="Name of the run"
          key={run.name}
          defaultValue={run.name ?? ''}
          maxLength={LONGEST_NAME}
          placeholder="Name: first on the new pinion"
          className="h-7 min-w-0 flex-1 basis-44 rounded-sm border border-rule bg-paper px-2 max-sm:h-10"
          onBlur={(event) => {
            const name = event.target.value.trim() || undefined;
            if (name !== run.name) log.change((now) => setField(now, 'name', name), 'name of the run');
          }}
        />
        <input
          type="datetime-local"
          aria-label="When it was driven"
          className={SELECT}
          value={format(new Date(run.at), "yyyy-MM-dd'T'HH:mm")}
          onChange={(event) => {
            const at = new Date(event.target.value);
            if (!Number.isNaN(at.getTime())) log.change((now) => ({ ...now, at: at.toISOString() }), 'when it was driven', 'at');
          }}
        />
      </span>
      <span className="grid gap-1.5 sm:grid-cols-2">
        {(['notes', 'broke'] as const).map((field) => (
          <textarea
            key={field}
            aria-label={field === 'notes' ? 'Notes' : 'What broke'}
            placeholder={field === 'notes' ? 'Notes: wind, tyres, how it felt' : 'What broke'}
            rows={1}
            maxLength={LONGEST_NOTES}
            defaultValue={run[field] ?? ''}
            className="field-sizing-content w-full rounded-sm border border-rule bg-paper px-2 py-1 text-[13px]"
            onBlur={(event) => {
              const text = event.target.value.trim() || undefined;
              if (text !== run[field]) log.change((now) => setField(now, field, text), field === 'notes' ? 'notes' : 'what broke');
            }}
          />
        ))}
      </span>
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
              onClick={() =>
                log.change(
                  (now) =>
                    setField(
                      now,
                      'photos',
                      kept.filter((one) => one.hash !== photo.hash),
                    ),
                  'remove a photo',
                )
              }
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
          onFiles={(files) =>
            void photos.keep(files, kept, MOST_RUN_PHOTOS - kept.length, `A run holds ${MOST_RUN_PHOTOS} photos.`).then((more) => {
              if (more.length > 0) log.change((now) => ({ ...now, photos: [...(now.photos ?? []), ...more] }), 'photo');
            })
          }
        />
        <Choice
          on={run.aside === true}
          onClick={() => log.change((now) => setField(now, 'aside', now.aside ? undefined : (true as const)), 'learn from it')}
        >
          {run.aside ? 'Left out of learning' : 'Leave out of learning'}
        </Choice>
        {isHeldBack(run) && (
          <span className="text-[12.5px] text-soft">throttle held at {Math.round(100 * run.capShare!)} %: learned from only with the ESC’s log</span>
        )}
      </span>
      {photos.problems.map((problem) => (
        <p key={problem} role="alert" className="text-[12px] text-stop">
          {problem}
        </p>
      ))}
    </div>
  );
}
