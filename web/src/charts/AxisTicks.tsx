import { formatNumber } from '@puddler/figures';

interface Props {
  ticksX: readonly number[];
  ticksY: readonly number[];
  scaleX: (value: number) => number;
  scaleY: (value: number) => number;
  box: { left: number; right: number; top: number; bottom: number };
  /** Hairlines across; a filled chart has none. */
  lines?: boolean;
}

/** Numbers under and beside a chart of two axes. */
export function AxisTicks({ ticksX, ticksY, scaleX, scaleY, box, lines = false }: Props) {
  return (
    <>
      {ticksX.map((tick) => (
        <g key={`x${tick}`}>
          {lines && <path d={`M${scaleX(tick)} ${box.top}V${box.bottom}`} className="stroke-rule" />}
          <text x={scaleX(tick)} y={box.bottom + 15} textAnchor="middle" className="fill-soft">
            {formatNumber(tick, 2)}
          </text>
        </g>
      ))}
      {ticksY.map((tick) => (
        <g key={`y${tick}`}>
          {lines && <path d={`M${box.left} ${scaleY(tick)}H${box.right}`} className="stroke-rule" />}
          <text x={box.left - 6} y={scaleY(tick) + 4} textAnchor="end" className="fill-soft">
            {formatNumber(tick, 2)}
          </text>
        </g>
      ))}
    </>
  );
}
