import { formatNumber } from '@puddler/figures';
import type { PowerBand, PowerMoment } from '@puddler/core';
import { useAppSelector } from '../document-store/store';
import { bandShapes, type BandSize } from './band-path';
import { chainFlow } from './chain-flow';
import { crossing, short } from './link-text';

interface Props {
  /** At top speed, or at a moment of the pass. */
  band: PowerBand | PowerMoment;
  /** When that moment is [s]. */
  atS?: number | undefined;
  size: BandSize;
  /** Lying along the top of the page, or standing beside the links on a phone. */
  standing?: boolean;
}

export const FLOW_FILL = { electricity: 'fill-amps', movement: 'fill-drive' } as const;
const LINE_PX = 16;
/** A line that reaches over the edge of a thin band stands on paper of its own, so that the edge does not strike it through. */
const OVER_EDGE = 'stroke-paper stroke-4 [stroke-linejoin:round] [paint-order:stroke]';

/** Whether an edge of the band goes through a line of text on this base line. */
const isStruck = (edge: number, baseY: number): boolean => edge > baseY - 12 && edge < baseY + 4;

/** The band whose thickness is power; what each link loses leaves it sideways. */
export function Band({ band, atS, size, standing = false }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const shapes = bandShapes(chainFlow(band), size);
  const length = size.lengths.reduce((sum, one) => sum + one, 0);
  const summary = `${short(band.packW)} W from the pack; ${shapes.map((shape) => `${short(shape.lossW)} W lost at the ${shape.link}`).join(', ')}.`;
  return (
    <svg
      width={standing ? size.depth : length}
      height={standing ? length : size.depth}
      role="img"
      aria-label={`Power ${atS === undefined ? 'at top speed' : `at ${formatNumber(atS, 2, true)} s of the pass`}: ${summary}`}
      className="block overflow-visible"
    >
      <g {...(standing ? { transform: 'matrix(0 1 1 0 0 0)' } : {})}>
        {shapes.map((shape) => (
          <g key={shape.link}>
            <path d={shape.body} className={FLOW_FILL[shape.carries]} />
            <path d={shape.branch} className="fill-heat" />
          </g>
        ))}
      </g>
      {!standing &&
        shapes.map((shape) => (
          <g key={shape.link} className="text-small">
            {crossing(shape.link, band, system).map((line, row) => (
              <text
                key={row}
                x={shape.start + 8}
                y={LINE_PX * (row + 1)}
                className={`fill-ink font-semibold ${shape.edges.some((edge) => isStruck(edge, LINE_PX * (row + 1))) ? OVER_EDGE : ''}`}
              >
                {line}
              </text>
            ))}
            {shape.lossW >= 0.05 && (
              <text
                x={shape.branchEnd.along - 6}
                y={Math.min(size.depth - 3, shape.branchEnd.across - 4)}
                textAnchor="end"
                className="fill-ember font-semibold"
              >
                {short(shape.lossW)} W{shape.lossWord && ` ${shape.lossWord}`}
              </text>
            )}
          </g>
        ))}
      {standing &&
        shapes.map((shape) => (
          <text key={shape.link} x={shape.branchEnd.across + 4} y={shape.branchEnd.along + 4} className="fill-ember text-small font-semibold">
            {shape.lossW >= 0.05 && `${short(shape.lossW)} W`}
          </text>
        ))}
    </svg>
  );
}
