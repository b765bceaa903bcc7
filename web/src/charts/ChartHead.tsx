import type { ReactNode } from 'react';
import { ChartExport } from './ChartExport';

interface Props {
  title: string;
  /** What its files are called. */
  name: string;
  svg: () => SVGSVGElement | null;
  csv?: () => string | Promise<string>;
  /** Stands at the right, before the files: what the chart can be asked for. */
  tools?: ReactNode;
  /** Between title and tools. */
  children?: ReactNode;
}

/** What stands over a chart: its title, what it can be asked for, and its files. */
export function ChartHead({ title, name, svg, csv, tools, children }: Props) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-0.5">
      <figcaption className="eyebrow text-soft">{title}</figcaption>
      {children}
      <span className="ml-auto flex flex-wrap items-center gap-x-1 print:hidden">
        {tools}
        <ChartExport svg={svg} name={name} {...(csv ? { csv } : {})} />
      </span>
    </div>
  );
}
