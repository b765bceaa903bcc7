import { ChartLine, Table2 } from 'lucide-react';
import { useRef, useState, type ReactNode } from 'react';
import { ChartExport } from './ChartExport';
import type { PaneData } from './pane-layout';
import { PaneDrawing } from './PaneDrawing';
import type { PaneMark, PaneRegion } from './PaneFrame';
import { csvOf, PaneTable } from './PaneTable';
import { Guarded } from '../ui/Guarded';

interface Props {
  title: string;
  data: PaneData;
  xUnit: string;
  height: number;
  /** Stretches of x set off and named. */
  regions?: readonly PaneRegion[];
  stale?: boolean;
  /** Moments set off by a line and a word. */
  marks?: readonly PaneMark[];
  /** What x is, for the table’s head. */
  xName?: string;
  /** Told which sample the readout is on; undefined when it is gone. */
  onReadout?: (index: number | undefined) => void;
  /** Takes the sample that is clicked, or that the readout is on at Enter. */
  onTake?: (index: number) => void;
  /** Beside the title. */
  children?: ReactNode;
}

/** Several quantities over one axis, each in its own pane with its own unit; a readout follows pointer and arrow keys. */
export function PaneChart({
  title,
  data,
  xUnit,
  height,
  regions = [],
  marks = [],
  xName = 'time',
  stale = false,
  onReadout,
  onTake,
  children,
}: Props) {
  const [asTable, setAsTable] = useState(false);
  const svg = useRef<SVGSVGElement>(null);
  return (
    <figure className={`m-0 ${stale ? 'opacity-70' : ''}`} aria-busy={stale}>
      <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-0.5">
        <figcaption className="eyebrow text-soft max-sm:w-full">{title}</figcaption>
        {children}
        <span className="flex items-center">
          <button
            type="button"
            className="hit flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-[12px] whitespace-nowrap text-soft max-sm:min-h-thumb hover:bg-wash hover:text-ink"
            onClick={() => setAsTable(!asTable)}
          >
            {asTable ? <ChartLine size={14} /> : <Table2 size={14} />}
            {asTable ? 'As a chart' : 'As a table'}
          </button>
          <ChartExport svg={() => svg.current} name={title} csv={() => csvOf(data, xName, xUnit)} />
        </span>
      </div>
      {asTable ? (
        <PaneTable title={title} data={data} xName={xName} xUnit={xUnit} height={height} />
      ) : (
        <Guarded what="The chart" resetKeys={[data]} instead={<PaneTable title={title} data={data} xName={xName} xUnit={xUnit} height={height} />}>
          <PaneDrawing
            title={title}
            data={data}
            xUnit={xUnit}
            height={height}
            regions={regions}
            marks={marks}
            onReadout={onReadout}
            onTake={onTake}
            svg={svg}
          />
        </Guarded>
      )}
    </figure>
  );
}
