import { bayDrawing, pressFit, screwDepth, SCREW_SPARE_MM, type FigurePath } from '@puddler/core';
import type { RangePath } from '@puddler/contract/shared';
import { BayFromAbove } from '../../drawings/BayFromAbove';
import { ScrewAndShaft } from '../../drawings/ScrewAndShaft';
import { WiringDrawing } from '../../drawings/WiringDrawing';
import { useAppDispatch } from '../../document-store/store';
import { FigureField } from '../../active/FigureField';
import { setFigure } from '../../active/plan-edits';
import type { ActivePlan } from '../../active/use-plan';
import type { AtBench } from './use-fit';

export const WiringPanel = ({ bench, name }: { bench: AtBench; name: string }) => <WiringDrawing wiring={bench.wiring} name={name} />;

export function BayPanel({ bench, name }: { bench: AtBench; name: string }) {
  const { plan, resolved, limits } = bench.input;
  return <BayFromAbove bay={bayDrawing(plan, resolved, limits)} name={name} />;
}

/** Screw and shaft, with the figures that they are drawn from. */
export function ScrewPanel({ bench, active, name }: { bench: AtBench; active: ActivePlan; name: string }) {
  const dispatch = useAppDispatch();
  const { plan, shaftToTurn } = bench.input;
  const { choices } = bench.fitting;
  const boreMm = plan.gearing.pinionBoreMm ?? plan.car.bay?.pinionBoreMm;
  const { shaftMm, threadDepthMm } = plan.motor;
  const shaft =
    shaftToTurn && shaftMm !== undefined && boreMm !== undefined
      ? { shaftMm, boreMm, fit: pressFit(boreMm, choices.pinionOf ?? 'metal') }
      : undefined;
  const screw = screwDepth(plan, choices.plateMm);
  const figure = (label: string, path: FigurePath & RangePath, value: number | undefined) => (
    <FigureField
      named
      label={label}
      path={path}
      value={value}
      placeholder="measure"
      className="w-16"
      onSet={(next) => dispatch(setFigure(active, path, next, label))}
    />
  );
  return (
    <>
      {screw || shaft ? (
        <ScrewAndShaft name={name} screw={screw} shaft={shaft} />
      ) : (
        <p className="text-body text-soft">
          Nothing to draw yet. Turn a screw into the motor by hand, without the plate, until it touches: that is the depth of the thread, and a screw
          may go past the plate that much less {SCREW_SPARE_MM} mm.
        </p>
      )}
      {shaft && (
        <p className="text-small text-soft">
          Too thick: {shaft.fit.above} Too thin: {shaft.fit.below}
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-1 text-small print:hidden">
        {figure('Depth of the thread', 'motor.threadDepthMm', threadDepthMm)}
        {figure('Screw past the plate', 'car.bay.screwPastPlateMm', plan.car.bay?.screwPastPlateMm)}
        <FigureField
          named
          label="Plate"
          path="choices.plateMm"
          value={choices.plateMm}
          placeholder="measure"
          className="w-16"
          onSet={(plateMm) =>
            bench.change(
              ({ choices: { plateMm: _old, ...others }, ...noted }) => ({
                ...noted,
                choices: plateMm === undefined ? others : { ...others, plateMm },
              }),
              'thickness of the plate',
            )
          }
        />
        {figure('Motor shaft', 'motor.shaftMm', shaftMm)}
        {figure('Bore of the pinion', 'car.bay.pinionBoreMm', boreMm)}
      </div>
    </>
  );
}
