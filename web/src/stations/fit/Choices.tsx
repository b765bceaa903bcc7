import { PRESS_MATERIALS, type FitChoices, type PressMaterial } from '@puddler/core';
import { RadioQuestions } from '../../active/RadioQuestions';
import type { AtBench } from './use-fit';
import { Select } from '../../ui/Select';

/** What the plan does not say and the bench must know. */
export function Choices({ bench, carId }: { bench: AtBench; carId: string }) {
  const { fitting, input, change } = bench;
  const set = <K extends keyof FitChoices>(field: K, value: FitChoices[K] | undefined, label: string) =>
    change((noted) => {
      const { [field]: _old, ...others } = noted.choices;
      return { ...noted, choices: value === undefined ? others : { ...others, [field]: value } };
    }, label);
  return (
    <div className="mb-3 print:hidden">
      <div className="flex flex-wrap gap-x-4 gap-y-1 text-small">
        {input.plan.motor.kind === 'brushless' && (
          <Tick
            label="Motor and ESC are one piece"
            on={fitting.choices.allInOne === true}
            onSet={(on) => set('allInOne', on || undefined, 'motor and ESC in one')}
          />
        )}
        {input.twins && (
          <Tick
            label="The two motors face each other"
            on={fitting.choices.mirrored !== false}
            onSet={(on) => set('mirrored', on ? undefined : false, 'motors face each other')}
          />
        )}
        {input.shaftToTurn && (
          <label className="flex items-center gap-1.5">
            The pinion is of
            <Select
              size="small"
              value={fitting.choices.pinionOf ?? 'metal'}
              onChange={(event) => set('pinionOf', event.target.value as PressMaterial, 'what the pinion is of')}
            >
              {PRESS_MATERIALS.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </Select>
          </label>
        )}
      </div>
      <RadioQuestions carId={carId} />
    </div>
  );
}

function Tick({ label, on, onSet }: { label: string; on: boolean; onSet: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-1.5 max-sm:h-thumb">
      <input type="checkbox" className="size-4" checked={on} onChange={(event) => onSet(event.target.checked)} />
      {label}
    </label>
  );
}
