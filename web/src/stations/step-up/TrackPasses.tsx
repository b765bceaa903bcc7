import { setField } from '@puddler/core';
import { FigureField } from '../../in-hand/FigureField';
import { typedPass, withoutEmpty, withPass } from '../../in-hand/run-entry';
import { Choice } from '../../ui/Choice';
import { withStep, type AtLadder, type Driven } from './use-climb';

const FLAGS = [
  ['cutOff', 'The ESC cut off'],
  ['smell', 'It smelt'],
  ['noise', 'It sounded wrong'],
] as const;

/** The passes of a step, what it drew where that is known, and what went wrong. */
export function TrackPasses({ at, driven }: { at: AtLadder; driven: Driven }) {
  const { run, step } = driven;
  return (
    <section aria-label="Passes" className="mt-3 flex flex-col gap-2">
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        {(['out', 'back'] as const).map((way) => (
          <FigureField
            key={way}
            named
            label={way === 'out' ? 'Pass out' : 'and back'}
            path="passes.speedMs"
            value={typedPass(run, way)}
            placeholder="speed"
            className="w-20 text-[18px]"
            onSet={(speedMs) => at.changeRun(driven, (now) => withPass(now, way, speedMs), `pass ${way}`, `pass ${way}`)}
          />
        ))}
        <FigureField
          named
          label="at"
          path="current.settledA"
          value={run.current?.settledA}
          placeholder="amps"
          className="w-16 text-[18px]"
          onSet={(value) =>
            at.changeRun(
              driven,
              (now) => withoutEmpty(setField(now, 'current', setField(now.current ?? {}, 'settledA', value))),
              'amps at top speed',
              'settledA',
            )
          }
        />
        <FigureField
          named
          label="put back"
          path="usedAh"
          value={run.usedAh}
          placeholder="Ah"
          className="w-16 text-[18px]"
          onSet={(value) => at.changeRun(driven, (now) => setField(now, 'usedAh', value), 'charge put back', 'usedAh')}
        />
      </div>
      <div className="flex flex-wrap gap-2" role="group" aria-label="What went wrong">
        {FLAGS.map(([flag, word]) => (
          <Choice
            key={flag}
            size="large"
            on={step[flag] === true}
            onClick={() =>
              at.change((noted) => withStep(noted, step.id, { [flag]: step[flag] ? undefined : true }), word.toLowerCase(), `${flag} ${step.id}`)
            }
          >
            {word}
          </Choice>
        ))}
      </div>
    </section>
  );
}
