import type { PaneData, Pane } from '../../charts/pane-layout';
import { unitOf, toShown, type UnitSystem } from '@puddler/figures';
import type { PassLine } from '../../workers/log-drawing';

/** Passes with what they are called, to be laid over each other. */
export interface NamedPass {
  name: string;
  pass: PassLine;
  /** By a plan, not measured: drawn broken, and no longer than what was. */
  predicted?: true;
}

const STEP_S = 0.05;
const TONES: readonly Pane['tone'][] = ['ink', 'steel', 'ember', 'soft'];
const LINES = [
  { key: 'speedMs', label: 'speed', unit: 'm/s', digits: 1, weight: 1.4 },
  { key: 'packA', label: 'amps', unit: 'A', digits: 1, weight: 1 },
] as const;

/** A line at a moment, between its two samples; NaN beyond its ends. */
function valueAt(timeS: readonly number[], values: readonly number[], atS: number): number {
  if (atS < timeS[0]! || atS > timeS[timeS.length - 1]!) return NaN;
  let k = timeS.findIndex((time) => time >= atS);
  if (k <= 0) k = 1;
  const [a, b] = [timeS[k - 1]!, timeS[k]!];
  return values[k - 1]! + ((values[k]! - values[k - 1]!) * (atS - a)) / (b - a);
}

/** A label has room beside its line only while it is short. */
const LONGEST_NAME = 12;
const shortened = (name: string) => (name.length <= LONGEST_NAME ? name : `${name.slice(0, LONGEST_NAME - 1).trimEnd()}…`);

/** Passes over each other from the moment of full throttle: speed in one pane, amps in another. */
export function passOverlay(passes: readonly NamedPass[], system: UnitSystem): PaneData {
  const measured = passes.filter(({ predicted }) => !predicted);
  const [first, last] = [
    Math.min(...passes.map(({ pass }) => pass.timeS[0] ?? 0)),
    Math.max(...measured.map(({ pass }) => pass.timeS[pass.timeS.length - 1] ?? 0)),
  ];
  const x = Array.from({ length: Math.max(2, Math.round((last - first) / STEP_S) + 1) }, (_, i) => first + i * STEP_S);
  const panes = LINES.flatMap(({ key, label, unit, digits, weight }) => {
    const shown = unitOf(unit, system);
    const drawn = passes.filter(({ pass }) => pass.lines[key]);
    return drawn.map(({ name, pass, predicted }, i): Pane => ({
      label: i === 0 && drawn.length === 1 ? label : `${label} ${shortened(name)}`,
      unit: shown.symbol,
      tone: TONES[passes.findIndex((one) => one.pass === pass) % TONES.length]!,
      weight,
      digits,
      fromZero: true,
      y: x.map((atS) => toShown(valueAt(pass.timeS, pass.lines[key]!, atS), shown)),
      ...(i > 0 ? { over: true as const } : {}),
      ...(predicted ? { broken: true as const } : {}),
    }));
  });
  return { x, panes };
}
