import { AmountFields, PassFields } from '../../active/RunFields';
import { Choice } from '../../ui/Choice';
import { withStep, type AtLadder } from './use-ladder-progress';
import type { Driven } from '../../active/ladder-question';

const FLAGS = [
  ['cutOff', 'The ESC cut off'],
  ['smell', 'It smelt'],
  ['noise', 'It sounded wrong'],
] as const;

/** The passes of a step, what it drew where that is known, and what went wrong. */
export function TrackPasses({ at, driven }: { at: AtLadder; driven: Driven }) {
  const { run, step } = driven;
  const change: Parameters<typeof PassFields>[0]['onChange'] = (make, label, joins) => at.changeRun(driven, make, label, joins);
  return (
    <section aria-label="Passes" className="mt-3 flex flex-col gap-2">
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        <PassFields run={run} onChange={change} className="w-20 text-title" />
        <AmountFields run={run} onChange={change} className="w-16 text-title" />
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
