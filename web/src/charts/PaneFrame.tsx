import { AcrossAxis } from './Axes';
import type { Layout } from './pane-layout';

export interface PaneRegion {
  from: number;
  to: number;
  label: string;
}

export interface PaneMark {
  at: number;
  label: string;
}

interface Props {
  layout: Layout;
  regions: readonly PaneRegion[];
  marks: readonly PaneMark[];
  top: number;
  bottom: number;
  width: number;
  height: number;
  xUnit: string;
}

/** What stands behind the curves: stretches that are set off, moments with a word, and the axis of x. */
export function PaneFrame({ layout: { scaleX, ticksX }, regions, marks, top, bottom, width, height, xUnit }: Props) {
  return (
    <>
      {regions.map((region) => (
        <g key={region.from}>
          <rect
            x={scaleX(region.from)}
            y={top}
            width={Math.max(0, scaleX(region.to) - scaleX(region.from))}
            height={bottom - top}
            className="fill-wash"
          />
          <text x={scaleX(region.from) + 5} y={top - 5} className="fill-caution">
            {region.label}
          </text>
        </g>
      ))}
      {marks.map((mark) => (
        <g key={mark.label}>
          <path d={`M${scaleX(mark.at)} ${top}V${bottom}`} className="stroke-edge [stroke-dasharray:3_3]" />
          <text x={scaleX(mark.at) + 4} y={top + 10} className="fill-soft">
            {mark.label}
          </text>
        </g>
      ))}
      <AcrossAxis ticks={ticksX} scale={scaleX} foot={height - 6} right={width - 30} unit={xUnit} />
    </>
  );
}
