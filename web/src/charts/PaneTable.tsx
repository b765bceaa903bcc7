import { toCsv } from '../ui/to-csv';
import { formatNumber } from '@puddler/figures';
import { tableRows, type PaneData } from './pane-layout';

const TABLE_ROWS = 25;

interface Props {
  title: string;
  data: PaneData;
  xName: string;
  xUnit: string;
  height: number;
}

/** A chart's data as a table of some rows. */
export function PaneTable({ title, data, xName, xUnit, height }: Props) {
  return (
    <div className="overflow-auto" style={{ height: height + 20 }} tabIndex={0} role="region" aria-label={`${title}, as a table`}>
      <table className="w-full text-right">
        <thead className="sticky top-0 bg-paper">
          <tr className="border-b border-rule text-small text-soft">
            <th scope="col" className="py-1 pr-3 font-medium">
              {xName} {xUnit}
            </th>
            {data.panes.map((pane) => (
              <th scope="col" key={pane.label} className="py-1 pr-3 font-medium">
                {pane.label} {pane.unit}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {tableRows(data.x, TABLE_ROWS).map((row) => (
            <tr key={row} className="border-b border-rule">
              <th scope="row" className="py-0.5 pr-3 font-medium">
                {formatNumber(data.x[row]!, 2, true)}
              </th>
              {data.panes.map((pane) => (
                <td key={pane.label} className="py-0.5 pr-3">
                  {Number.isFinite(pane.y[row]) ? formatNumber(pane.y[row]!, pane.digits, true) : ''}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** All samples, not only those a table shows, with units in the heads. */
export function csvOf(data: PaneData, xName: string, xUnit: string): Promise<string> {
  const heads = [`${xName} [${xUnit}]`, ...data.panes.map((pane) => `${pane.label} [${pane.unit}]`)];
  return toCsv(
    heads,
    data.x.map((x, i) => [x, ...data.panes.map((pane) => (Number.isFinite(pane.y[i]) ? pane.y[i] : undefined))]),
  );
}
