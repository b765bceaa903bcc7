import { LimitLine, UpAxis } from './Axes';
import type { LaidPane } from './pane-layout';
import { FILL, STROKE } from './tones';

const LIMIT_LABEL_PX = 14;

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
      <UpAxis ticks={pane.ticks} scale={pane.scale} left={left} right={right} />
      {(pane.limits ?? []).map((limit) => (
        <LimitLine key={limit.label} tone={limit.tone} at={pane.scale(limit.at)} left={left} right={right} under={crowded(pane, limit.at)}>
          {limit.label}
        </LimitLine>
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
        className={`${FILL[pane.tone]} text-small font-semibold`}
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
