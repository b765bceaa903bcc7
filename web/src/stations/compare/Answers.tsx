import type { BandFigure } from '@puddler/core';
import { useAppSelector } from '../../document-store/store';
import { toShown, unitOf, type Unit } from '@puddler/figures';
import { BandScale } from './BandScale';
import type { ComparedSetup } from './use-setups';
import { heatDrawn, heatFigure, isBurnt, motorHeatC } from '../../active/heat-text';

interface AnswerSpec {
  title: string;
  unit: Unit;
  band: BandFigure | undefined;
  tone: 'amps' | 'heat';
  of: (setup: ComparedSetup) => number | undefined;
  limit?: 'motor-temperature' | 'esc-temperature' | 'winding-temperature';
}

/** What the setups do, each answer on one scale. */
export function ComparedAnswers({ setups }: { setups: readonly ComparedSetup[] }) {
  const system = useAppSelector((state) => state.prefs.units);
  const warm = unitOf('°C', system);
  const steady = (setup: ComparedSetup) => (setup.view.state === 'ready' ? setup.view.steady : undefined);
  const specs: AnswerSpec[] = [
    { title: 'Top speed', unit: unitOf('m/s', system), band: 'topSpeedMs', tone: 'amps', of: (one) => steady(one)?.topSpeedMs },
    {
      title: 'Motor can',
      unit: warm,
      band: 'maxCanC',
      tone: 'heat',
      of: (one) => one.result && motorHeatC(one.result.driven.run),
      limit: 'motor-temperature',
    },
    {
      title: 'Peak current',
      unit: { ...unitOf('A', system), digits: 0 },
      band: 'peakPackCurrentA',
      tone: 'amps',
      of: (one) => one.result?.driven.run.peakPackCurrentA,
    },
    { title: 'Current at speed', unit: unitOf('A', system), band: 'packCurrentA', tone: 'amps', of: (one) => steady(one)?.packCurrentA },
    { title: 'ESC', unit: warm, band: 'maxEscC', tone: 'heat', of: (one) => one.result?.driven.run.maxEscC, limit: 'esc-temperature' },
    {
      title: 'To cut-off',
      unit: { symbol: 'min', factor: 1, digits: 0 },
      band: 'minutes',
      tone: 'amps',
      of: (one) => one.bands?.figures.minutes.p50,
    },
  ];
  const taught = setups.filter((setup) => setup.pin.file.learned).map((setup) => setup.letter);
  return (
    <>
      {taught.length > 0 && (
        <p className="text-small text-soft">
          <span aria-hidden="true">◉ </span>
          {taught.join(', ')}: with what the runs of the car have taught
        </p>
      )}
      <section
        aria-label="The answers on one scale"
        className="grid gap-x-8 gap-y-3 sm:grid-cols-2 lg:grid-cols-3"
        aria-busy={setups.some((one) => one.stale)}
      >
        {specs.map(({ title, unit, band, tone, of, limit }) => {
          const drawn = tone === 'heat' ? heatDrawn : toShown;
          const limits = limit ? setups[0]!.wish.limits[limit] : undefined;
          return (
            <BandScale
              key={title}
              title={title}
              unit={unit.symbol}
              digits={unit.digits}
              tone={tone}
              rows={setups.map((setup) => {
                const value = of(setup);
                const spread = band && setup.bands?.figures[band];
                return {
                  letter: setup.letter,
                  value: value === undefined ? undefined : drawn(value, unit),
                  band: spread && { p10: drawn(spread.p10, unit), p90: drawn(spread.p90, unit) },
                  ...(tone === 'heat' && value !== undefined && isBurnt(value) ? { text: heatFigure(value, unit) } : {}),
                };
              })}
              limits={(['caution', 'stop'] as const).flatMap((level) => {
                const at = limits?.[level];
                return at === undefined ? [] : [{ at: toShown(at, unit), label: level, tone: level }];
              })}
            />
          );
        })}
      </section>
    </>
  );
}
