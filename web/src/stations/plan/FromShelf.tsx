import {
  capitalized,
  fitFindings,
  PlanError,
  resolvePlan,
  withPart,
  type Finding,
  type Limits,
  type LinkName,
  type Part,
  type PartKind,
  type PlanFile,
} from '@puddler/core';
import { useMemo, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { selectShelf, type StoredPart } from '../../document-store/selectors';
import { LabelField } from '../../active/labels/LabelField';
import { useLabel } from '../../active/labels/use-label';
import { chainView } from '../../jobs/chain-view';
import { searchText, summary } from '../../active/part-text';
import { Button } from '../../ui/Button';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, unitOf } from '@puddler/figures';
import { fitParts } from '../../active/plan-edits';
import { useLimits } from '../../active/run-terms';
import type { ActivePlan } from '../../active/use-plan';
import { Said } from '../../active/Said';
import { Input } from '../../ui/Input';

const KINDS: Record<LinkName, readonly PartKind[]> = {
  pack: ['pack', 'plug'],
  esc: ['esc'],
  motor: ['motor', 'fan'],
  gears: ['pinion', 'spur'],
  tyres: ['tyre'],
  road: [],
};
const LABELS: Partial<Record<LinkName, { kind: 'pack' | 'esc' | 'motor' | 'gears' | 'tyre'; placeholder: string }>> = {
  pack: { kind: 'pack', placeholder: '2S 5000 mAh 50C' },
  esc: { kind: 'esc', placeholder: '60A 2-3S BEC 6V/3A' },
  motor: { kind: 'motor', placeholder: '3652 4000KV sensorless' },
  gears: { kind: 'gears', placeholder: '23/68 M0.8' },
  tyres: { kind: 'tyre', placeholder: '98 mm' },
};
/** Rows drawn; a search narrows what lies beyond. */
const SHOWN = 30;

/** Swaps the part of a link: for one typed off its label, or one from the shelf with what it would do and why it would not fit. */
export function FromShelf({ link, active }: { link: LinkName; active: ActivePlan }) {
  const dispatch = useAppDispatch();
  const kinds = KINDS[link];
  const label = LABELS[link];
  const field = useLabel(label?.kind);
  if (kinds.length === 0) return null;
  const take = () => {
    if (field.parts.length === 0) return;
    dispatch(fitParts(active, field.parts, field.usual));
    field.setText('');
  };
  return (
    <section aria-label="Swap it" className="mt-4 border-t border-rule pt-3">
      {label && (
        <LabelField
          label="Swap it for one that says"
          placeholder={label.placeholder}
          field={field}
          onEnter={take}
          action={
            <Button className="h-9" disabled={field.parts.length === 0} onClick={take}>
              Fit
            </Button>
          }
        />
      )}
      <ShelfList kinds={kinds} active={active} onTake={(part) => dispatch(fitParts(active, [part]))} />
    </section>
  );
}

function ShelfList({ kinds, active, onTake }: { kinds: readonly PartKind[]; active: ActivePlan; onTake: (part: Part) => void }) {
  const shelf = useAppSelector(selectShelf);
  const limits = useLimits(active.plan.limits);
  const [text, setText] = useState('');
  const found = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    return shelf.filter(
      ({ part }) =>
        kinds.includes(part.kind) && part.status !== 'worn-out' && (words.length === 0 || words.every((word) => searchText(part).includes(word))),
    );
  }, [shelf, kinds, text]);
  return (
    <>
      <div className="mt-3 flex items-center justify-between gap-3">
        <h3 className="font-medium">From the shelf</h3>
        <Input
          type="search"
          aria-label="Find on the shelf"
          placeholder="Find"
          className="w-32"
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </div>
      {found.length === 0 && <p className="py-2 text-soft">{text === '' ? 'None of this kind on the shelf.' : 'Nothing of that name.'}</p>}
      <ul>
        {found.slice(0, SHOWN).map((one) => (
          <ShelfRow key={one.id} one={one} file={active.file} limits={limits} onTake={onTake} />
        ))}
      </ul>
      {found.length > SHOWN && <p className="py-2 text-soft">{found.length - SHOWN} more: type in Find to narrow them.</p>}
    </>
  );
}

interface Verdict {
  topSpeedMs: number | undefined;
  findings: Finding[];
  problem: string | undefined;
}

/** What a plan would be with a part: its speed, and what would not fit that fits now. */
function judge(file: PlanFile, part: Part, limits: Limits): Verdict {
  try {
    const would = withPart(file, part);
    const resolved = resolvePlan(would);
    const view = chainView(would);
    return {
      topSpeedMs: view.state === 'ready' ? view.steady.topSpeedMs : undefined,
      findings: fitFindings(would, resolved, limits),
      problem: undefined,
    };
  } catch (error) {
    if (error instanceof PlanError) return { topSpeedMs: undefined, findings: [], problem: error.allowed };
    throw error;
  }
}

interface RowProps {
  one: StoredPart;
  file: PlanFile;
  limits: Limits;
  onTake: (part: Part) => void;
}

function ShelfRow({ one: { part }, file, limits, onTake }: RowProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const { topSpeedMs, findings, problem } = useMemo(() => judge(file, part, limits), [file, part, limits]);
  const links: Partial<Record<PartKind, readonly string[]>> = {
    motor: ['motor', 'gears'],
    pinion: ['gears'],
    spur: ['gears'],
    esc: ['esc'],
    pack: ['pack'],
  };
  const own = findings.filter((finding) => links[part.kind]?.includes(finding.link));
  return (
    <li className="border-b border-rule py-1.5 last:border-0">
      <div className="flex items-center justify-between gap-3">
        <span className="min-w-0">
          <span className="block truncate font-medium">
            {part.name} {part.status === 'considered' && <span className="font-normal text-soft">considered</span>}
          </span>
          <span className="block truncate text-small text-soft">
            {summary(part, system)}
            {topSpeedMs !== undefined && ` · ${formatIn(topSpeedMs, speed, true)} ${speed.symbol}`}
          </span>
        </span>
        <Button onClick={() => onTake(part)} disabled={problem !== undefined} aria-label={`Fit ${part.name}`}>
          Fit
        </Button>
      </div>
      {problem && <p className="text-small text-stop">{problem}</p>}
      {own.map((finding) => (
        <p key={finding.id} className="mt-0.5 flex items-baseline gap-1.5 text-small">
          <VerdictMark level={finding.level === 'info' ? 'good' : finding.level} />
          <span>
            {finding.level === 'stop' && <span className="font-medium">Does not fit: </span>}
            {finding.level === 'stop' ? finding.figure : capitalized(finding.figure)}: <Said>{finding.why}</Said>
          </span>
        </p>
      ))}
    </li>
  );
}
