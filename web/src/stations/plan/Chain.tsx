import { group } from 'd3-array';
import { isUsualAt, LINK_NAMES, type Finding, type LinkName, type LinkUse, type PowerMoment } from '@puddler/core';
import { withFigure } from '@puddler/core';
import { memo, useDeferredValue, useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { setFigure, setFiguresIn } from '../../active/plan-edits';
import { chainView, type ChainView } from '../../jobs/chain-view';
import { Stepper } from '../../ui/stepper/Stepper';
import { useWidth } from '../../ui/useWidth';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, fromShown, toShown, unitOf } from '@puddler/figures';
import { Band } from '../../active/Band';
import { linkTitle } from '../../active/field-specs';
import { firstLink } from '../../active/gives-first';
import { detail, headline, wordsForUse } from '../../active/link-text';
import { figureOf, stepsOf, type StepSpec } from './steps';
import type { ActivePlan } from '../../active/use-plan';

interface Props {
  active: ActivePlan;
  view: ChainView;
  /** The moment of the pass under the pointer, in place of top speed. */
  moment: PowerMoment | undefined;
  momentS: number | undefined;
  /** From the last run; undefined until there is one. */
  uses: readonly LinkUse[] | undefined;
  /** True while a newer run is on its way. */
  usesStale: boolean;
  /** The worst finding: its link is marked. */
  worst: Finding | undefined;
  onOpen: (link: LinkName) => void;
}

const LYING = { thickness: 80, depth: 112 };
const STANDING = { thickness: 34, depth: 96 };
const STANDING_LINK_PX = 150;
/** Every further stepper of a link stands under the one before: beside it there would be no room for its figure. */
const STANDING_STEPPER_PX = 66;
/** Gears have two steppers and so the most room. */
const WEIGHTS = [1, 0.9, 1, 1.45, 0.95, 0.95];
const WEIGHT_SUM = WEIGHTS.reduce((sum, weight) => sum + weight, 0);
const COLUMNS = { gridTemplateColumns: WEIGHTS.map((weight) => `minmax(0, ${weight}fr)`).join(' ') };
const PHONE_PX = 700;

/** Six links from pack to road, their figures to step in place, and the band of power that joins them. */
export const Chain = memo(function Chain({ active, view, moment, momentS, uses, usesStale, worst, onOpen }: Props) {
  const [ref, width] = useWidth<HTMLElement>(1232);
  const standing = width < PHONE_PX;
  const first = firstLink(worst && [worst], uses);
  const steps = useMemo(() => group(stepsOf(active.file), (step) => step.link), [active.file]);
  const head = (link: LinkName) => (
    <LinkHead
      key={link}
      link={link}
      active={active}
      view={view}
      steps={steps.get(link)}
      standing={standing}
      givesFirst={first?.link === link ? first.level : undefined}
      onOpen={onOpen}
    />
  );
  const use = (link: LinkName) => <Use key={link} use={uses?.find((one) => one.link === link)} stale={usesStale} />;

  if (standing) {
    const lengths = LINK_NAMES.map((link) => STANDING_LINK_PX + STANDING_STEPPER_PX * Math.max(0, (steps.get(link)?.length ?? 0) - 1));
    return (
      <section ref={ref} aria-label="The chain" className="relative">
        <div className="absolute top-0 left-0">
          {view.state === 'ready' && <Band band={moment ?? view.band} size={{ ...STANDING, lengths }} standing />}
        </div>
        <div className="pl-32">
          {LINK_NAMES.map((link, i) => (
            <div key={link} className="border-b border-rule pb-1 last:border-0" style={{ height: lengths[i] }}>
              {head(link)}
              {use(link)}
            </div>
          ))}
        </div>
      </section>
    );
  }
  return (
    <section ref={ref} aria-label="The chain">
      <div className="grid" style={COLUMNS}>
        {LINK_NAMES.map(head)}
      </div>
      <div className="mt-2" style={{ height: LYING.depth }}>
        {view.state === 'ready' && (
          <Band band={moment ?? view.band} atS={momentS} size={{ ...LYING, lengths: WEIGHTS.map((weight) => (width * weight) / WEIGHT_SUM) }} />
        )}
      </div>
      <div className="grid" style={COLUMNS}>
        {LINK_NAMES.map(use)}
      </div>
    </section>
  );
});

interface HeadProps {
  link: LinkName;
  active: ActivePlan;
  view: ChainView;
  steps: readonly StepSpec[] | undefined;
  standing: boolean;
  /** How near its limit it is, where nothing gives before it. */
  givesFirst: LinkUse['level'] | undefined;
  onOpen: (link: LinkName) => void;
}

const LinkHead = memo(function LinkHead({ link, active, view, steps, standing, givesFirst, onOpen }: HeadProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const steady = view.state === 'ready' ? view.steady : undefined;
  const marked = givesFirst !== undefined && givesFirst !== 'good';
  return (
    <div className="min-w-0 border-rule px-3 first:pl-0 max-sm:p-0 sm:border-l sm:first:border-l-0">
      <button
        type="button"
        className="group block w-full text-left max-sm:min-h-thumb"
        onClick={() => onOpen(link)}
        aria-label={`${linkTitle(link, active.file)}: ${headline(link, active.file, system)}. All figures`}
      >
        <span className={`eyebrow flex items-center gap-1.5 ${marked ? 'text-ember' : 'text-soft'}`}>
          {linkTitle(link, active.file)}
          {givesFirst && (
            <>
              <VerdictMark level={givesFirst} />
              <span className="text-fine font-medium tracking-normal normal-case">{marked ? 'fails first' : 'nearest its limit'}</span>
            </>
          )}
        </span>
        <span className="block truncate text-lead leading-6 font-semibold decoration-edge underline-offset-4 group-hover:underline">
          {headline(link, active.file, system)}
        </span>
      </button>
      <div className={`mt-0.5 flex gap-1.5 ${standing ? 'flex-col' : ''}`}>
        {steps?.map((step) => (
          <div key={step.path} className="min-w-0 flex-1">
            <LinkStepper spec={step} active={active} view={view} />
          </div>
        ))}
      </div>
      <p className="truncate text-small text-soft max-sm:hidden">{detail(link, active.file, steady, system)}</p>
    </div>
  );
});

function LinkStepper({ spec, active, view }: { spec: StepSpec; active: ActivePlan; view: ChainView }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const { file } = active;
  const step = spec.step(system);
  const value = figureOf(file, spec.path);
  // What a step up or down would do is computed after the step itself has been drawn, and at first after the page has.
  const later = useDeferredValue(file, undefined);
  const isReady = view.state === 'ready';
  const neighbours = useMemo(() => {
    if (!spec.showsNeighbours || !isReady || !later) return undefined;
    const from = figureOf(later, spec.path);
    const unit = unitOf(spec.range.unit, system);
    const speed = unitOf('m/s', system);
    const at = (by: number) => {
      const other = fromShown(toShown(from, unit) + by, unit);
      if (other < spec.range.min || other > spec.range.max) return undefined;
      const would = chainView(withFigure(later, spec.path, other));
      return would.state === 'ready' ? formatIn(would.steady.topSpeedMs, speed) : undefined;
    };
    return { down: at(-step), up: at(step) };
  }, [spec, isReady, later, step, system]);
  return (
    <Stepper
      system={system}
      label={spec.label}
      value={value}
      range={spec.range}
      step={step}
      {...(spec.suffix ? { suffix: spec.suffix } : spec.path.endsWith('.cells') ? { suffix: value === 1 ? 'cell' : 'cells' } : {})}
      {...(neighbours ? { neighbours } : {})}
      isTypical={isUsualAt(file, spec.path)}
      onChange={(next) => dispatch(setFigure(active, spec.path, next, spec.label))}
      onText={(text) => dispatch(setFiguresIn(active, spec.path, text))}
    />
  );
}

// Grip is no verdict: a driver holds the car at it.
const BAR = { good: 'bg-good', caution: 'bg-caution', stop: 'bg-stop' } as const;

const Use = memo(function Use({ use, stale }: { use: LinkUse | undefined; stale: boolean }) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <div className={`px-3 first:pl-0 max-sm:mt-1 max-sm:px-0 ${stale ? 'opacity-60' : ''}`}>
      <div className={`h-1 ${use ? 'bg-rule' : ''}`}>
        {use && (
          <div className={`h-full ${use.figure === 'grip' ? 'bg-edge' : BAR[use.level]}`} style={{ width: `${Math.min(100, 100 * use.share)}%` }} />
        )}
      </div>
      <p className="mt-1 flex h-4 items-center gap-1.5 truncate text-small text-soft">
        {use && (
          <>
            {use.level !== 'good' && <VerdictMark level={use.level} />}
            {wordsForUse(use, system)}
          </>
        )}
      </p>
    </div>
  );
});
