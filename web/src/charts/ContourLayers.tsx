import { formatNumber } from '@puddler/figures';
import { AcrossAxis, UpAxis } from './Axes';
import { FILL, STROKE } from './tones';
import type { Border, Box, ContourLayout, LevelLabel } from './contour-layout';

export interface Axis {
  label: string;
  unit: string;
  digits: number;
}

interface Props {
  layout: ContourLayout;
  labels: readonly LevelLabel[];
  lines: readonly Border[];
  box: Box;
  height: number;
  x: Axis;
  y: Axis;
  tone: 'heat' | 'amps';
  now: { x: number; y: number } | undefined;
}

/** Filled steps, axes, named levels, limits as borders, and where the plan stands. */
export function ContourLayers({ layout, labels, lines, box, height, x, y, tone, now }: Props) {
  const { scaleX, scaleY, levels } = layout;
  return (
    <>
      {levels.map((level, i) => (
        <path key={level.at} d={level.path} fillRule="evenodd" fillOpacity={i === 0 ? 0.06 : 0.15} className={FILL[tone]} />
      ))}
      <AcrossAxis ticks={layout.ticksX} scale={scaleX} foot={box.bottom + 15} digits={2} />
      <UpAxis ticks={layout.ticksY} scale={scaleY} left={box.left} right={box.right} digits={2} lines={false} />
      <text x={box.right} y={height - 4} textAnchor="end" className="fill-ink font-semibold">
        {axisText(x)}
      </text>
      <text x={4} y={11} className="fill-ink font-semibold">
        {axisText(y)}
      </text>
      {labels.map((label) => (
        <text key={label.at} x={label.x} y={label.y} textAnchor={label.anchor} className="fill-ink/80">
          {formatNumber(label.at, 2)}
        </text>
      ))}
      {lines.map((line) => (
        <g key={line.label}>
          <path d={line.path} fill="none" className={`${STROKE[line.tone]} [stroke-width:2]`} />
          <text
            x={Math.min(line.labelAt[0], box.right) - 4}
            y={Math.max(box.top + 10, line.labelAt[1] - 4)}
            textAnchor="end"
            className={`${FILL[line.tone]} stroke-paper font-semibold [paint-order:stroke] stroke-3`}
          >
            {line.label}
          </text>
        </g>
      ))}
      {now && (
        <path d={`M${scaleX(now.x) - 6} ${scaleY(now.y)}h12M${scaleX(now.x)} ${scaleY(now.y) - 6}v12`} className="stroke-ink [stroke-width:2]" />
      )}
    </>
  );
}

const axisText = ({ label, unit }: Axis) => (unit && unit !== label ? `${label} ${unit}` : label);
