import type { BandFigure, PlanFile, SetupFigures } from '@puddler/core';
import { useAppSelector } from '../../document-store/store';
import { current } from '../../jobs/asked';
import { useBands } from '../../jobs/use-bands';
import { Failed } from '../../ui/Failed';
import { atAGlance, formatIn, unitOf, type Unit } from '@puddler/figures';
import { heatFigure, heatRange, isBurnt } from '../../active/heat-text';

interface Row {
  what: string;
  value: number;
  band: BandFigure;
  unit: Unit;
  fixed?: true;
}

/** What a setup does, each figure with the range that is likely: eight of ten predictions lie in it. */
export function SetupFigureList({ figures, plan }: { figures: SetupFigures; plan: PlanFile }) {
  const system = useAppSelector((state) => state.prefs.units);
  const asked = useBands(plan);
  const bands = current(asked);
  const rows: Row[] = [
    { what: 'speed', value: figures.topSpeedMs, band: 'topSpeedMs', unit: unitOf('m/s', system), fixed: true },
    { what: 'can', value: figures.maxCanC, band: 'maxCanC', unit: unitOf('°C', system) },
    { what: 'lasts', value: figures.minutes, band: 'minutes', unit: { ...unitOf('min', system), digits: 0 } },
    { what: 'peak', value: figures.peakPackCurrentA, band: 'peakPackCurrentA', unit: atAGlance(unitOf('A', system)) },
  ];
  if (asked.state === 'failed') return <Failed what="How likely it is could not be worked out" reason={asked.reason} onRetry={asked.retry} />;
  return (
    <table className="mt-1 w-full text-body" aria-busy={!bands}>
      <tbody>
        {rows.map(({ what, value, band, unit, fixed }) => {
          const range = bands?.figures[band];
          const isHeat = band === 'maxCanC';
          return (
            <tr key={what}>
              <th scope="row" className="w-[4.6rem] pr-2 text-left text-small font-normal text-soft">
                {what}
              </th>
              <td className="pr-3 whitespace-nowrap">
                <strong className="font-semibold">{isHeat ? heatFigure(value, unit) : formatIn(value, unit, fixed)}</strong>{' '}
                {isHeat && isBurnt(value) ? '' : unit.symbol}
              </td>
              <td className="text-right text-small whitespace-nowrap text-soft">
                {range ? `likely ${isHeat ? heatRange(range, unit) : `${formatIn(range.p10, unit)}–${formatIn(range.p90, unit)}`}` : '…'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
