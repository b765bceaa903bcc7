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
  children: ReactNode;
  below?: ReactNode;
}

/** A drawing with its name, ways to take it out, and the same in words below. */
export function DrawingFrame({ title, name, width, height, label, minWidth, children, below }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  return (
    <figure className="print:break-inside-avoid">
      <figcaption className="flex items-center justify-between gap-2">
        <h3 className="text-[14px] font-semibold">{title}</h3>
        <span className="print:hidden">
          <ChartExport svg={() => svg.current} name={name} />
        </span>
      </figcaption>
      <div className="overflow-x-auto" tabIndex={minWidth === undefined ? undefined : 0}>
        <svg
          ref={svg}
          viewBox={`0 0 ${width} ${height}`}
          width="100%"
          role="img"
          aria-label={label}
          fontSize="11.5"
          className="max-w-[760px]"
          style={minWidth === undefined ? undefined : { minWidth }}
        >
          {children}
        </svg>
      </div>
      {below}
    </figure>
  );
}
