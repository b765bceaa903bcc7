import { useMemo, useRef, type ReactNode } from 'react';
import { useAppSelector } from '../../document-store/store';
import { AcrossAxis, UpAxis } from '../../charts/Axes';
import { ChartHead } from '../../charts/ChartHead';
import { useWidth } from '../../ui/useWidth';
import { toShown, type Unit } from '@puddler/figures';
import type { FoundSetup } from '../../workers/search-worker';
import { figureNamed, figureOf, figuresOf, type FrontFigure, figureText } from './figures';
import { layFront, type Brush, type FrontLayout } from './front-layout';
import { useFrontHand, type Area } from './use-front-hand';
import { Select } from '../../ui/Select';

export interface Axes {
  x: string;
  y: string;
  /** Empty: all points alike. */
  size: string;
}

interface Props {
  setups: readonly FoundSetup[];
  axes: Axes;
  onAxes: (axes: Axes) => void;
  selected: string | undefined;
  onSelect: (key: string | undefined) => void;
  brush: Brush | undefined;
  onBrush: (brush: Brush | undefined) => void;
  height: number;
  stale: boolean;
  nameOf: (setup: FoundSetup) => string;
}

const MARGIN = { left: 46, right: 12, top: 22, bottom: 34 };

const shownIn = (figure: FrontFigure, unit: Unit) => (setup: FoundSetup) => toShown(figureOf(setup.figures, figure.id), unit);

/** The front on two axes of choice. A drag narrows the table to what it encloses; arrows walk from point to point. */
export function FrontChart({ setups, axes, onAxes, selected, onSelect, brush, onBrush, height, stale, nameOf }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const [ref, width] = useWidth<HTMLDivElement>(640);
  const svg = useRef<SVGSVGElement>(null);
  const [figureX, figureY, figureSize] = [figureNamed(axes.x), figureNamed(axes.y), axes.size ? figureNamed(axes.size) : undefined];
  const figures = figuresOf(setups);
  const [unitX, unitY] = [figureX.unit(system), figureY.unit(system)];
  const box = useMemo(
    () => ({ left: MARGIN.left, right: Math.max(width - MARGIN.right, MARGIN.left + 60), top: MARGIN.top, bottom: height - MARGIN.bottom }),
    [width, height],
  );
  const layout = useMemo(() => {
    const [x, y] = [shownIn(figureX, unitX), shownIn(figureY, unitY)];
    const size = figureSize && shownIn(figureSize, figureSize.unit(system));
    return layFront(
      setups.map((setup) => ({ key: setup.key, x: x(setup), y: y(setup), size: size?.(setup) })),
      box,
      { x: figureX.better, y: figureY.better },
    );
  }, [setups, figureX, figureY, figureSize, unitX, unitY, system, box]);
  const { placed } = layout;
  const byKey = useMemo(() => new Map(setups.map((setup) => [setup.key, setup])), [setups]);
  const held = selected === undefined ? undefined : byKey.get(selected);

  const { handlers, area } = useFrontHand({ svg, layout, units: { x: unitX, y: unitY }, selected, onSelect, brush, onBrush });

  return (
    <figure className={`m-0 min-w-0 ${stale ? 'opacity-60' : ''}`} aria-busy={stale}>
      <ChartHead
        title="The front"
        name={`front ${figureX.label} ${figureY.label}`}
        svg={() => svg.current}
        tools={
          <span className="flex flex-wrap items-center gap-x-3 gap-y-1 text-small">
            <AxisPick label="across" value={axes.x} figures={figures} onPick={(x) => onAxes({ ...axes, x })} />
            <AxisPick label="up" value={axes.y} figures={figures} onPick={(y) => onAxes({ ...axes, y })} />
            <AxisPick label="size" value={axes.size} figures={figures} none onPick={(size) => onAxes({ ...axes, size })} />
          </span>
        }
      />
      <div ref={ref}>
        <svg
          ref={svg}
          width={width}
          height={height}
          className="block cursor-crosshair touch-pan-y text-fine select-none"
          role="application"
          tabIndex={0}
          aria-label={`${setups.length} setups by ${figureX.label} and ${figureY.label}. Arrow keys walk from one to the next, Escape shows all.`}
          {...handlers}
        >
          <AcrossAxis ticks={layout.ticksX} scale={layout.scaleX} foot={box.bottom + 15} lines={box} digits={2} />
          <UpAxis ticks={layout.ticksY} scale={layout.scaleY} left={box.left} right={box.right} digits={2} />
          <text x={width - MARGIN.right} y={height - 4} textAnchor="end" className="fill-ink font-semibold">
            {axisText(figureX, unitX, '→', '←')}
          </text>
          <text x={4} y={10} className="fill-ink font-semibold">
            {axisText(figureY, unitY, '↑', '↓')}
          </text>
          <FrontPoints layout={layout} area={area} setups={byKey} nameOf={nameOf} />
          {held && <Held point={placed.find((one) => one.key === held.key)} />}
        </svg>
      </div>
      <p className="flex h-5 items-center gap-x-3 overflow-hidden pl-11 text-small whitespace-nowrap text-soft" aria-live="polite">
        {held ? (
          <span className="truncate">
            <strong className="font-semibold text-ink">{nameOf(held)}</strong> · {figureText(figureX, held.figures, system)} {unitX.symbol} ·{' '}
            {figureText(figureY, held.figures, system)} {unitY.symbol}
          </span>
        ) : (
          <Legend />
        )}
      </p>
    </figure>
  );
}

function Legend(): ReactNode {
  return (
    <>
      <span className="inline-flex items-center gap-1">
        <svg viewBox="0 0 12 12" className="size-3" aria-hidden="true">
          <circle cx={6} cy={6} r={4.5} className="fill-steel" />
        </svg>
        nothing to buy
      </span>
      <span className="inline-flex items-center gap-1">
        <svg viewBox="0 0 12 12" className="size-3" aria-hidden="true">
          <circle cx={6} cy={6} r={4.5} className="fill-paper stroke-steel [stroke-width:1.5]" />
        </svg>
        new parts
      </span>
      <span className="max-sm:hidden">dashed: none is better in both · drag to narrow the table</span>
    </>
  );
}

function Held({ point }: { point: { cx: number; cy: number; r: number } | undefined }) {
  return point ? <circle cx={point.cx} cy={point.cy} r={point.r + 4} fill="none" className="stroke-ember [stroke-width:2]" /> : null;
}

interface AxisPickProps {
  label: string;
  value: string;
  figures: readonly FrontFigure[];
  none?: boolean;
  onPick: (value: string) => void;
}

function AxisPick({ label, value, figures, none = false, onPick }: AxisPickProps) {
  return (
    <label className="inline-flex items-center gap-1 text-soft">
      {label}
      <Select size="small" className="text-ink" value={value} onChange={(event) => onPick(event.target.value)}>
        {none && <option value="">all alike</option>}
        {figures.map((figure) => (
          <option key={figure.id} value={figure.id}>
            {figure.label}
          </option>
        ))}
      </Select>
    </label>
  );
}

function axisText({ label, better }: FrontFigure, unit: Unit, more: string, less: string): string {
  const arrow = better === 'more' ? ` ${more} better` : better === 'less' ? ` ${less} better` : '';
  return `${label}${unit.symbol ? ` ${unit.symbol}` : ''}${arrow}`;
}

interface PointsProps {
  layout: FrontLayout;
  area: Area | undefined;
  setups: ReadonlyMap<string, FoundSetup>;
  nameOf: (setup: FoundSetup) => string;
}

/** The edge that no setup is better than in both, what is enclosed, and every setup as a point. */
function FrontPoints({ layout, area, setups, nameOf }: PointsProps) {
  const { placed } = layout;
  return (
    <>
      {layout.edge && <path d={layout.edge} fill="none" className="stroke-ember [stroke-dasharray:2_3]" />}
      {area && (
        <rect
          x={Math.min(area.from[0], area.to[0])}
          y={Math.min(area.from[1], area.to[1])}
          width={Math.abs(area.from[0] - area.to[0])}
          height={Math.abs(area.from[1] - area.to[1])}
          className="fill-steel/10 stroke-steel [stroke-dasharray:4_3]"
        />
      )}
      {placed.map((point) => {
        const setup = setups.get(point.key)!;
        const owned = setup.parts.every((part) => part.owned);
        return (
          <circle
            key={point.key}
            cx={point.cx}
            cy={point.cy}
            r={point.r}
            data-key={point.key}
            data-owned={owned}
            className={`${owned ? 'fill-steel stroke-paper' : 'fill-paper stroke-steel'} [stroke-width:1.5]`}
          >
            <title>{nameOf(setup)}</title>
          </circle>
        );
      })}
    </>
  );
}
