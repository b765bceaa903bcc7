import { capitalized, givesFirst, FIT_FINDING_IDS, notJudged, type Finding, type Fix, type LinkUse } from '@puddler/core';
import { SlidersHorizontal } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { lateDialog } from '../../ui/late-part';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { Button } from '../../ui/Button';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import { useRunTerms } from '../../active/run-terms';
import { DOES_NOT_MOVE } from '../../active/gives-first';
import { wordsForUse } from '../../active/link-text';
import { applyEdits } from '../../active/plan-edits';
import { latest, type Asked } from '../../jobs/asked';
import type { FixesById } from '../../jobs/plan-jobs';
import { Failed } from '../../ui/Failed';
import { NotJudgedList } from '../../active/NotJudgedList';
import type { ActivePlan } from '../../active/use-plan';
import { heatWords, isBurnt, motorHeatC } from '../../active/heat-text';
import { Fold } from '../../ui/Fold';
import { Said } from '../../active/Said';

const LimitsDialog = lateDialog('The limits', () => import('./LimitsDialog'));

interface Props {
  active: ActivePlan;
  findings: readonly Finding[] | undefined;
  uses: readonly LinkUse[] | undefined;
  fixes: Asked<FixesById>;
  /** The run could not be computed, as the page says above. */
  isFailed: boolean;
  /** The can now, to say what a fix changes. */
  canC: number | undefined;
  topSpeedMs: number;
  stale: boolean;
  /** Controls beside the heading. */
  children: ReactNode;
}

/** Where a link to the findings leads. */
export const FINDINGS_ID = 'findings';

/** What fails first, why, and what would fix it, each with its figures before it is taken. */
export function FindingsPanel({ active, findings, uses, fixes: asked, isFailed, canC, topSpeedMs, stale, children }: Props) {
  const [limits, setLimits] = useState(false);
  const fixes = latest(asked) ?? {};
  const system = useAppSelector((state) => state.prefs.units);
  const calm = uses && givesFirst(uses);
  const marking = findings?.filter((one) => one.level !== 'info');
  const { file, carId, plan } = active;
  const { stock } = useRunTerms(carId, plan.limits);
  const unjudged = useMemo(() => {
    const judged = new Set(findings?.filter((one) => one.level !== 'info').map(({ id }) => id));
    return notJudged(file, stock !== undefined).filter(({ id }) => !judged.has(id));
  }, [file, stock, findings]);
  return (
    <section
      id={FINDINGS_ID}
      tabIndex={-1}
      aria-label="What fails first"
      aria-busy={stale}
      data-fixes={asked.state}
      className={`scroll-mt-3 outline-none ${stale ? 'opacity-70' : ''}`}
    >
      <div className="flex items-center justify-between gap-2">
        <h2 className="eyebrow text-soft">What fails first</h2>
        <span className="flex">
          {children}
          <Button
            tone="quiet"
            icon={<SlidersHorizontal size={14} />}
            aria-label="Limits"
            title="Where caution and stop begin"
            onClick={() => setLimits(true)}
          />
        </span>
      </div>
      {findings && <FitLine findings={findings} />}
      {!findings && <p className="mt-1 text-soft">{isFailed ? 'Not known: the run could not be computed.' : '…'}</p>}
      {asked.state === 'failed' && <Failed what="What would help could not be worked out" reason={asked.reason} onRetry={asked.retry} />}
      {marking?.length === 0 && (
        <p className="mt-1 flex items-baseline gap-2">
          <VerdictMark level={topSpeedMs > 0 ? 'good' : 'stop'} />
          {topSpeedMs > 0 ? (
            <span>
              Nothing {unjudged.length > 0 ? 'that is known ' : ''}is over a limit.{' '}
              {calm && <span className="text-soft">Nearest its limit: {wordsForUse(calm, system)}.</span>}
            </span>
          ) : (
            <span>{DOES_NOT_MOVE}.</span>
          )}
        </p>
      )}
      <ul>
        {marking?.map((finding) => (
          <li key={finding.id} className="border-b border-rule py-2 last:border-0">
            <p className="flex items-baseline gap-2 font-semibold">
              <VerdictMark level={finding.level === 'stop' ? 'stop' : 'caution'} />
              <span>
                {headline(finding, system)}
                <span className="sr-only">, {finding.level}</span>
              </span>
            </p>
            <p className="pl-5 text-small text-soft">
              <Said>{finding.why}</Said>
            </p>
            <div className="mt-1 flex flex-wrap gap-1.5 pl-5">
              {fixes[finding.id]?.fixes.map((fix) => (
                <FixChip key={fix.label} fix={fix} active={active} canC={canC} topSpeedMs={topSpeedMs} system={system} />
              ))}
              {fixes[finding.id]?.cannot && <p className="text-small">{fixes[finding.id]!.cannot}</p>}
            </div>
          </li>
        ))}
      </ul>
      {findings && <NotJudgedList unjudged={unjudged} />}
      {findings && <WorthKnowing findings={findings.filter((one) => one.level === 'info' && one.id !== 'fit-unknown' && !one.unrated)} />}
      {limits && <LimitsDialog active={active} onClose={() => setLimits(false)} />}
    </section>
  );
}

function FixChip({
  fix,
  active,
  canC,
  topSpeedMs,
  system,
}: {
  fix: Fix;
  active: ActivePlan;
  canC: number | undefined;
  topSpeedMs: number;
  system: UnitSystem;
}) {
  const dispatch = useAppDispatch();
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  const changes: string[] = [];
  const leaves = fix.leaves.map((one) => one.figure);
  const faster = fix.figures.topSpeedMs - topSpeedMs;
  if (Math.abs(faster) > 0.02 * topSpeedMs) changes.push(`${formatIn(fix.figures.topSpeedMs, speed, true)} ${speed.symbol}`);
  if (canC !== undefined && Math.abs(fix.figures.maxCanC - canC) >= 0.5) changes.push(`can ${heatWords(motorHeatC(fix.figures), warm)}`);
  return (
    <button
      type="button"
      className="min-h-7 rounded-md border border-edge px-2 py-0.5 text-left text-small leading-tight font-medium hover:bg-wash max-sm:min-h-thumb"
      onClick={() => dispatch(applyEdits(active, fix.edits, fix.label))}
      title={`${fix.clears ? 'Makes it go away' : 'Eases it; alone it is not enough'}${leaves.length > 0 ? `; leaves ${leaves.join(', ')}` : ''}`}
    >
      {fix.label}
      {changes.length > 0 && <span className="font-normal text-soft"> → {changes.join(', ')}</span>}
      {!fix.clears && <span className="font-normal text-caution"> not enough alone</span>}
      {leaves.length > 0 && (
        <span className="font-normal text-soft">
          {' '}
          · leaves {leaves[0]}
          {leaves.length > 1 && ` and ${leaves.length - 1} more`}
        </span>
      )}
    </button>
  );
}

/** Does it fit? Answered whatever is known: it does, it does not, or what has to be measured first. */
function FitLine({ findings }: { findings: readonly Finding[] }) {
  const of = (level: Finding['level']) =>
    findings.filter((one) => one.level === level && FIT_FINDING_IDS.some((id) => id === one.id)).map((one) => one.figure);
  const [stops, tight] = [of('stop'), of('caution')];
  const unknown = findings.find((one) => one.id === 'fit-unknown');
  return (
    <p className="mt-1 text-small">
      <strong className="font-semibold">Does it fit?</strong>{' '}
      {stops.length > 0
        ? `No: ${stops.join(', ')}.`
        : unknown
          ? `${tight.length > 0 ? `Tight: ${tight.join(', ')}. ` : ''}Not all checked. ${unknown.why}`
          : tight.length > 0
            ? `Yes, but tight: ${tight.join(', ')}.`
            : 'Yes, as far as the bay was measured.'}
    </p>
  );
}

/** What breaks nothing and is good to know. */
function WorthKnowing({ findings }: { findings: readonly Finding[] }) {
  if (findings.length === 0) return null;
  return (
    <Fold className="mt-2" summary={`Worth knowing: ${findings.length} ${findings.length === 1 ? 'thing' : 'things'}`}>
      <ul>
        {findings.map((finding) => (
          <li key={finding.id} className="border-b border-rule py-1.5 last:border-0">
            <Said>{finding.why}</Said>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

const QUANTITY: Partial<Record<string, string>> = { '°C': '°C', mm: 'mm', 'm/s': 'm/s', V: 'V' };

/** “Motor can 88 °C, stop at 85”. */
export function headline(finding: Finding, system: UnitSystem): string {
  const quantity = QUANTITY[finding.unit];
  const name = capitalized(finding.figure);
  if (finding.unrated) return `${name} ${formatNumber(finding.value, 0)}, its rating is not known`;
  if (finding.unit.startsWith('of ')) return `${name} ${formatNumber(100 * finding.value, 0)} % ${finding.unit}`;
  if (finding.unit === ': 1') return `${name} ${formatNumber(finding.value, 2)} : 1, at least ${formatNumber(finding.limit, 1)}`;
  if (!quantity)
    return `${name} ${formatNumber(finding.value, 1)}${finding.unit === 'cells' ? '' : ` ${finding.unit}`} of ${formatNumber(finding.limit, 1)}`;
  const unit = unitOf(quantity, system);
  if (quantity === '°C' && isBurnt(finding.value)) return `${name} burns, limit ${formatIn(finding.limit, unit)} ${unit.symbol}`;
  const digits = finding.unit === 'V' ? { ...unit, digits: 2 } : unit;
  return `${name} ${formatIn(finding.value, digits)} ${unit.symbol}, limit ${formatIn(finding.limit, digits)}`;
}
