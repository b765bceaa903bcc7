import type { Band, Bands, Limits, Narrowing, PlanFile, Run, Steady } from '@puddler/core';
import { BURNT_C, plannedRun } from '@puddler/core';
import { memo, type ReactNode } from 'react';
import { useAppSelector } from '../../document-store/store';
import { formatIn, formatNumber, toShown, unitOf, type Unit } from '@puddler/figures';
import { AnswerScale } from './AnswerScale';
import { DOES_NOT_MOVE } from '../../active/gives-first';
import { short } from '../../active/link-text';
import { heatDrawn, heatFigure, heatRange, heatWords, isBurnt, motorBurntS, motorHeatC, withinMinutes } from '../../active/heat-text';
import { lossText } from './working';

interface Figures {
  steady: Steady;
  run: Run | undefined;
}

interface Props extends Figures {
  file: PlanFile;
  runStale: boolean;
  bands: Bands | undefined;
  bandsStale: boolean;
  limits: Limits;
  /** The pinned setup's figures, for comparison. */
  pinned: Figures | undefined;
  /** Opens the working. */
  onWhy: () => void;
}

/** The three answers a builder came for. */
export const Answers = memo(function Answers(props: Props) {
  const { runStale, bands, bandsStale } = props;
  return (
    <section
      aria-label="The answers"
      className="grid gap-x-10 sm:grid-cols-3"
      data-run={runStale ? 'stale' : 'fresh'}
      data-bands={bandsStale ? 'stale' : bands?.samples}
    >
      <SpeedAnswer {...props} />
      <CurrentAnswer {...props} />
      <HeatAnswer {...props} />
    </section>
  );
});

const useUnit = (unit: string) =>
  unitOf(
    unit,
    useAppSelector((state) => state.prefs.units),
  );

function SpeedAnswer({ steady, bands, bandsStale, pinned, onWhy }: Props) {
  const speed = useUnit('m/s');
  const shownSpeed = toShown(steady.topSpeedMs, speed);
  const speedEnd = niceEnd(Math.max(shownSpeed, pinned ? toShown(pinned.steady.topSpeedMs, speed) : 0) * 1.25);
  return (
    <Answer
      title="Top speed"
      figure={steady.outcome === 'no-motion' ? '0' : formatIn(steady.topSpeedMs, speed, true)}
      unit={speed.symbol}
      change={pinned && change(steady.topSpeedMs, pinned.steady.topSpeedMs, speed)}
      scale={
        <AnswerScale
          tone="amps"
          ends
          to={speedEnd}
          value={shownSpeed}
          span={spanOf(bands?.figures.topSpeedMs, speed)}
          faint={bandsStale}
          pinned={pinned && toShown(pinned.steady.topSpeedMs, speed)}
        />
      }
      note={speedNote(steady)}
      band={bands && likely(bands.figures.topSpeedMs, speed)}
      narrow={bands?.narrows.topSpeedMs}
      onWhy={onWhy}
    />
  );
}

function CurrentAnswer({ file, steady, run, runStale, bands, bandsStale, pinned, onWhy }: Props) {
  const amps = useUnit('A');
  // Each motor has an ESC of its own, and the pack feeds them all.
  const escs = file.motorCount ?? 1;
  const escA = escs * file.esc.continuousA;
  return (
    <Answer
      title="Current at speed"
      figure={short(steady.packCurrentA)}
      unit={run ? `A · peak ${short(run.peakPackCurrentA)} in the run` : 'A'}
      unitStale={runStale}
      change={pinned && change(steady.packCurrentA, pinned.steady.packCurrentA, amps)}
      scale={
        <AnswerScale
          tone="amps"
          to={niceEnd(Math.max(escA * 1.1, run?.peakPackCurrentA ?? 0))}
          value={steady.packCurrentA}
          span={spanOf(bands?.figures.packCurrentA, amps)}
          faint={bandsStale}
          mark={run?.peakPackCurrentA}
          pinned={pinned?.steady.packCurrentA}
          limits={[{ at: escA, label: `${escs > 1 ? `${escs} ESCs` : 'ESC'} ${formatNumber(escA, 0)}`, tone: 'caution' }]}
        />
      }
      band={bands && likely(bands.figures.packCurrentA, amps)}
      narrow={bands?.narrows.packCurrentA}
      onWhy={onWhy}
      note={`${short(steady.packPowerW)} W from the pack, ${formatNumber((100 * steady.shaftPowerW) / Math.max(steady.packPowerW, 1e-9), 0)} % of it reaches the pinion`}
    />
  );
}

function HeatAnswer({ file, run, runStale, bands, bandsStale, limits, pinned, onWhy }: Props) {
  const warm = useUnit('°C');
  const { minutes } = plannedRun(file);
  const burntS = run && motorBurntS(run);
  return (
    <Answer
      title={`Motor after ${formatNumber(minutes, 1)} min`}
      figure={run ? heatFigure(motorHeatC(run), warm) : '…'}
      unit={burntS === undefined ? `${warm.symbol} can${run ? ` · winding ${formatIn(run.maxWindingC, warm)}` : ''}` : withinMinutes(burntS)}
      stale={runStale}
      change={
        pinned?.run && run && burntS === undefined && !isBurnt(pinned.run.maxCanC)
          ? change(run.maxCanC, pinned.run.maxCanC, { ...warm, offset: 0 })
          : undefined
      }
      scale={
        <AnswerScale
          tone="heat"
          from={toShown(0, warm)}
          to={toShown(Math.max(120, Math.min(BURNT_C, (run?.maxCanC ?? 0) * 1.1)), warm)}
          value={run && heatDrawn(run.maxCanC, warm)}
          span={bands && [heatDrawn(bands.figures.maxCanC.p10, warm), heatDrawn(bands.figures.maxCanC.p90, warm)]}
          faint={bandsStale}
          pinned={pinned?.run && heatDrawn(pinned.run.maxCanC, warm)}
          limits={(['caution', 'stop'] as const).flatMap((tone) => {
            const at = limits['motor-temperature'][tone];
            return at === undefined ? [] : [{ at: toShown(at, warm), label: `${tone} ${formatIn(at, warm)}`, tone }];
          })}
        />
      }
      band={bands && `likely ${heatRange(bands.figures.maxCanC, warm)}`}
      narrow={bands?.narrows.maxCanC}
      onWhy={onWhy}
      note={run ? `ESC ${heatFigure(run.maxEscC, warm)} · pack ${heatWords(run.maxPackC, warm)} · ${stopWords(run)}` : 'the run is being computed'}
    />
  );
}

/** “54–64”. */
function likely({ p10, p90 }: Band, unit: Unit): string {
  return `likely ${formatIn(p10, unit)}–${formatIn(p90, unit)}`;
}

function spanOf(band: Band | undefined, unit: Unit): readonly [number, number] | undefined {
  return band && [toShown(band.p10, unit), toShown(band.p90, unit)];
}

function speedNote(steady: Steady): string {
  switch (steady.outcome) {
    case 'no-motion':
      return DOES_NOT_MOVE;
    case 'runaway':
      return 'The slope drives it faster than anything holds it back';
    case 'max-steps':
      return 'No balance was found: the figure is where the search stood';
    case 'converged':
      if (steady.gripSetsSpeed)
        return `${steady.gripLimit === 'grip' ? 'The tyres, not the motor, set it' : 'The front would lift: a driver holds it here'} · ${formatNumber(steady.motorRpm, 0)} rpm`;
      return `${lossText(steady)} what kv × volts would give · ${formatNumber(steady.motorRpm, 0)} rpm`;
  }
}

function stopWords(run: Run): string {
  const minutes = formatNumber(run.endS / 60, 1);
  switch (run.stop) {
    case 'cutoff':
      return `cut-off after ${minutes} min; heat as with a pack that lasts`;
    case 'empty':
      return `pack empty after ${minutes} min; heat as with one that lasts`;
    case 'max-steps':
      return `run given up after ${minutes} min`;
    case 'time':
      return `${formatNumber(run.usedAh, 2)} Ah used`;
  }
}

function change(now: number, then: number, unit: Unit): string {
  const by = now * unit.factor - then * unit.factor;
  const text = formatNumber(Math.abs(by), Math.max(unit.digits, 0));
  return Number(Math.abs(by).toFixed(unit.digits)) === 0 ? 'as pinned' : `${by > 0 ? '+' : '−'}${text} on pinned`;
}

/** A round end for a scale that starts at nothing. */
function niceEnd(value: number): number {
  const size = 10 ** Math.floor(Math.log10(Math.max(value, 0.1)));
  return Math.ceil(value / (size / 2)) * (size / 2);
}

interface AnswerProps {
  title: string;
  figure: string;
  unit: string;
  change: string | undefined;
  scale: ReactNode;
  note: string;
  /** “likely 54–64”, once the samples are in. */
  band: string | undefined;
  /** What, measured, would narrow it most. */
  narrow: Narrowing | undefined;
  onWhy: () => void;
  stale?: boolean;
  unitStale?: boolean;
}

function Answer({ title, figure, unit, change: changed, scale, note, band, narrow, onWhy, stale = false, unitStale = false }: AnswerProps) {
  return (
    <div className="min-w-0 border-b border-rule py-2 last:border-0 sm:border-0" aria-busy={stale}>
      <h2 className="eyebrow flex items-baseline justify-between gap-2 text-soft">
        {title}
        {changed && <span className="text-small font-semibold tracking-normal text-steel normal-case">{changed}</span>}
      </h2>
      <p className={`flex items-baseline gap-1.5 whitespace-nowrap ${stale ? 'opacity-60' : ''}`}>
        <span className="wide text-answer leading-[1.1] font-bold">{figure}</span>
        <span className={`truncate text-lead text-soft ${unitStale ? 'opacity-60' : ''}`}>{unit}</span>
      </p>
      {scale}
      <p className="flex items-baseline gap-1 text-small whitespace-nowrap text-soft">
        {band && <span className="font-semibold text-ink">{band}</span>}
        {band && <span aria-hidden="true">·</span>}
        <span className="min-w-0 truncate" title={narrow ? `${note}. Least sure: ${narrow.label}. ${narrow.measure}` : note}>
          {note}
        </span>
        <button
          type="button"
          className="hit ml-auto shrink-0 max-sm:min-h-thumb max-sm:min-w-thumb underline decoration-edge underline-offset-4 hover:text-ink"
          aria-label={`Why: the working of ${title}`}
          onClick={onWhy}
        >
          why
        </button>
      </p>
    </div>
  );
}
