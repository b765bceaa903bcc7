import { SideScroll } from '../../ui/SideScroll';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { useMemo, useState } from 'react';
import { PaneChart } from '../../charts/PaneChart';
import type { RunOnDesk } from '../../desk/selectors';
import { useAppSelector } from '../../desk/store';
import { useTrace } from '../../jobs/log-jobs';
import type { PassLine } from '../../workers/log-drawing';
import { runName } from './log-text';
import { passOverlay } from './pass-overlay';
import { traceWish } from './trace-wish';

const MOST_OVERLAID = 4;
/** Passes in the table before the rest is asked for. */
const SHOWN = 12;

/** The passes of a run: what each did, and all of them from the moment of full throttle; another run’s can be laid over them. */
export function Passes({ passes, others }: { passes: readonly PassLine[]; others: readonly RunOnDesk[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [otherId, setOther] = useState('');
  const other = others.find((one) => one.id === otherId);
  const wish = useMemo(() => (other ? traceWish(other.id, other.run) : undefined), [other]);
  const asked = useTrace(wish);
  const laid = useMemo(() => {
    const own = passes.slice(0, MOST_OVERLAID).map((pass, i) => ({ name: `${i + 1}`, pass }));
    const theirs =
      other && asked.state === 'ready' ? asked.value.passes.slice(0, 2).map((pass, i) => ({ name: `${runName(other.run)}, ${i + 1}`, pass })) : [];
    return theirs.length > 0 ? [...own.slice(0, 2), ...theirs] : own;
  }, [passes, other, asked]);
  const data = useMemo(() => passOverlay(laid, system), [laid, system]);
  if (passes.length === 0) return null;
  return (
    <section aria-label="Passes">
      <PassTable passes={passes} />
      <PaneChart title="From the moment of full throttle" data={data} xUnit="s" height={210}>
        {others.length > 0 && (
          <label className="text-[12px] text-soft print:hidden">
            over{' '}
            <select
              aria-label="Lay another run over it"
              className="h-7 max-w-40 rounded-sm border border-rule bg-paper px-1 max-sm:h-10"
              value={otherId}
              onChange={(event) => setOther(event.target.value)}
            >
              <option value="">no other run</option>
              {others.map(({ id, run }) => (
                <option key={id} value={id}>
                  {runName(run)}
                </option>
              ))}
            </select>
          </label>
        )}
      </PaneChart>
    </section>
  );
}

function PassTable({ passes }: { passes: readonly PassLine[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = { ...unitOf('m/s', system), digits: 1 };
  const [all, setAll] = useState(false);
  const shown = all ? passes : passes.slice(0, SHOWN);
  const cell = (value: number | undefined, digits: number) => (value === undefined ? '' : formatNumber(value, digits, true));
  return (
    <SideScroll label="Passes, as a table">
      <table className="w-full min-w-[420px] text-right text-[12.5px]">
        <thead>
          <tr className="border-b border-edge text-soft">
            {['Pass', 'from s', 'held s', speed.symbol, 'A', 'V', 'sag V', 'peak A'].map((head, i) => (
              <th
                key={head}
                scope="col"
                className={`py-1 pr-2 font-medium ${i === 0 ? 'text-left' : ''}`}
                title={head === 'peak A' ? 'When the output reaches full. Normal, and not the figure to plan with.' : undefined}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((pass, i) => (
            <tr key={pass.fromS} className="border-b border-rule">
              <th scope="row" className="py-1 pr-2 text-left font-medium">
                {i + 1}
                {!pass.settled && <span className="text-[12px] font-normal text-soft"> still rising</span>}
              </th>
              <td className="pr-2">{cell(pass.fromS, 1)}</td>
              <td className="pr-2">{cell(pass.toS - pass.fromS, 1)}</td>
              <td className="pr-2 font-semibold">{pass.speedMs === undefined ? '' : formatIn(pass.speedMs, speed, true)}</td>
              <td className="pr-2">{cell(pass.settledA, 1)}</td>
              <td className="pr-2">{cell(pass.settledV, 2)}</td>
              <td className="pr-2">{cell(pass.sagV, 2)}</td>
              <td className="pr-2 text-soft">{cell(pass.peakA, 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {passes.length > SHOWN && (
        <button type="button" className="hit mt-1 text-[12.5px] text-steel underline-offset-2 hover:underline" onClick={() => setAll(!all)}>
          {all ? 'Only the first' : `All ${passes.length} passes`}
        </button>
      )}
    </SideScroll>
  );
}
