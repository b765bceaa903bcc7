import { LINK_NAMES, plannedRun, type PlanFile, type PowerBand } from '@puddler/core';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import type { Ref } from 'react';
import { useAppSelector } from '../../document-store/store';
import { Band } from '../Band';
import { linkTitle } from '../field-specs';
import { heatFigure, heatRange, motorBurntS, motorHeatC } from '../heat-text';
import { givesFirstText } from '../gives-first';
import { headline, short } from '../link-text';
import type { SharedFigures } from './plan-text';

const WIDTH = 760;
const HEIGHT = 400;
const LEFT = 24;
const LINK_PX = (WIDTH - 2 * LEFT) / LINK_NAMES.length;
const BAND = { thickness: 80, depth: 112, lengths: LINK_NAMES.map(() => LINK_PX) };
const MOST_NAME = 17;
const clipped = (text: string): string => (text.length > MOST_NAME ? `${text.slice(0, MOST_NAME - 1)}…` : text);

interface Props {
  name: string;
  file: PlanFile;
  band: PowerBand;
  figures: SharedFigures;
  ref?: Ref<SVGSVGElement>;
}

/** A plan on one card: the chain, what it answers, and its gears. */
export function PlanCard({ name, file, band, figures: { steady, run, bands, findings }, ref }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  const of = bands?.figures;
  const { minutes } = plannedRun(file);
  const answers: [title: string, figure: string, unit: string, under: string][] = [
    [
      'TOP SPEED',
      formatIn(steady.topSpeedMs, speed, true),
      speed.symbol,
      of ? `likely ${formatIn(of.topSpeedMs.p10, speed)}–${formatIn(of.topSpeedMs.p90, speed)}` : '',
    ],
    ['CURRENT AT SPEED', short(steady.packCurrentA), 'A', run ? `peak ${short(run.peakPackCurrentA)} A` : ''],
    [
      `MOTOR AFTER ${formatNumber(minutes, 0)} MIN`,
      run ? heatFigure(motorHeatC(run), warm) : '…',
      run && motorBurntS(run) !== undefined ? '' : warm.symbol,
      of ? `likely ${heatRange(of.maxCanC, warm)}` : '',
    ],
  ];
  return (
    <svg
      ref={ref}
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Card of ${name}`}
      className="block max-w-full"
    >
      <text x={LEFT} y={38} className="wide fill-ink text-head font-semibold">
        {file.car.name}: {name}
      </text>
      {LINK_NAMES.map((link, i) => (
        <g key={link}>
          <text x={LEFT + i * LINK_PX} y={72} className="fill-soft text-fine font-semibold">
            {linkTitle(link, file).toUpperCase()}
          </text>
          <text x={LEFT + i * LINK_PX} y={90} className="fill-ink text-body font-semibold">
            {clipped(headline(link, file, system))}
          </text>
        </g>
      ))}
      <g transform={`translate(${LEFT} 104)`}>
        <Band band={band} size={BAND} />
      </g>
      {answers.map(([title, figure, unit, under], i) => (
        <g key={title} transform={`translate(${LEFT + 240 * i} 250)`}>
          <text className="fill-soft text-fine font-semibold">{title}</text>
          <text y={46} className="wide fill-ink text-answer font-bold">
            {figure}
            <tspan dx={8} className="fill-soft text-lead font-normal">
              {unit}
            </tspan>
          </text>
          <text y={68} className="fill-soft text-body">
            {under}
          </text>
        </g>
      ))}
      <text x={LEFT} y={362} className="fill-ink text-body">
        {givesFirstText(steady.topSpeedMs, findings)}. Final drive {short(steady.finalDriveRatio)} : 1.
      </text>
      <text x={LEFT} y={382} className="fill-soft text-small">
        Predicted with Puddler, not measured.
      </text>
    </svg>
  );
}
