import { amend, predictSteady, resolvePlan } from '@puddler/core';
import { formatIn, unitOf } from '@puddler/figures';
import { useMemo } from 'react';
import { useAppSelector } from '../../document-store/store';
import { FigureField } from '../../active/FigureField';
import type { ActivePlan } from '../../active/use-plan';
import type { AtLadder } from './use-ladder-progress';
import type { Target } from './use-target';

interface Props {
  /** The plan as it is. */
  active: ActivePlan;
  target: Target;
  at: AtLadder;
}

/** Where the ladder leads: empty it is the plan's own gearing, a speed typed here finds the gears for it. */
export function TargetField({ active: { file }, target: { typed }, at }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const ownMs = useMemo(() => predictSteady(resolvePlan(file)).topSpeedMs, [file]);
  const { pinion, spur } = file.gearing;
  if (pinion === undefined || spur === undefined) return null;
  const said = (speedMs: number) => `${formatIn(speedMs, speed, true)} ${speed.symbol}`;
  return (
    <div className="flex flex-wrap items-center gap-x-2 text-body print:hidden">
      <FigureField
        named
        label="to"
        path="today.topSpeedMs"
        value={at.progress.targetMs}
        placeholder={formatIn(ownMs, speed, true)}
        className="w-14"
        onSet={(targetMs) => at.change((noted) => amend(noted, { targetMs }), 'target of the ladder')}
      />
      <span className="text-soft">
        {typed
          ? `${typed.isReached ? '' : 'No pinion reaches it. '}${typed.gears.pinion}/${spur} gives ${said(typed.gears.topSpeedMs)}; the plan has ${pinion}/${spur}.`
          : `As the plan is geared, ${pinion}/${spur}; or type another speed.`}
      </span>
    </div>
  );
}
