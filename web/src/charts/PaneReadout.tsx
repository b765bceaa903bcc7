import { formatNumber } from '@puddler/figures';
import type { LaidPane, PaneData } from './pane-layout';

interface Props {
  data: PaneData;
  panes: readonly LaidPane[];
  /** The sample that is read; undefined while none is. */
  at: number | undefined;
  xUnit: string;
  canTake: boolean;
}

/** Every quantity at the sample under the pointer, in words. */
export function PaneReadout({ data, panes, at, xUnit, canTake }: Props) {
  return (
    <p className="h-5 pl-11 text-[12.5px]" aria-live="polite">
      {at !== undefined && data.x[at] !== undefined ? (
        <>
          <span className="text-soft">at </span>
          <strong className="font-semibold">
            {formatNumber(data.x[at], 2, true)} {xUnit}
          </strong>
          {panes.map((pane) => (
            <span key={pane.label}>
              <span className="text-soft"> · {pane.label} </span>
              <strong className="font-semibold">
                {Number.isFinite(pane.y[at]) ? `${formatNumber(pane.y[at]!, pane.digits, true)} ${pane.unit}` : '–'}
              </strong>
            </span>
          ))}
          {canTake && <span className="text-soft"> · click takes it</span>}
        </>
      ) : null}
    </p>
  );
}
