import { bisectCenter, extent } from 'd3-array';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { spreadLabels } from './spread-labels';

/** One quantity over the shared x axis. */
export interface Pane {
  label: string;
  unit: string;
  tone: 'ink' | 'steel' | 'soft' | 'ember';
  /** Share of the chart's height. */
  weight: number;
  digits: number;
  /** NaN where there is nothing to draw. */
  y: readonly number[];
  /** Starts the axis at zero; otherwise it fits the data. */
  fromZero: boolean;
  /** Drawn in the box and on the scale of the pane before it. */
  over?: true;
  /** Drawn broken: what is only compared. */
  broken?: true;
  /** Values to stay under, drawn across the pane. */
  limits?: readonly { at: number; label: string; tone: 'caution' | 'stop' }[];
}

export interface PaneData {
  x: readonly number[];
  panes: readonly Pane[];
}

export interface LaidPane extends Pane {
  top: number;
  height: number;
  scale: ScaleLinear<number, number>;
  path: string;
  ticks: readonly number[];
  /** Where the direct label stands: above or below the line, clear of it; in a gutter beside its end. */
  labelY: number;
}

export interface Layout {
  scaleX: ScaleLinear<number, number>;
  ticksX: readonly number[];
  panes: LaidPane[];
  /** Where lines end; beyond it, up to the box's right side, labels of lines that share a pane. */
  right: number;
}

const GAP = 14;
const PX_PER_TICK = 34;
const LABEL_PX = 13;
const LETTER_PX = 6.7;
/** Labels may take no more of the width than this from the lines. */
const GUTTER_SHARE = 0.32;

/** Places panes above each other between `left`…`right` and `top`…`bottom`; pure. */
export function layPanes(data: PaneData, box: { left: number; right: number; top: number; bottom: number }): Layout {
  const [from = 0, to = 1] = extent(data.x);
  const gutter = gutterPx(data.panes, box.right - box.left);
  const right = box.right - gutter;
  const scaleX = scaleLinear([from, Math.max(to, from + 1e-9)], [box.left, right]);
  const boxes = data.panes.filter((pane) => !pane.over);
  const room = box.bottom - box.top - GAP * (boxes.length - 1);
  const weights = boxes.reduce((sum, pane) => sum + pane.weight, 0);
  let top = box.top;
  const panes: LaidPane[] = [];
  for (const first of boxes) {
    const start = data.panes.indexOf(first);
    const end = data.panes.findIndex((pane, i) => i > start && !pane.over);
    const group = data.panes.slice(start, end < 0 ? undefined : end);
    const height = Math.max(20, (room * first.weight) / weights);
    panes.push(...layGroup(group, data.x, scaleX, top, height, gutter > 0));
    top += height + GAP;
  }
  return { scaleX, ticksX: scaleX.ticks(Math.max(2, Math.round((right - box.left) / 70))), panes, right };
}

/** Room beside the lines for labels, where several lines share a pane and would run through them; 0 where there is none to spare. */
function gutterPx(panes: readonly Pane[], width: number): number {
  if (!panes.some((pane) => pane.over)) return 0;
  const longest = Math.max(...panes.map((pane) => `${pane.label} ${pane.unit}`.length));
  const wanted = LETTER_PX * longest + 8;
  return wanted <= GUTTER_SHARE * width ? wanted : 0;
}

/** Panes that share one box: one scale for all, labels at the right end clear of each other. */
function layGroup(
  group: readonly Pane[],
  x: readonly number[],
  scaleX: ScaleLinear<number, number>,
  top: number,
  height: number,
  beside: boolean,
): LaidPane[] {
  const [low = 0, high = 1] = extent(group.flatMap((pane) => pane.y as number[]));
  const limit = Math.max(...group.flatMap((pane) => (pane.limits ?? []).map((one) => one.at)), -Infinity);
  const most = Number.isFinite(limit) ? Math.max(high, limit) : high;
  const fromZero = group[0]!.fromZero;
  const pad = fromZero ? 0 : Math.max((most - low) * 0.15, Math.abs(most) * 0.01, 0.01);
  const count = Math.max(2, Math.round(height / PX_PER_TICK));
  const scale = scaleLinear([fromZero ? Math.min(0, low) : low - pad, Math.max(most + pad, low + 1e-6)], [top + height, top]).nice(2 * count);
  // One tick alone tells no scale.
  const ticks = [count, 2 * count, 4 * count].map((many) => scale.ticks(many)).find((some) => some.length > 1) ?? scale.ticks(count);
  const laid = group.map((pane): LaidPane => {
    const path = line<number>(
      (_, i) => scaleX(x[i]!),
      (value) => scale(value),
    ).defined(Number.isFinite)(pane.y as number[]);
    // At the right end the line is steady: the label stands beside it, or on the side with room.
    const end = scale(pane.y.findLast(Number.isFinite) ?? 0);
    const labelY = beside ? end + LABEL_PX / 3 : end - top > 2 * LABEL_PX ? end - 6 : end + LABEL_PX + 3;
    return { ...pane, top, height, scale, path: path ?? '', ticks: pane.over ? [] : ticks, labelY };
  });
  const spread = spreadLabels(
    laid.map((pane) => pane.labelY),
    LABEL_PX,
    top + LABEL_PX,
    top + height,
  );
  return laid.map((pane, i) => ({ ...pane, labelY: spread[i]! }));
}

/** Indices of about `count` rows, even in x, first and last among them. */
export function tableRows(x: readonly number[], count: number): number[] {
  const last = x.length - 1;
  if (last < 0) return [];
  const from = x[0]!;
  const span = x[last]! - from;
  const rows = Array.from({ length: count }, (_, i) => bisectCenter(x, from + (span * i) / Math.max(1, count - 1)));
  return [...new Set(rows)];
}
