import { gearCell, sameLapS, type GearCell, type Limits } from '@puddler/core';
import { useMemo, type ReactNode } from 'react';
import { useAppSelector } from '../../document-store/store';
import { CsvButton } from '../../ui/CsvButton';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, toShown, unitOf } from '@puddler/figures';
import { METRICS, type GearChoice, type Metric } from './gear-choice';
import { gearVerdict } from './gear-verdict';
import { gearsKey, type RunsByGears } from '../../jobs/plan-jobs';
import { useTakeGears } from './use-take-gears';
import type { ActivePlan } from '../../active/use-plan';
import { heatFigure, motorHeatC } from '../../active/heat-text';
import { useSaid } from '../../active/Said';

/** Ratios this near count as equal: half a tooth on a large spur. */
const SAME_RATIO = 0.008;

interface Props {
  active: ActivePlan;
  choice: GearChoice;
  metric: Metric;
  runs: RunsByGears | undefined;
  limits: Limits;
  /** Beside what the table says. */
  children: ReactNode;
}

/** Every pair of pinion and spur by one figure; a click takes it. */
export function GearTable({ active, choice, metric, runs, limits, children }: Props) {
  const { file } = active;
  const system = useAppSelector((state) => state.prefs.units);
  const take = useTakeGears(active);
  const { pinion: nowPinion, spur: nowSpur } = file.gearing;
  const ratio = nowSpur! / nowPinion!;
  const cells = useMemo(
    () => choice.spurs.map((spur) => choice.pinions.map((pinion) => gearCell(file, pinion, spur, limits))),
    [file, choice, limits],
  );
  const kept = unitOf({ speed: 'm/s', can: '°C', lap: 's', current: 'A', rollout: 'mm' }[metric], system);
  const unit = metric === 'lap' ? { ...kept, digits: 2 } : kept;
  const asNow = runs?.get(gearsKey(nowPinion!, nowSpur!));
  const value = (cell: GearCell): number | undefined => {
    const run = runs?.get(gearsKey(cell.pinion, cell.spur));
    const figures = {
      speed: cell.topSpeedMs,
      can: run && motorHeatC(run),
      lap: run && asNow && sameLapS(run, asNow),
      current: cell.packCurrentA,
      rollout: cell.rolloutMm,
    };
    return figures[metric];
  };
  const show = (cell: GearCell): string => {
    const known = value(cell);
    if (known === undefined) return '…';
    return metric === 'can' ? heatFigure(known, unit) : formatIn(known, unit, true);
  };
  const csv = () => ({
    heads: [`spur \\ pinion, ${METRICS[metric]} [${unit.symbol}]`, ...choice.pinions.map(String)],
    rows: cells.map((row, i) => [
      choice.spurs[i],
      ...row.map((cell) => {
        const known = value(cell);
        return known === undefined || known === Infinity ? undefined : toShown(known, unit);
      }),
    ]),
  });
  return (
    <div className="mt-1 overflow-x-auto">
      <table className="text-right text-small" aria-label={`${METRICS[metric]} in ${unit.symbol} by pinion and spur`}>
        <thead>
          <tr className="text-soft">
            <th scope="col" className="px-1 py-0.5 text-left text-fine font-medium">
              spur \ pinion
            </th>
            {choice.pinions.map((pinion) => (
              <th key={pinion} scope="col" className={`px-1 py-0.5 font-medium ${pinion === nowPinion ? 'text-ink' : ''}`}>
                {pinion}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {cells.map((row, i) => (
            <tr key={choice.spurs[i]} className="border-t border-rule">
              <th scope="row" className={`px-1 text-left font-medium ${choice.spurs[i] === nowSpur ? '' : 'text-soft'}`}>
                {choice.spurs[i]}
              </th>
              {row.map((cell) => (
                <td key={cell.pinion} className="p-px">
                  <GearButton
                    cell={cell}
                    text={show(cell)}
                    verdict={gearVerdict(cell, runs?.get(gearsKey(cell.pinion, cell.spur)), limits)}
                    isNow={cell.pinion === nowPinion && cell.spur === nowSpur}
                    isSameRatio={Math.abs(cell.spur / cell.pinion / ratio - 1) < SAME_RATIO}
                    onTake={take}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-0.5 flex flex-wrap items-center gap-x-3 text-fine text-soft">
        {children}
        Underlined: the present ratio. Marked: does not mesh, touches, or heats motor or ESC past a limit. Click to take one.
        <CsvButton name={`${file.name} ${METRICS[metric]} by gears`} table={csv} />
      </p>
    </div>
  );
}

interface ButtonProps {
  cell: GearCell;
  text: string;
  verdict: ReturnType<typeof gearVerdict>;
  isNow: boolean;
  isSameRatio: boolean;
  onTake: (pinion: number, spur: number) => void;
}

function GearButton({ cell: { pinion, spur }, text, verdict, isNow, isSameRatio, onTake }: ButtonProps) {
  const said = useSaid();
  const look = isNow ? 'bg-ink font-semibold text-paper hover:bg-ink' : isSameRatio ? 'underline decoration-dotted underline-offset-4' : '';
  return (
    <button
      type="button"
      aria-current={isNow}
      title={said(`${pinion} / ${spur}: ${verdict?.why ?? (isSameRatio && !isNow ? 'the same ratio' : 'fits')}`)}
      className={`flex h-7 min-w-11 items-center justify-end gap-1 rounded-sm px-1 hover:bg-wash max-sm:h-thumb ${look}`}
      onClick={() => onTake(pinion, spur)}
    >
      {verdict && <VerdictMark level={verdict.level} />}
      {text}
    </button>
  );
}
