import { RANGES, type CarRun } from '@puddler/contract/shared';
import { HIGHEST_BY_S, READ_BY_S, type TypedReading } from '@puddler/core';
import { FigureField } from '../../active/FigureField';
import { Choice } from '../../ui/Choice';
import { nowMs } from '../../ui/clock';
import { useNow } from '../../ui/use-now';
import { clockText } from './step-text';
import type { AtLadder } from './use-ladder-progress';
import type { Driven } from '../../active/ladder-question';

const FIRST = [
  ['can', 'Motor'],
  ['esc', 'ESC'],
  ['pack', 'Pack'],
] as const satisfies readonly (readonly [TypedReading['of'], string])[];

const firstOf = ({ readings = [] }: CarRun, of: TypedReading['of']): TypedReading | undefined => readings.find((one) => one.of === of);
const highestOf = ({ readings = [] }: CarRun): TypedReading | undefined => readings.filter((one) => one.of === 'can')[1];

/** Readings with one of them replaced; undefined takes it out. The highest of the motor is the second of its readings. */
function withOne(run: CarRun, before: TypedReading | undefined, after: TypedReading | undefined): CarRun {
  const { readings = [], ...rest } = run;
  const others = before ? readings.map((one) => (one === before ? after : one)) : [...readings, after];
  const kept = others.filter((one) => one !== undefined);
  return kept.length === 0 ? rest : { ...rest, readings: kept };
}

/** Four temperatures with the clock since the stop: the seconds are noted by themselves when a figure is typed. */
export function TrackReadings({ at, driven, stoppedAt }: { at: AtLadder; driven: Driven; stoppedAt: string }) {
  const now = useNow();
  const sinceS = Math.max(0, (now - Date.parse(stoppedAt)) / 1000);
  const { run } = driven;
  const set = (of: TypedReading['of'], before: TypedReading | undefined, c: number | undefined, what: string) => {
    const afterStopS = before?.afterStopS ?? Math.min(RANGES['readings.afterStopS'].max, Math.round((nowMs() - Date.parse(stoppedAt)) / 1000));
    at.changeRun(driven, (known) => withOne(known, before, c === undefined ? undefined : { of, c, afterStopS }), what, `reading ${what}`);
  };
  const [can, highest] = [firstOf(run, 'can'), highestOf(run)];
  const { hasPatch } = at.progress;
  return (
    <section aria-label="Temperatures" className="mt-3 border-t border-rule pt-3">
      <p className="flex items-baseline gap-3">
        <span role="timer" className="wide text-figure font-semibold">
          {clockText(sinceS)}
        </span>
        <span className="text-lead text-soft">
          since the stop.{' '}
          {sinceS < READ_BY_S ? 'Motor, ESC and pack within a minute.' : sinceS < HIGHEST_BY_S ? 'Now the highest of the motor, in two minutes.' : ''}
        </span>
      </p>
      <Patch hasPatch={hasPatch} onSay={(said) => at.change((noted) => ({ ...noted, hasPatch: said }), 'the patch for the thermometer')} />
      <div className="mt-1 flex flex-wrap gap-x-4 gap-y-2">
        {FIRST.map(([of, word]) => {
          const known = firstOf(run, of);
          return (
            <FigureField
              key={of}
              named
              label={word}
              path="readings.c"
              value={known?.c}
              placeholder="read"
              className="w-14 text-title"
              onSet={(c) => set(of, known, c, word)}
            />
          );
        })}
        {can && (
          <FigureField
            named
            label="Highest of the motor"
            path="readings.c"
            value={highest?.c}
            placeholder="read"
            className="w-14 text-title"
            onSet={(c) => set('can', highest, c, 'Highest')}
          />
        )}
      </div>
    </section>
  );
}

/** Asked once before the first reading: bare metal shines, and reads up to 15 K low. */
function Patch({ hasPatch, onSay }: { hasPatch: boolean | undefined; onSay: (hasPatch: boolean) => void }) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 text-lead" role="group" aria-label="A matt patch for the thermometer">
      <span className="text-soft">{hasPatch === undefined ? 'Have motor and ESC a matt patch, tape or paint, for the thermometer?' : 'Read on'}</span>
      <Choice on={hasPatch === true} onClick={() => onSay(true)}>
        a matt patch
      </Choice>
      <Choice on={hasPatch === false} onClick={() => onSay(false)}>
        bare metal
      </Choice>
      {hasPatch === false && <span className="text-soft">which may be 15 K hotter than it reads.</span>}
    </div>
  );
}
