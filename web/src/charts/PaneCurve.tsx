import { formatNumber } from '@puddler/figures';
import type { LaidPane } from './pane-layout';

const STROKE = { ink: 'stroke-ink', steel: 'stroke-steel', soft: 'stroke-soft', ember: 'stroke-ember' } as const;
export const PANE_FILL = { ink: 'fill-ink', steel: 'fill-steel', soft: 'fill-soft', ember: 'fill-ember' } as const;
const LIMIT_STROKE = { caution: 'stroke-caution', stop: 'stroke-stop' } as const;
const LIMIT_LABEL_PX = 14;
const LIMIT_FILL = { caution: 'fill-caution', stop: 'fill-stop' } as const;

interface Props {
  pane: LaidPane;
  left: number;
  right: number;
  /** Its name stands beside its end instead of over it. */
  beside: boolean;
}

/** One quantity: its scale, its limits, its curve and its name. */
export function PaneCurve({ pane, left, right, beside }: Props) {
  return (
    <g>
      {pane.ticks.map((tick) => (
        <g key={tick}>
          <path d={`M${left} ${pane.scale(tick)}H${right}`} className="stroke-rule" />
          <text x={left - 6} y={pane.scale(tick) + 4} textAnchor="end" className="fill-soft">
            {formatNumber(tick, 1)}
          </text>
        </g>
      ))}
      {(pane.limits ?? []).map((limit) => (
        <g key={limit.label}>
          <path d={`M${left} ${pane.scale(limit.at)}H${right}`} className={`${LIMIT_STROKE[limit.tone]} [stroke-dasharray:6_3]`} />
          <text x={left + 4} y={pane.scale(limit.at) + (crowded(pane, limit.at) ? LIMIT_LABEL_PX - 2 : -3)} className={LIMIT_FILL[limit.tone]}>
            {limit.label}
          </text>
        </g>
      ))}
      <path
        d={pane.path}
        fill="none"
        strokeWidth={1.75}
        strokeLinejoin="round"
        className={`${STROKE[pane.tone]} ${pane.broken ? '[stroke-dasharray:4_3]' : ''}`}
      />
      <text
        x={beside ? right + 6 : right - 2}
        y={pane.labelY}
        textAnchor={beside ? 'start' : 'end'}
        className={`${PANE_FILL[pane.tone]} text-[12px] font-semibold`}
      >
        {pane.label} {pane.unit}
      </text>
    </g>
  );
}

/** True when a limit's label would run into the next limit above it: it stands under its own line then. */
function crowded({ limits = [], scale }: LaidPane, at: number): boolean {
  return limits.some((other) => other.at > at && scale(at) - scale(other.at) < LIMIT_LABEL_PX);
}
