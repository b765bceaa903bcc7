import type { Learned, LoggedRun, PlanFile, Trace } from '@puddler/core';

type Noted = (run: LoggedRun) => LoggedRun | undefined;

const withPlan = (run: LoggedRun, change: (plan: PlanFile) => PlanFile): LoggedRun => ({ ...run, plan: change(run.plan) });
const gears =
  (gear: 'pinion' | 'spur', by: number): Noted =>
  (run) =>
    withPlan(run, (plan) => ({ ...plan, gearing: { ...plan.gearing, [gear]: plan.gearing[gear]! + by } }));
const scaled = (trace: Trace, field: 'motorRpm' | 'speedMs', factor: number): Trace => ({
  ...trace,
  fields: { ...trace.fields, [field]: trace.fields[field]!.map((value) => value * factor) },
});
const logged =
  (change: (trace: Trace) => Trace): Noted =>
  (run) => ({ ...run, trace: change(run.trace!) });

/** Slips that a builder may make in noting a run that was right, each with the input error that explains it. */
export const WRONGLY_NOTED: readonly { inputError: string; note: Noted }[] = [
  { inputError: 'pinion +1', note: gears('pinion', -1) },
  { inputError: 'pinion −1', note: gears('pinion', 1) },
  { inputError: 'pinion +2', note: gears('pinion', -2) },
  { inputError: 'pinion −2', note: gears('pinion', 2) },
  {
    inputError: 'cells +1',
    note: (run) => withPlan(run, (plan) => ({ ...plan, packs: plan.packs.map((pack) => ({ ...pack, cells: pack.cells - 1 })) })),
  },
  {
    inputError: 'cells −1',
    note: (run) => withPlan(run, (plan) => ({ ...plan, packs: plan.packs.map((pack) => ({ ...pack, cells: pack.cells + 1 })) })),
  },
  { inputError: 'poles ×2', note: logged((trace) => scaled(trace, 'motorRpm', 2)) },
  { inputError: 'poles ×0.5', note: logged((trace) => scaled(trace, 'motorRpm', 0.5)) },
  {
    inputError: 'tyre 0.9',
    note: (run) =>
      withPlan(run, (plan) => ({ ...plan, car: { ...plan.car, tyre: { ...plan.car.tyre, diameterMm: plan.car.tyre.diameterMm / 0.9 } } })),
  },
  {
    inputError: 'tyre 1.1',
    note: (run) =>
      withPlan(run, (plan) => ({ ...plan, car: { ...plan.car, tyre: { ...plan.car.tyre, diameterMm: plan.car.tyre.diameterMm / 1.1 } } })),
  },
  { inputError: 'km/h as mph', note: logged((trace) => scaled(trace, 'speedMs', 1.609344)) },
  { inputError: 'mph as km/h', note: logged((trace) => scaled(trace, 'speedMs', 1 / 1.609344)) },
];

/** Suppositions whose odds lie within this share of the likeliest cannot be told apart by the runs, and are offered together. */
const TOGETHER = 0.1;

/** Whether the input error of a run is named first, or together with what cannot be separated from it: a tyre a tenth large is a pinion with a tenth of teeth more. */
export const isNamedFirst = ({ slips }: Learned, inputError: string): boolean =>
  slips.some(({ id, odds }) => id === inputError && odds >= TOGETHER * slips[0]!.odds);
