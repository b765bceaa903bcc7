import type { PlanFile } from '@puddler/core';
import { useAppDispatch, useAppSelector } from '../../../document-store/store';
import { applyEdits } from '../../../active/plan-edits';
import type { ActivePlan } from '../../../active/use-plan';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { unitOf } from '@puddler/figures';
import type { HeatAnswer } from '../../../workers/plan-worker';
import { HEAT_CHANGES } from './heat-changes';
import type { HeatChoices } from './use-heat';
import { heatFigure, heatWords, motorHeatC } from '../../../active/heat-text';

/** What the heat may be compared with: one thing changed. */
export function CompareChoices({ file, choices: { change, compareWith } }: { file: PlanFile; choices: HeatChoices }) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <span className="ml-auto flex flex-wrap items-center gap-1" role="group" aria-label="Compare with">
      <span className="text-small text-soft">with</span>
      {HEAT_CHANGES.filter((one) => one.possible(file)).map((one) => (
        <Choice key={one.id} on={change === one} onClick={() => compareWith(change === one ? undefined : one.id)}>
          {one.label(system)}
        </Choice>
      ))}
    </span>
  );
}

/** What the compared change does, and a word that takes it. */
export function ComparedLine({ active, choices, answer }: { active: ActivePlan; choices: HeatChoices; answer: HeatAnswer }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const warm = unitOf('°C', system);
  const { change, compareWith } = choices;
  const { course, compared } = answer;
  if (!change || !compared) return null;
  const take = () => {
    if (change.edits) dispatch(applyEdits(active, change.edits(active.file), change.words(system)));
    compareWith(undefined);
  };
  return (
    <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-small">
      <span>
        {change.words(system)}: can {heatFigure(motorHeatC(course.run), warm)} → <strong>{heatWords(motorHeatC(compared.run), warm)}</strong>, ESC{' '}
        {heatFigure(course.run.maxEscC, warm)} → <strong>{heatFigure(compared.run.maxEscC, warm)}</strong>
      </span>
      {change.edits && <Button onClick={take}>Take it into the plan</Button>}
    </p>
  );
}
