import { Download } from 'lucide-react';
import { noticed } from '../document-store/notices-slice';
import { useAppDispatch } from '../document-store/store';
import { fileName } from '../ui/CsvButton';
import { download } from '../ui/download';
import { Menu } from '../ui/Menu';
import type { MenuItem } from '../ui/menu-item';
import { pngOf, svgText } from './export-chart';

interface Props {
  /** The chart as drawn; undefined or null while its table is shown. */
  svg: () => SVGSVGElement | null;
  name: string;
  /** The same data as CSV, made when asked for. */
  csv?: () => string | Promise<string>;
}

/** Takes a chart out as SVG or PNG, and its data as CSV. */
export function ChartExport({ svg, name, csv }: Props) {
  const dispatch = useAppDispatch();
  const file = fileName(name);
  const attempt = (work: () => void | Promise<void>) => () => {
    Promise.resolve()
      .then(work)
      .catch((error: unknown) =>
        dispatch(noticed({ text: `It could not be saved: ${error instanceof Error ? error.message : String(error)}`, tone: 'stop' })),
      );
  };
  const drawn = (): SVGSVGElement => {
    const chart = svg();
    if (!chart) throw new Error('show it as a chart first');
    return chart;
  };
  const items: MenuItem[] = [
    { label: 'Picture as SVG', act: attempt(() => download(`${file}.svg`, 'image/svg+xml', svgText(drawn()))) },
    { label: 'Picture as PNG', act: attempt(async () => download(`${file}.png`, 'image/png', await pngOf(drawn()))) },
    ...(csv ? [{ label: 'Figures as CSV', act: attempt(async () => download(`${file}.csv`, 'text/csv', await csv())) }] : []),
  ];
  return <Menu label={`Save ${name}`} icon={<Download size={14} />} items={items} />;
}
