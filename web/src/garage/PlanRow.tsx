import type { PlanBody } from '@puddler/contract/shared';
import type { Car, Run } from '@puddler/core';
import { MoreHorizontal, Pin } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { undoable } from '../document-store/undoable';
import { pinOf, togglePlanPin } from '../active/pinning';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { addPlan, copyName, deleteDocument, editPlan } from '../document-store/edits';
import { asBoughtOf, learnedOf, type StoredPlan } from '../document-store/selectors';
import { chainView, type ChainView } from '../jobs/chain-view';
import { planFileFor } from '../active/joined-plan';
import { useRunTerms } from '../active/run-terms';
import { latest } from '../jobs/asked';
import { useRun } from '../jobs/use-run';
import { headline, short } from '../active/link-text';
import { Button } from '../ui/Button';
import { Menu } from '../ui/Menu';
import { VerdictMark } from '../ui/VerdictMark';
import { formatIn, unitOf } from '@puddler/figures';
import { usePlan } from '../active/use-plan';
import { NameField } from './NameField';
import { PlanProgress } from './PlanProgress';
import { heatFigure, motorBurntS, motorHeatC } from '../active/heat-text';
import { useSaid } from '../active/Said';

/** One plan with its headline figures; a `twin` has the name of another and says when it was last changed. */
export function PlanRow({ id, carId, plan, car, stock, twin, updatedAt }: StoredPlan & { car: Car; stock: boolean; twin: boolean }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const system = useAppSelector((state) => state.prefs.units);
  const said = useSaid();
  const [renaming, setRenaming] = useState(false);
  const file = planFileFor(
    car,
    plan,
    useAppSelector((state) => asBoughtOf(state, carId)),
    useAppSelector((state) => learnedOf(state, carId)),
  );
  const view = chainView(file);
  const wish = useRunTerms(carId, plan.limits);
  const driven = useRun(view.state === 'ready' ? file : undefined, wish);
  const result = latest(driven);
  const worst = result?.findings[0];
  const active = usePlan(id);
  const isPinned = useAppSelector((state) => pinOf(state.pins, file) !== undefined);

  const remove = () => {
    dispatch(deleteDocument('plan', id));
    dispatch(undoable(`${plan.name} is deleted.`));
  };

  return (
    <tr className="border-b border-rule hover:bg-wash/50" data-plan={id}>
      <th scope="row" className="py-1.5 pr-3 text-left leading-tight font-medium sm:truncate">
        {renaming ? (
          <NameField
            value={plan.name}
            label={`Name of the plan ${plan.name}`}
            editing
            onDone={(name) => {
              setRenaming(false);
              if (name) dispatch(editPlan(id, 'name', name, `rename ${plan.name}`));
            }}
          />
        ) : (
          <span className="flex items-baseline gap-2">
            {isPinned && <Pin size={12} className="shrink-0 self-center text-steel" aria-label="pinned" />}
            <Link to={`/plans/${id}`} className="block truncate py-1 decoration-edge underline-offset-4 hover:underline">
              {plan.name}
            </Link>
            {twin && updatedAt && <span className="shrink-0 text-fine text-soft">changed {whenText(updatedAt)}</span>}
            {worst && worst.level !== 'info' && (
              <span title={said(`${worst.figure}: ${worst.why}`)}>
                <VerdictMark level={worst.level} />
              </span>
            )}
          </span>
        )}
        {active && <PlanProgress active={active} />}
      </th>
      <td className="truncate py-1.5 pr-3 text-soft max-md:hidden">
        {stock && <span className="mr-2 rounded-sm border border-rule px-1 text-fine">as bought</span>}
        {cellsText(plan)} · {headline('motor', file, system)} · {headline('gears', file, system)}
      </td>
      <PlanFigures view={view} run={result?.driven.run} failed={driven.state === 'failed' ? driven : undefined} />
      <td className="py-1 text-right">
        <Menu
          label={`More about ${plan.name}`}
          icon={<MoreHorizontal size={16} />}
          items={[
            { label: 'Open', act: () => void navigate(`/plans/${id}`) },
            { label: 'Rename', act: () => setRenaming(true), takesFocus: true },
            { label: 'Duplicate', act: () => dispatch(addPlan(carId, { ...plan, name: copyName(plan.name) })) },
            { label: isPinned ? 'Take its pin out' : 'Pin to compare', act: () => dispatch(togglePlanPin(id)) },
            { label: 'Find parts and gears', act: () => void navigate(`/plans/${id}/find`) },
            { label: 'Export as a file', href: `/api/plans/${id}/file` },
            { label: 'Delete', act: remove, tone: 'stop' },
          ]}
        />
      </td>
    </tr>
  );
}

const WHEN = new Intl.DateTimeFormat('en', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', hour12: false });
const whenText = (iso: string) => WHEN.format(new Date(iso));

/** “3S”, “6 NiMH”: how packs are spoken of. */
function cellsText({ packs, packWiring }: Pick<PlanBody, 'packs' | 'packWiring'>): string {
  const cells = packWiring === 'parallel' ? packs[0]!.cells : packs.reduce((sum, pack) => sum + pack.cells, 0);
  return packs[0]!.chemistry === 'nimh' ? `${cells} NiMH` : `${cells}S`;
}

/** The three headline figures of a plan; those of its run come when it has been driven. */
function PlanFigures({ view, run, failed }: { view: ChainView; run: Run | undefined; failed: { reason: string; retry: () => void } | undefined }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  if (view.state !== 'ready')
    return (
      <td colSpan={3} className="py-1.5 pr-3 text-right text-stop">
        cannot be computed: {view.path}
      </td>
    );
  const top = <Figure value={formatIn(view.steady.topSpeedMs, speed, true)} unit={speed.symbol} />;
  if (failed)
    return (
      <>
        {top}
        <td colSpan={2} className="py-1 pr-3 text-right text-small text-stop">
          not driven: {failed.reason}{' '}
          <Button tone="quiet" onClick={failed.retry}>
            Try again
          </Button>
        </td>
      </>
    );
  return (
    <>
      {top}
      <Figure value={run ? short(run.peakPackCurrentA) : '…'} unit="A peak" className="max-sm:hidden" />
      <Figure value={run ? heatFigure(motorHeatC(run), warm) : '…'} unit={run && motorBurntS(run) !== undefined ? '' : `${warm.symbol} can`} />
    </>
  );
}

function Figure({ value, unit, className = '' }: { value: string; unit: string; className?: string }) {
  return (
    <td className={`py-1.5 pr-3 text-right whitespace-nowrap ${className}`}>
      <strong className="text-lead font-semibold">{value}</strong> <span className="text-small text-soft">{unit}</span>
    </td>
  );
}
