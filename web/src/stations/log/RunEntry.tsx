import type { CarRun } from '@puddler/contract/shared';
import { PROFILES, setField, SURFACES, wordFor, type PlanFile, type ProfileName, type Surface } from '@puddler/core';
import { FigureField } from '../../active/FigureField';
import { AmountFields, PassFields } from '../../active/RunFields';
import { READ_OF, typedReading, withReading } from '../../active/run-entry';
import { RunWords } from './RunWords';
import type { AtLog } from './use-log';
import { Select } from '../../ui/Select';

const ROW = 'flex flex-wrap items-center gap-x-3 gap-y-1.5 py-1.5';
const LABEL = 'w-24 shrink-0 text-small text-soft max-sm:w-full';
/** A run as it is typed at the track: everything but one figure may be left out, and each is kept as it is typed. */
export function RunEntry({ run, log }: { run: CarRun; log: AtLog }) {
  return (
    <section aria-label="The run" className="divide-y divide-rule border-y border-rule">
      <Passes run={run} log={log} />
      <Readings run={run} log={log} />
      <Amounts run={run} log={log} />
      <Setup run={run} log={log} />
      <RunWords run={run} log={log} />
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
      <PassFields run={run} onChange={log.change} className="w-16" />
    </div>
  );
}

/** Temperatures with the seconds since the stop: by then the can has warmed up from inside, or cooled. */
function Readings({ run, log }: Props) {
  return (
    <div className={ROW}>
      <span className={LABEL}>After the stop</span>
      <div className="flex flex-wrap gap-x-4 gap-y-1.5 max-sm:flex-col">
        {READ_OF.map(([of, word]) => {
          const reading = typedReading(run, of);
          return (
            <span key={of} className="flex flex-wrap items-center gap-x-1.5 gap-y-1">
              <span className="text-body max-sm:w-9">{word}</span>
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
      <AmountFields run={run} onChange={log.change} className="w-14" />
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
        <Select
          aria-label="Driven as"
          size="small"
          value={run.drivenAs ?? plan.run?.profile ?? 'race'}
          onChange={(event) => log.changeTerms((now) => ({ ...now, drivenAs: event.target.value as ProfileName }), 'kind of driving')}
        >
          {PROFILES.map((profile) => (
            <option key={profile} value={profile}>
              {wordFor(profile)}
            </option>
          ))}
        </Select>
      </label>
      <label className="inline-flex items-center gap-1.5">
        on
        <Select
          aria-label="Ground"
          size="small"
          value={plan.site.surface}
          onChange={(event) => setPlan((now) => ({ ...now, site: { ...now.site, surface: event.target.value as Surface } }), 'ground')}
        >
          {SURFACES.map((surface) => (
            <option key={surface} value={surface}>
              {wordFor(surface)}
            </option>
          ))}
        </Select>
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
