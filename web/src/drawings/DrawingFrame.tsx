import { useRef, type ReactNode } from 'react';
import { ChartExport } from '../charts/ChartExport';

interface Props {
  title: string;
  /** Names the file. */
  name: string;
  width: number;
  height: number;
  /** What it shows, for those who hear the page; the list below says it part by part. */
  label: string;
  /** The drawing keeps its size, and scrolls in its frame where there is less room. */
  minWidth?: number;
  /** What stands on the drawing as part of the page, and not of the picture. */
  overlay?: ReactNode;
  children: ReactNode;
  below?: ReactNode;
}

/** A drawing with its name, ways to take it out, and the same in words below. */
export function DrawingFrame({ title, name, width, height, label, minWidth, overlay, children, below }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  return (
    <figure className="print:break-inside-avoid">
      <figcaption className="flex items-center justify-between gap-2">
        <h3 className="text-lead font-semibold">{title}</h3>
        <span className="print:hidden">
          <ChartExport svg={() => svg.current} name={name} />
        </span>
      </figcaption>
      <div className="overflow-x-auto" tabIndex={minWidth === undefined ? undefined : 0}>
        <div className="relative max-w-217">
          <svg
            ref={svg}
            viewBox={`0 0 ${width} ${height}`}
            width="100%"
            role="img"
            aria-label={label}
            fontSize="11.5"
            style={minWidth === undefined ? undefined : { minWidth }}
          >
            {children}
          </svg>
          {overlay}
        </div>
      </div>
      {below}
    </figure>
  );
}
