import { ChartLine, Table2 } from 'lucide-react';
import { useRef, useState, type ReactNode } from 'react';
import { ChartHead } from './ChartHead';
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
      <ChartHead
        title={title}
        name={title}
        svg={() => svg.current}
        csv={() => csvOf(data, xName, xUnit)}
        tools={
          <button
            type="button"
            className="hit flex items-center gap-1.5 rounded-sm px-1.5 py-1 text-small whitespace-nowrap text-soft max-sm:min-h-thumb hover:bg-wash hover:text-ink"
            onClick={() => setAsTable(!asTable)}
          >
            {asTable ? <ChartLine size={14} /> : <Table2 size={14} />}
            {asTable ? 'As a chart' : 'As a table'}
          </button>
        }
      >
        {children}
      </ChartHead>
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
