import type { TermName } from '../../active/terms';
import {
  motorJPerK,
  TRUSTED_SHARE,
  warmKv,
  type Bands,
  type PlanFile,
  type PowerBand,
  type ResolvedPlan,
  type Run,
  type Steady,
} from '@puddler/core';
import { formatIn, formatNumber, unitOf, type UnitSystem } from '@puddler/figures';
import { short } from '../../active/link-text';

/** One step of the arithmetic: what, with this plan's numbers, gives. */
interface WorkingLine {
  what: string;
  sum: string;
  gives: string;
  /** The word of the field in it that has a sentence of its own. */
  term?: TermName;
}

export interface WorkingBlock {
  title: string;
  lines: WorkingLine[];
  /** A sentence under the lines. */
  note?: string;
}

interface Input {
  file: PlanFile;
  resolved: ResolvedPlan;
  steady: Steady;
  band: PowerBand;
  run: Run | undefined;
  bands: Bands | undefined;
  system: UnitSystem;
}

/** What builders guess for loss [%]. */
const GUESSED_LOSS = [10, 25] as const;
const KT_FROM_KV = 60 / (2 * Math.PI);

/** The arithmetic of the three answers in plain steps, the rule of thumb beside it, and the two schools on kv. */
export function workingOf(input: Input): WorkingBlock[] {
  return [speedBlock(input), powerBlock(input), heatBlock(input), thumbBlock(input), schoolsBlock(input)];
}

function speedBlock({ file, resolved, steady, band, bands, system }: Input): WorkingBlock {
  const speed = unitOf('m/s', system);
  const road = unitOf('m', system);
  const { pinion, spur } = file.gearing;
  const motors = resolved.motorCount;
  const restV = band.packTerminalV + band.packHeatW / Math.max(band.packA, 1e-9);
  const sag = restV - band.busV;
  const kv = warmKv(resolved);
  const netV = steady.motorRpm / kv;
  const gears = pinion !== undefined && spur !== undefined ? `${spur} / ${pinion} × ${short(file.car.internalRatio)}` : short(file.car.internalRatio);
  const box = file.gearing.gearboxRatio && file.gearing.gearboxRatio !== 1 ? ` × ${short(file.gearing.gearboxRatio)}` : '';
  const lines: WorkingLine[] = [
    {
      what: 'Volts at rest',
      sum: file.packs
        .map((pack) => `${pack.cells} ${pack.chemistry === 'nimh' ? 'NiMH cells' : 'cells'}`)
        .join(file.packWiring === 'parallel' ? ' ∥ ' : ' + '),
      gives: `${short(restV)} V`,
    },
    {
      what: 'Sag of pack and leads',
      sum: `${short(band.packA)} A × ${short((1000 * sag) / Math.max(band.packA, 1e-9))} mΩ`,
      gives: lostV(sag),
    },
    {
      what: 'Winding, ESC and lag take',
      sum: `${short(steady.motorCurrentA)} A × ${short((1000 * (band.copperW + band.escW + band.lagW)) / Math.max(motors * steady.motorCurrentA ** 2, 1e-9))} mΩ${band.brushW > 0 ? ' + 0.7 V at the brushes' : ''}`,
      gives: lostV(band.busV - netV),
    },
    {
      what: 'Left to turn it',
      sum: `${formatNumber(netV, 2)} V × ${formatNumber(kv, 0)} kv: ${formatNumber(resolved.motor.kvRpmPerV, 0)}, and warm magnets spin faster`,
      gives: `${formatNumber(steady.motorRpm, 0)} rpm`,
    },
    {
      what: 'Gears',
      sum: `${gears}${box} = ${short(steady.finalDriveRatio)} : 1`,
      gives: `${formatNumber(steady.motorRpm / steady.finalDriveRatio, 0)} rpm at the wheel`,
    },
    {
      what: 'Road a turn',
      sum: `π × ${formatIn(file.car.tyre.diameterMm, unitOf('mm', system))} ${unitOf('mm', system).symbol}${file.car.tyre.growthPctAt100KmH ? ', grown by its speed' : ''}`,
      gives: `${formatIn((steady.topSpeedMs * 60) / Math.max(steady.motorRpm / steady.finalDriveRatio, 1e-9), { ...road, digits: 3 })} ${road.symbol}`,
    },
    { what: 'Top speed', sum: 'rpm × road a turn', gives: `${formatIn(steady.topSpeedMs, speed, true)} ${speed.symbol}` },
  ];
  const narrow = bands?.narrows.topSpeedMs;
  return {
    title: 'Top speed',
    lines,
    ...(narrow ? { note: `Least sure: ${narrow.label}, ${formatNumber(100 * narrow.share, 0)} % of the uncertainty. ${narrow.measure}` } : {}),
  };
}

/** By how much the motor turns slower than kv × volts, or faster: “6.2 % under”. */
export const lossText = ({ speedLossPct }: Steady): string => `${formatNumber(Math.abs(speedLossPct), 1)} % ${speedLossPct < 0 ? 'over' : 'under'}`;

/** “−0.42 V”; what rounds to nothing has no sign. */
function lostV(volts: number): string {
  const text = formatNumber(Math.max(0, volts), 2);
  return `${text === '0' ? '' : '−'}${text} V`;
}

const LAG = 'Commutation lag';

function powerBlock({ band, steady, bands }: Input): WorkingBlock {
  const { packW } = band;
  const line = (what: string, watts: number): WorkingLine => ({
    what,
    sum: `${formatNumber((100 * watts) / Math.max(packW, 1e-9), 1)} %`,
    gives: `${short(watts)} W`,
    ...(what === LAG ? { term: 'lag' as const } : {}),
  });
  const parts: [string, number][] = [
    ['Leads and plugs', band.wiresW],
    ['ESC', band.escW],
    ['Copper of the winding', band.copperW],
    ['Brushes', band.brushW],
    [LAG, band.lagW],
    ['Iron, bearings and windage', band.ironW],
    ['Gears and shafts', band.gearsW],
    ['Slip of the tyres', band.slipW],
    ['Rolling', band.rollingW],
    ['Air', band.airW],
    ['Slope', band.slopeW],
  ];
  const shown = parts.filter(([, watts]) => Math.abs(watts) >= 0.005 * packW);
  const narrow = bands?.narrows.packCurrentA;
  return {
    title: 'Power and current at speed',
    lines: [
      { what: 'From the pack', sum: `${short(band.packTerminalV)} V × ${short(steady.packCurrentA)} A`, gives: `${short(packW)} W` },
      ...shown.map(([what, watts]) => line(what, watts)),
    ],
    ...(narrow ? { note: `Least sure: ${narrow.label}. ${narrow.measure}` } : {}),
  };
}

function heatBlock({ resolved, run, bands, system }: Input): WorkingBlock {
  const [warm, weight] = [unitOf('°C', system), unitOf('g', system)];
  if (!run) return { title: 'Motor heat', lines: [] };
  const { motor } = resolved;
  const rise = run.maxCanC - resolved.site.ambientC;
  const narrow = bands?.narrows.maxCanC;
  return {
    title: 'Motor heat',
    lines: [
      {
        what: 'Holds',
        sum: `${formatIn(1000 * motor.massKg, weight)} ${weight.symbol} of copper and iron`,
        gives: `${short(motorJPerK(motor.massKg))} J a kelvin`,
      },
      { what: 'Gives off through the can', sum: `${formatNumber(1e4 * motor.surfaceM2, 0)} cm² and the mount`, gives: 'more with air and fan' },
      {
        what: 'Rose in the run',
        sum: `${formatNumber(run.endS / 60, 1)} min from ${formatIn(resolved.site.ambientC, warm)} ${warm.symbol}`,
        gives: `${formatNumber(rise * warm.factor, 0)} ${warm.symbol}`,
      },
      {
        what: 'Winding over can',
        sum: 'heat on its way out',
        gives: `${formatNumber((run.maxWindingC - run.maxCanC) * warm.factor, 0)} ${warm.symbol}`,
      },
    ],
    ...(narrow ? { note: `Least sure: ${narrow.label}. ${narrow.measure}` } : {}),
  };
}

function thumbBlock({ resolved, steady, band, system }: Input): WorkingBlock {
  const [speed, road] = [unitOf('m/s', system), unitOf('mm', system)];
  const restV = band.packTerminalV + band.packHeatW / Math.max(band.packA, 1e-9);
  const ideal = ((restV * resolved.motor.kvRpmPerV) / steady.finalDriveRatio / 60) * Math.PI * resolved.car.tyreDiameterM;
  return {
    title: 'Rule of thumb',
    lines: [
      {
        what: 'kv × volts at rest, no loss',
        term: 'kv',
        sum: `${formatNumber(resolved.motor.kvRpmPerV, 0)} × ${short(restV)} / ${short(steady.finalDriveRatio)} × ${formatIn(1000 * Math.PI * resolved.car.tyreDiameterM, { ...road, digits: road.symbol === 'mm' ? 0 : 2 })} ${road.symbol}`,
        gives: `${formatIn(ideal, speed, true)} ${speed.symbol}`,
      },
      ...GUESSED_LOSS.map((loss) => ({
        what: `less ${loss} % guessed`,
        sum: `× ${formatNumber(1 - loss / 100, 2)}`,
        gives: `${formatIn(ideal * (1 - loss / 100), speed, true)} ${speed.symbol}`,
      })),
      {
        what: 'The loss that Puddler computes',
        sum: `${formatNumber(steady.motorRpm, 0)} of ${formatNumber(resolved.motor.kvRpmPerV * restV, 0)} rpm`,
        gives: lossText(steady),
      },
    ],
  };
}

function schoolsBlock({ resolved, steady, run }: Input): WorkingBlock {
  const { motor } = resolved;
  const perAmp = (1000 * KT_FROM_KV) / motor.kvRpmPerV;
  const for20W = 1000 * motor.motorConstant * Math.sqrt(20);
  const escShare = run ? run.rmsMotorCurrentA / (TRUSTED_SHARE * resolved.esc.continuousA) : 0;
  const canShare = run ? (run.maxCanC - resolved.site.ambientC) / Math.max(1, 70 - resolved.site.ambientC) : 0;
  const holds = !run
    ? ''
    : canShare >= escShare
      ? run.ironW > run.rmsMotorCurrentA ** 2 * motor.resistanceOhm
        ? 'Here the motor’s heat holds first, most of it from turning: fewer kv, geared longer, runs cooler.'
        : 'Here the motor’s heat holds first, most of it from its current: a larger can or shorter gears help more than another kv.'
      : 'Here the ESC’s amps hold first: fewer kv on more cells carries the same power with fewer amps.';
  return {
    title: 'Low kv or high kv',
    lines: [
      { what: 'Torque for an amp', sum: `${formatNumber(9.55, 2)} / ${formatNumber(motor.kvRpmPerV, 0)} kv`, gives: `${short(perAmp)} mN·m` },
      {
        what: 'Torque for 20 W of heat in the winding',
        sum: `Km ${formatNumber(1000 * motor.motorConstant, 1)} × √20, whatever the kv`,
        gives: `${short(for20W)} mN·m`,
      },
      { what: 'Efficiency at top speed', sum: 'shaft power over power at its wires', gives: `${formatNumber(100 * steady.motorEfficiency, 0)} %` },
    ],
    note: holds,
  };
}
