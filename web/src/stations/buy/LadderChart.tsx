import type { Stage } from '@puddler/core';
import { scaleLinear } from 'd3-scale';
import { useRef } from 'react';
import { spreadLabels } from '../../charts/spread-labels';
import { AcrossAxis, LimitLine, UpAxis } from '../../charts/Axes';
import { ChartExport } from '../../charts/ChartExport';
import type { LimitTone } from '../../charts/tones';
import { useAppSelector } from '../../document-store/store';
import { useWidth } from '../../ui/useWidth';
import { currencySymbol, formatIn, toShown, type Unit, unitOf } from '@puddler/figures';
import { CHANGE_WORDS } from './path-text';
import { BURNT_C } from '@puddler/core';
import { motorHeatC } from '../../active/heat-text';

const PANE = 84;
const GAP = 20;
const LEFT = 40;
const RIGHT = 12;
const TOP = 16;
/** Room for the last stage’s flat line. */
const LAST_STAGE = 40;

interface Pane {
  name: string;
  unit: Unit;
  of: (stage: Stage) => number;
  tone: string;
  lines: { at: number; tone: LimitTone }[];
}

interface Props {
  stages: readonly Stage[];
  canCautionC: number | undefined;
  canStopC: number | undefined;
}

/** Speed and heat against money spent, a step for each stage. The list below it says the same in words. */
export function LadderChart({ stages, canCautionC, canStopC }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const [box, width] = useWidth<HTMLDivElement>();
  const svg = useRef<SVGSVGElement>(null);
  // Where nothing has a price the stages themselves are the axis.
  const isPriced = stages.some((stage) => stage.cost.money > 0);
  const along = stages.map((stage, i) => (isPriced ? stage.cost.money : i));
  const x = scaleLinear([0, Math.max(...along, 1)], [LEFT, Math.max(LEFT + 10, width - RIGHT - (isPriced ? 0 : LAST_STAGE))]);
  const limit = (at: number | undefined, tone: LimitTone) => (at === undefined ? [] : [{ at, tone }]);
  const panes: Pane[] = [
    { name: 'top speed', unit: unitOf('m/s', system), of: (stage) => stage.figures.topSpeedMs, tone: 'stroke-ink', lines: [] },
    {
      name: 'can after the run',
      unit: unitOf('°C', system),
      of: (stage) => Math.min(motorHeatC(stage.figures), BURNT_C),
      tone: 'stroke-ember',
      lines: [...limit(canCautionC, 'caution'), ...limit(canStopC, 'stop')],
    },
  ];
  const height = TOP + panes.length * PANE + (panes.length - 1) * GAP + 34;
  return (
    <div ref={box} className="relative mt-1">
      <div className="absolute bottom-0 left-0 print:hidden">
        <ChartExport svg={() => svg.current} name="upgrade path" />
      </div>
      {width > 0 && (
        <svg ref={svg} width={width} height={height} role="img" aria-label="Speed and heat against money spent" fontSize="11">
          {panes.map((pane, i) => (
            <LadderPane
              key={pane.name}
              pane={pane}
              stages={stages}
              at={along.map((one) => x(one))}
              top={TOP + i * (PANE + GAP)}
              named={i === 0}
              right={width - RIGHT}
            />
          ))}
          <AcrossAxis ticks={isPriced ? x.ticks(4) : []} scale={x} foot={height - 18} digits={0} />
          <text x={width - RIGHT} y={height - 4} textAnchor="end" className="fill-soft">
            {isPriced ? `money spent, ${currencySymbol()}` : 'stage by stage: nothing has a price yet'}
          </text>
        </svg>
      )}
    </div>
  );
}

interface PaneProps {
  pane: Pane;
  stages: readonly Stage[];
  /** Where each stage stands along the page [px]. */
  at: readonly number[];
  top: number;
  named: boolean;
  right: number;
}

function LadderPane({ pane, stages, at: along, top, named, right }: PaneProps) {
  const values = [...stages.map(pane.of), ...pane.lines.map((line) => line.at)].map((value) => toShown(value, pane.unit));
  const y = scaleLinear([0, Math.max(...values)], [top + PANE, top]).nice(3);
  const at = (value: number) => y(toShown(value, pane.unit));
  const steps = stages.map((stage, i) => (i === 0 ? `M${along[0]} ${at(pane.of(stage))}` : `H${along[i]}V${at(pane.of(stage))}`)).join('');
  const names = spreadLabels(along, 62, LEFT + 26, right - 30);
  return (
    <g>
      <UpAxis ticks={y.ticks(3)} scale={y} left={LEFT} right={right} digits={0} />
      {pane.lines.map(({ at: limit, tone }) => (
        <LimitLine key={tone} tone={tone} at={at(limit)} left={LEFT} right={right} under={tone === 'caution'}>
          {tone}
        </LimitLine>
      ))}
      <path d={`${steps}H${right}`} fill="none" strokeWidth="2" className={pane.tone} />
      {stages.map((stage, i) => (
        <g key={stage.partial.changes.join('+')}>
          <path d={`M${along[i]} ${at(pane.of(stage)) - 4.5}l4.5 4.5l-4.5 4.5l-4.5 -4.5z`} className="fill-paper stroke-ink" />
          {named && i > 0 && (
            <text x={names[i]} y={top - 5} textAnchor="middle" className="fill-soft">
              {stage.added.map((change) => CHANGE_WORDS[change]).join(', ')}
            </text>
          )}
        </g>
      ))}
      <text x={LEFT + 4} y={top + PANE - 5} className="fill-ink" fontWeight="600">
        {pane.name}, {pane.unit.symbol}: {formatIn(pane.of(stages[0]!), pane.unit)} → {formatIn(pane.of(stages[stages.length - 1]!), pane.unit)}
      </text>
    </g>
  );
}
