import { LINK_NAMES, plannedRun, type Bands, type Finding, type PlanFile, type Run, type Steady } from '@puddler/core';
import { formatIn, formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import { wordFor } from '../../ui/words';
import { heatRange, motorBurntS, motorHeatWords } from '../heat-text';
import { linkTitle } from '../field-specs';
import { givesFirstText } from '../gives-first';
import { detail, headline, short } from '../link-text';

/** What a plan comes to, as far as it is computed. */
export interface SharedFigures {
  steady: Steady;
  run: Run | undefined;
  bands: Bands | undefined;
  findings: readonly Finding[];
}

const NAME_WIDTH = 12;
const row = (name: string, text: string): string => `${name.padEnd(NAME_WIDTH)}${text}`;

/** A plan as a dozen aligned lines, for a message or a forum. */
export function planText(name: string, file: PlanFile, { steady, run, bands, findings }: SharedFigures, system: UnitSystem): string {
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  const likely = (text: string | undefined) => (text === undefined ? '' : ` (likely ${text})`);
  const of = bands?.figures;
  const range = (band: { p10: number; p90: number } | undefined, unit = speed) => band && `${formatIn(band.p10, unit)}–${formatIn(band.p90, unit)}`;
  const { minutes, profile } = plannedRun(file);
  return [
    `${file.car.name}: ${name}`,
    ...LINK_NAMES.map((link) =>
      row(linkTitle(link, file), [headline(link, file, system), detail(link, file, steady, system)].filter(Boolean).join(', ')),
    ),
    row('Top speed', `${formatIn(steady.topSpeedMs, speed, true)} ${speed.symbol}${likely(range(of?.topSpeedMs))}`),
    row('Current', `${short(steady.packCurrentA)} A at speed${run ? `, peak ${short(run.peakPackCurrentA)} A` : ''}`),
    ...(run
      ? [
          row(
            'Motor',
            motorBurntS(run) === undefined
              ? `${motorHeatWords(run, warm)} after ${formatNumber(minutes, 0)} min of ${wordFor(profile)}${likely(of && heatRange(of.maxCanC, warm))}`
              : `${motorHeatWords(run, warm)} of ${wordFor(profile)}`,
          ),
        ]
      : []),
    row('First', givesFirstText(steady.topSpeedMs, findings)),
    'Predicted with Puddler, not measured.',
  ].join('\n');
}
