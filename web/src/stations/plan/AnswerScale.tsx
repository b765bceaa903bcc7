import { scaleLinear } from 'd3-scale';
import { useWidth } from '../../ui/useWidth';
import { formatNumber } from '@puddler/figures';

interface Props {
  tone: 'amps' | 'heat';
  from?: number;
  to: number;
  value: number | undefined;
  /** The likely band, p10 to p90, drawn thick; faint while a newer one is on its way. */
  span?: readonly [number, number] | undefined;
  faint?: boolean;
  /** A second value on the same scale: the peak. */
  mark?: number | undefined;
  pinned?: number | undefined;
  /** Writes the numbers at both ends of the scale. */
  ends?: boolean;
  limits?: { at: number; label: string; tone: 'caution' | 'stop' }[];
}

const HEIGHT = 34;
const LINE_Y = 12;
const LIMIT = { caution: 'fill-caution', stop: 'fill-stop' } as const;

/** Where an answer stands between nothing and its limits. Decoration: the same is said in words beside it. */
export function AnswerScale({ tone, from = 0, to, value, span, faint = false, mark, pinned, limits = [], ends = false }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>(360);
  const x = scaleLinear([from, to], [0, Math.max(width - 1, 1)]).clamp(true);
  // Limits close together would write over each other: only the first is labelled.
  const labelled = limits.filter((limit, i) => i === 0 || x(limit.at) - x(limits[i - 1]!.at) > 76);
  return (
    <div ref={ref} aria-hidden="true">
      <svg width={width} height={HEIGHT} className="block overflow-visible text-fine">
        <path d={`M0 ${LINE_Y}H${width}`} className="stroke-edge" />
        {ends && (
          <>
            <text x={0} y={LINE_Y + 18} className="fill-soft">
              {formatNumber(from, 0)}
            </text>
            <text x={width} y={LINE_Y + 18} textAnchor="end" className="fill-soft">
              {formatNumber(to, 0)}
            </text>
          </>
        )}
        {span && (
          <rect
            x={x(span[0])}
            y={LINE_Y - 4}
            width={Math.max(0, x(span[1]) - x(span[0]))}
            height={8}
            className={`${tone === 'heat' ? 'fill-heat' : 'fill-amps'} ${faint ? 'opacity-50' : ''}`}
          />
        )}
        {limits.map((limit) => (
          <path
            key={limit.label}
            d={`M${x(limit.at)} ${LINE_Y - 2}l-4.5 -7h9zM${x(limit.at) - 0.5} ${LINE_Y - 3}h1v9h-1z`}
            className={LIMIT[limit.tone]}
          />
        ))}
        {labelled.map((limit) => (
          <text key={limit.label} x={Math.min(x(limit.at), width - 24)} y={LINE_Y + 18} textAnchor="middle" className={LIMIT[limit.tone]}>
            {limit.label}
          </text>
        ))}
        {mark !== undefined && <path d={`M${x(mark)} ${LINE_Y - 5}v10`} className="stroke-ink [stroke-width:1.5]" />}
        {pinned !== undefined && <circle cx={x(pinned)} cy={LINE_Y} r={4} className="fill-paper stroke-steel [stroke-width:2]" />}
        {value !== undefined && <rect x={x(value) - 1.5} y={LINE_Y - 7} width={3} height={14} className="fill-ink" />}
      </svg>
    </div>
  );
}
