import type { PlanBody, PlanName } from '@puddler/contract/shared';
import { isUsualAt, type FigurePath, type Finding, type PlanFile, type Run } from '@puddler/core';
import { MoreHorizontal, Pin } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { undoable } from '../document-store/undoable';
import { pinOf, togglePlanPin } from '../active/pinning';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { addPlan, copyName, deleteDocument, editPlan } from '../document-store/edits';
import { keyOf } from '../document-store/entry';
import { chainView, type ChainView } from '../jobs/chain-view';
import { useRunTerms } from '../active/run-terms';
import { latest } from '../jobs/asked';
import { useRun } from '../jobs/use-run';
import { headline, short } from '../active/link-text';
import { Button } from '../ui/Button';
import { Menu } from '../ui/Menu';
import { VerdictMark } from '../ui/VerdictMark';
import { formatIn, unitOf, type UnitSystem } from '@puddler/figures';
import { usePlan, type ActivePlan } from '../active/use-plan';
import { NameField } from './NameField';
import { PlanProgress } from './PlanProgress';
import { heatFigure, motorBurntS, motorHeatC } from '../active/heat-text';
import { useSaid } from '../active/Said';

interface PlanRowProps extends PlanName {
  stock: boolean;
  /** It has the name of another and says when it was last changed. */
  twin: boolean;
}

/** One plan with its headline figures; its name alone until its car is here. */
export function PlanRow({ id, name, stock, twin }: PlanRowProps) {
  const active = usePlan(id);
  if (active) return <WholeRow active={active} stock={stock} twin={twin} />;
  return (
    <tr className="border-b border-rule hover:bg-wash/50" data-plan={id}>
      <th scope="row" className="py-1.5 pr-3 text-left leading-tight font-medium sm:truncate">
        <PlanLink id={id} name={name} />
        <span className="block h-4" />
      </th>
    </tr>
  );
}

const PlanLink = ({ id, name }: PlanName) => (
  <Link to={`/plans/${id}`} className="block truncate py-1 decoration-edge underline-offset-4 hover:underline">
    {name}
  </Link>
);

function WholeRow({ active, stock, twin }: Pick<PlanRowProps, 'stock' | 'twin'> & { active: ActivePlan }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const system = useAppSelector((state) => state.prefs.units);
  const [renaming, setRenaming] = useState(false);
  const { id, carId, plan, file } = active;
  const view = chainView(file);
  const driven = useRun(view.state === 'ready' ? file : undefined, useRunTerms(carId, plan.limits));
  const result = latest(driven);
  const isPinned = useAppSelector((state) => pinOf(state.pins, file) !== undefined);

  const remove = () => {
    dispatch(deleteDocument('plan', id));
    dispatch(undoable(`${plan.name} is deleted.`));
  };
  const rename = (name: string | undefined) => {
    setRenaming(false);
    if (name) dispatch(editPlan(id, 'name', name, `rename ${plan.name}`));
  };

  return (
    <tr className="border-b border-rule hover:bg-wash/50" data-plan={id}>
      <th scope="row" className="py-1.5 pr-3 text-left leading-tight font-medium sm:truncate">
        {renaming ? (
          <NameField value={plan.name} label={`Name of the plan ${plan.name}`} editing onDone={rename} />
        ) : (
          <NameAndMarks id={id} name={plan.name} isPinned={isPinned} twin={twin} worst={result?.findings[0]} />
        )}
        <PlanProgress active={active} />
      </th>
      <td className="truncate py-1.5 pr-3 text-soft max-md:hidden">
        {stock && <span className="mr-2 rounded-sm border border-rule px-1 text-fine">as bought</span>}
        {partsText(file, system)}
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

/** A plan’s name with its pin, when it was changed where another has its name, and the verdict on it. */
function NameAndMarks({ id, name, isPinned, twin, worst }: PlanName & { isPinned: boolean; twin: boolean; worst: Finding | undefined }) {
  const said = useSaid();
  const updatedAt = useAppSelector((state) => (twin ? state.documentStore.entries[keyOf('plan', id)]?.updatedAt : undefined));
  return (
    <span className="flex items-baseline gap-2">
      {isPinned && <Pin size={12} className="shrink-0 self-center text-steel" aria-label="pinned" />}
      <PlanLink id={id} name={name} />
      {updatedAt && <span className="shrink-0 text-fine text-soft">changed {whenText(updatedAt)}</span>}
      {worst && worst.level !== 'info' && (
        <span title={said(`${worst.figure}: ${worst.why}`)}>
          <VerdictMark level={worst.level} />
        </span>
      )}
    </span>
  );
}

const WHEN = new Intl.DateTimeFormat('en', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', hour12: false });
const whenText = (iso: string) => WHEN.format(new Date(iso));

/** “2S · usual 3650 · 20 / 66”: what nobody has said is only usual for the kind of car. */
function partsText(file: PlanFile, system: UnitSystem): string {
  const said = (path: FigurePath, text: string) => (isUsualAt(file, path) ? `usual ${text}` : text);
  return [
    said('packs[0].cells', cellsText(file)),
    said('motor.name', headline('motor', file, system)),
    said('gearing.pinion', headline('gears', file, system)),
  ].join(' · ');
}

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
