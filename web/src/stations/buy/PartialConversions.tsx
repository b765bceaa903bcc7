import { FIT_FINDING_IDS, type Change, type Cost, type Finding, type PartialConversion, type PartialFigures } from '@puddler/core';
import { useAppSelector } from '../../document-store/store';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { CHANGE_WORDS, costText } from './path-text';
import { heatFigure, motorHeatC } from '../../active/heat-text';
import { Fold } from '../../ui/Fold';
import { useSaid } from '../../active/Said';

interface Props {
  partials: readonly { partial: PartialConversion; cost: Cost }[];
  /** Share of them that is done. */
  done: number;
  /** Top speed of the car as bought, where it was measured [m/s]. */
  measuredMs: number | undefined;
}

/** Every part of the conversion: what the car does with it, or what forbids it. */
export function PartialConversions({ partials, done, measuredMs }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  const running = partials.flatMap((one) =>
    one.partial.figures && one.partial.forbidden === undefined ? [{ ...one, figures: one.partial.figures }] : [],
  );
  const forbidden = partials.filter(({ partial }) => partial.forbidden !== undefined);
  const fastest = Math.max(...running.map(({ figures }) => figures.topSpeedMs), 1e-9);
  return (
    <section aria-label="What runs by itself" aria-busy={done < 1}>
      <h2 className="eyebrow text-soft">What runs by itself {done < 1 && <span role="status">· {Math.round(100 * done)} %</span>}</h2>
      <p className="text-small text-soft">
        Each driven as this plan is, on its ground and in its air
        {measuredMs === undefined ? '.' : `; computed, also as bought, where ${formatIn(measuredMs, speed, true)} ${speed.symbol} was measured.`}
      </p>
      <div className="overflow-x-auto">
        <table className="w-full text-small">
          <thead>
            <tr className="border-b border-ink text-left text-soft">
              <th scope="col" className="py-0.5 pr-2 font-normal">
                With
              </th>
              <th scope="col" className="pr-2 font-normal">
                {speed.symbol}
              </th>
              <th scope="col" className="pr-2 text-right font-normal">
                A peak
              </th>
              <th scope="col" className="pr-2 text-right font-normal">
                can {warm.symbol}
              </th>
              <th scope="col" className="pr-2 text-right font-normal">
                min
              </th>
              <th scope="col" className="text-right font-normal">
                to pay
              </th>
            </tr>
          </thead>
          <tbody>
            {running.map(({ partial, figures, cost }) => (
              <PartialRow
                key={partial.changes.join('+')}
                name={changesText(partial.changes, partials)}
                figures={figures}
                worst={partial.findings[0]}
                fastest={fastest}
                toPay={partial.changes.length === 0 ? '' : costText(cost)}
              />
            ))}
          </tbody>
        </table>
      </div>
      {forbidden.length > 0 && <Forbidden partials={forbidden} nameOf={({ changes }) => changesText(changes, partials)} />}
    </section>
  );
}

interface RowProps {
  name: string;
  figures: PartialFigures;
  worst: Finding | undefined;
  /** Top speed of the fastest of them [m/s]. */
  fastest: number;
  toPay: string;
}

function PartialRow({ name, figures, worst, fastest, toPay }: RowProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const said = useSaid();
  return (
    <tr className="border-b border-rule align-top">
      <th scope="row" className="py-1 pr-2 text-left font-medium">
        {name}
        {worst && (
          <span className="ml-1" title={said(`${worst.figure}: ${worst.why}`)}>
            <VerdictMark level={worst.level === 'stop' ? 'stop' : 'caution'} />
          </span>
        )}
      </th>
      <td className="w-28 pr-2">
        <span className="flex items-center gap-1.5">
          <span className="h-2 bg-ember" style={{ width: `${(58 * figures.topSpeedMs) / fastest}px` }} aria-hidden="true" />
          {formatIn(figures.topSpeedMs, unitOf('m/s', system))}
        </span>
      </td>
      <td className="pr-2 text-right">{formatNumber(figures.peakPackCurrentA, 0)}</td>
      <td className="pr-2 text-right">{heatFigure(motorHeatC(figures), unitOf('°C', system))}</td>
      <td className="pr-2 text-right">{formatNumber(figures.minutes, 0)}</td>
      <td className="text-right whitespace-nowrap">{toPay}</td>
    </tr>
  );
}

function Forbidden({ partials, nameOf }: { partials: readonly { partial: PartialConversion }[]; nameOf: (partial: PartialConversion) => string }) {
  return (
    <Fold className="mt-1" summary={`${partials.length} ${partials.length === 1 ? 'part' : 'parts'} of it must not be run`}>
      <ul>
        {partials.map(({ partial }) => (
          <li key={partial.changes.join('+')} className="border-b border-rule py-1 last:border-0">
            <strong className="font-medium">{nameOf(partial)}</strong>{' '}
            <span className="text-soft">
              {partial.findings.some((one) => one.level === 'stop' && FIT_FINDING_IDS.some((id) => id === one.id)) ? 'It does not go together. ' : ''}
              {partial.forbidden}
            </span>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

function changesText(changes: readonly Change[], partials: Props['partials']): string {
  if (changes.length === 0) return 'as bought';
  if (changes.length === partials[partials.length - 1]!.partial.changes.length && partials.length > 2) return 'the whole plan';
  return changes.map((change) => CHANGE_WORDS[change]).join(', ');
}
