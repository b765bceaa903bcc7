import type { Limits } from '../findings/limits';
import type { Chemistry, PlanFile } from '../plan/plan-file';
import type { Part } from '../shelf/part';
import type { Wanted } from './list-line';

/** What the rules look at: the plan, the car as bought where it is known, and what the plan does. */
export interface BuyInput {
  plan: PlanFile;
  stock: PlanFile | undefined;
  limits: Limits;
  topSpeedMs: number;
  /** Half-full volts of the packs without load. */
  packV: number;
  bought: { topSpeedMs: number; packV: number } | undefined;
  maxCanC: number;
  /** Seconds from the strip to the edge of the radio's range; undefined where the range is not known. */
  toRadioEdgeS: number | undefined;
  /** The ESC as bought has the receiver built in. */
  receiverInEsc: boolean;
  /** The radio takes the throttle back when the signal is lost; undefined where nobody tried. */
  failsafe: boolean | undefined;
}

const LITHIUM: readonly Chemistry[] = ['lipo', 'lihv', 'liion', 'life'];
const isLithium = ({ packs }: Pick<PlanFile, 'packs'>): boolean => packs.some((pack) => LITHIUM.includes(pack.chemistry));
const cellsOf = ({ packs, packWiring }: PlanFile): number =>
  packWiring === 'parallel' ? packs[0]!.cells : packs.reduce((sum, pack) => sum + pack.cells, 0);
const named = (kind: Part['kind'], name: string) => (part: Part) => part.kind === kind && part.name.toLowerCase() === name.toLowerCase();
const mm = (value: number) => `${Number(value.toFixed(2))} mm`;

/** Shafts and bores nearer than this go together [mm]. */
const SAME_BORE_MM = 0.05;
/** From this many times the speed as bought on, the driveline meets loads that it was not made for. */
const MUCH_FASTER = 2;
/** A pack of the same cells, charged fuller or of another chemistry, is no more cells. */
const MORE_VOLTS = 1.2;

/** The parts of the plan that the car as bought does not have. */
export function newParts({ plan, stock }: BuyInput): Wanted[] {
  const motors = plan.motorCount ?? 1;
  const wanted: Wanted[] = [];
  const add = (id: string, group: Wanted['group'], kind: 'motor' | 'esc' | 'pack', name: string, count: number, figures: string) =>
    wanted.push({ id, group, what: name, count, figures, why: 'The plan has it, and the car as bought has not.', serves: named(kind, name) });
  if (plan.motor.name !== stock?.motor.name) add('motor', 'motor', 'motor', plan.motor.name, motors, motorFigures(plan));
  if (plan.esc.name !== stock?.esc.name)
    add('esc', 'power', 'esc', plan.esc.name, motors, `${plan.esc.continuousA} A or more, ${cellsOf(plan)} cells`);
  for (const [i, pack] of plan.packs.entries())
    if (!stock?.packs.some((one) => one.name === pack.name))
      add(
        `pack-${i + 1}`,
        'power',
        'pack',
        pack.name,
        1,
        `${pack.cells} cells, ${Math.round(1000 * pack.capacityAh)} mAh${pack.cRating ? `, ${pack.cRating}C` : ''}`,
      );
  const { spur } = plan.gearing;
  if (spur !== undefined && spur !== stock?.gearing.spur)
    wanted.push({
      id: 'spur',
      group: 'gears',
      what: `spur with ${spur} teeth`,
      count: 1,
      ...moduleFigures(plan),
      why: 'The plan is geared with it.',
      serves: (part) => part.kind === 'spur' && part.spec.teeth === spur && fitsModule(part.spec.moduleMm, plan),
    });
  return wanted;
}

const motorFigures = ({ motor }: PlanFile): string =>
  motor.kvRpmPerV === undefined ? `${motor.kind === 'brushed' ? motor.turns : ''} turns` : `${motor.kvRpmPerV} kv`;

const moduleOf = ({ gearing, car }: PlanFile): number | undefined => gearing.moduleMm ?? gearing.spurModuleMm ?? car.bay?.moduleMm;
const fitsModule = (moduleMm: number | undefined, plan: PlanFile): boolean =>
  moduleMm === undefined || moduleOf(plan) === undefined || moduleMm === moduleOf(plan);

/** The tooth size that gears of the plan must have, or what to measure for it. */
function moduleFigures(plan: PlanFile): Pick<Wanted, 'figures' | 'measureFirst'> {
  const moduleMm = moduleOf(plan);
  return moduleMm === undefined
    ? { figures: '', measureFirst: 'the module of the spur: its outside diameter divided by its teeth and two' }
    : { figures: `module ${moduleMm}` };
}

/** Lithium in the place of cells that bear more. */
export function lithium({ plan, stock }: BuyInput): Wanted[] {
  if (!isLithium(plan) || (stock && isLithium(stock))) return [];
  const cells = cellsOf(plan);
  const line = (id: string, what: string, figures: string, why: string): Wanted => ({ id, group: 'power', what, count: 1, figures, why });
  return [
    line(
      'charger',
      'balance charger',
      `for ${plan.packs[0]!.chemistry === 'life' ? 'LiFe' : 'lithium'}, ${cells} cells`,
      'A charger for other cells overcharges lithium, which burns.',
    ),
    line(
      'fire-safe',
      'fire-safe bag or box',
      'larger than the pack',
      'Lithium packs are charged and kept where a fire stays inside, never unattended.',
    ),
    line('cell-checker', 'cell checker', `${cells} cells`, 'One weak cell is drained too far while the sum still looks right.'),
    ...(stock && plan.esc.name === stock.esc.name
      ? [
          line(
            'cut-off',
            'ESC with a lithium cut-off, or a cell alarm',
            `${cells} cells`,
            'The ESC as bought runs lithium flat: it knows no cut-off for it.',
          ),
        ]
      : []),
  ];
}

/** What any new motor asks for: pinions around the plan’s, screws, and a mount for its holes. */
export function forNewMotor({ plan, stock }: BuyInput): Wanted[] {
  if (plan.motor.name === stock?.motor.name) return [];
  const motors = plan.motorCount ?? 1;
  const { pinion } = plan.gearing;
  const { shaftMm } = plan.motor;
  const bore = shaftMm === undefined ? undefined : `bore ${mm(shaftMm)}`;
  const module = moduleFigures(plan);
  const pinions: Wanted[] =
    pinion === undefined
      ? []
      : (
          [
            ['planned', pinion, 'The plan is geared with it.'],
            ['smaller', pinion - 1, 'The first runs are driven with it: cooler, and it shows what the next tooth will do.'],
            ['larger', pinion + 1, 'For the day on which the motor stays cool with the planned one.'],
          ] as const
        ).map(([id, teeth, why]) => ({
          id: `pinion-${id}`,
          group: 'gears',
          what: `pinion with ${teeth} teeth`,
          count: motors,
          figures: [module.figures, bore].filter(Boolean).join(', '),
          why: motors > 1 ? `${why} Two motors on one gear need equal pinions.` : why,
          ...measuring(module.measureFirst, bore ? undefined : 'the motor’s shaft, for the bore'),
          serves: (part) =>
            part.kind === 'pinion' &&
            part.spec.teeth === teeth &&
            fitsModule(part.spec.moduleMm, plan) &&
            (shaftMm === undefined || part.spec.boreMm === undefined || Math.abs(part.spec.boreMm - shaftMm) <= SAME_BORE_MM),
        }));
  const { mountCircleMm } = plan.car.bay ?? {};
  const { threadDepthMm } = plan.motor;
  return [
    ...pinions,
    {
      id: 'motor-screws',
      group: 'motor',
      what: 'motor screws',
      count: 2 * motors,
      figures: threadDepthMm === undefined ? '' : `past the plate at most ${mm(threadDepthMm)}`,
      why: 'Screws that are too long reach the windings and short them.',
      ...measuring(threadDepthMm === undefined ? 'the depth of the motor’s threads: turn a screw in by hand until it touches' : undefined),
    },
    {
      id: 'thread-lock',
      group: 'motor',
      what: 'thread lock, medium',
      count: 1,
      figures: '',
      why: 'Motor screws and the pinion’s set screw shake loose in metal.',
    },
    ...(mountCircleMm !== undefined && plan.motor.mountCircleMm !== undefined && Math.abs(mountCircleMm - plan.motor.mountCircleMm) > 1
      ? [
          {
            id: 'mount',
            group: 'motor' as const,
            what: 'motor mount or adapter plate',
            count: 1,
            figures: `holes on ${mm(plan.motor.mountCircleMm)}`,
            why: `The mount’s holes stand on ${mm(mountCircleMm)}.`,
          },
        ]
      : []),
  ];
}

const measuring = (...what: (string | undefined)[]): { measureFirst?: string } => {
  const said = what.filter((one) => one !== undefined);
  return said.length > 0 ? { measureFirst: said.join('; ') } : {};
};

/** A can that stands on a plate, replaced by a motor whose outside turns. */
export function outrunnerInCan({ plan, stock }: BuyInput): Wanted[] {
  const isOutrunner = (file: PlanFile) => file.motor.kind === 'brushless' && file.motor.form === 'outrunner';
  if (!isOutrunner(plan) || !stock || isOutrunner(stock)) return [];
  const line = (id: string, what: string, why: string): Wanted => ({ id, group: 'motor', what, count: plan.motorCount ?? 1, figures: '', why });
  return [
    line('adapter-plate', 'adapter plate', 'An outrunner is held at its foot: its holes are not those of a can.'),
    line('shaft', 'longer shaft, or the old one turned to the pinion’s bore', 'The shaft of an outrunner is often short on the side of its foot.'),
    line('spare-shaft', 'spare shaft', 'Outrunner shafts bend before anything else does.'),
  ];
}

/** Plugs that do not go together. */
export function plugs({ plan, stock }: BuyInput): Wanted[] {
  const escChanges = plan.esc.name !== stock?.esc.name;
  const [now, before] = [plan.packs[0]!.plug, stock?.packs[0]?.plug];
  if (!escChanges && now === before) return [];
  return [
    {
      id: 'plugs',
      group: 'wiring',
      what: now ?? 'plugs for pack and ESC',
      count: 1 + plan.packs.length,
      figures: plan.packs[0]!.plugA === undefined ? '' : `${plan.packs[0]!.plugA} A`,
      why: 'Pack and ESC must end in the same plug.',
      ...measuring(now === undefined ? 'which plug the pack and the ESC come with' : undefined),
      ...(now === undefined ? {} : { serves: named('plug', now) }),
    },
    {
      id: 'heat-shrink',
      group: 'wiring',
      what: 'heat-shrink and solder',
      count: 1,
      figures: '',
      why: 'A bare joint that touches another is a short across the pack.',
    },
  ];
}

/** Two motors share the gear, the pack and one receiver. */
export function twins({ plan, stock }: BuyInput): Wanted[] {
  if ((plan.motorCount ?? 1) < 2 || (stock?.motorCount ?? 1) >= 2) return [];
  return [
    { id: 'twin-mount', group: 'motor', what: 'mount for two motors', count: 1, figures: '', why: 'Both pinions must mesh with one gear.' },
    {
      id: 'y-lead',
      group: 'wiring',
      what: 'Y lead for the throttle channel',
      count: 1,
      figures: 'the red wire of one branch taken out',
      why: 'Two ESCs feed the receiver otherwise, and the stronger supply burns the weaker.',
    },
  ];
}

/** Receiver and transmitter. */
export function radio({ plan, stock, limits, receiverInEsc, failsafe, toRadioEdgeS }: BuyInput): Wanted[] {
  const line = (id: string, why: string): Wanted => ({
    id,
    group: 'radio',
    what: 'receiver and transmitter of one system',
    count: 1,
    figures: 'with failsafe',
    why,
  });
  if (receiverInEsc && plan.esc.name !== stock?.esc.name) return [line('radio', 'The old ESC had the receiver in it, and goes with it.')];
  const caution = limits['radio-range'].caution ?? 0;
  if (toRadioEdgeS !== undefined && toRadioEdgeS < caution)
    return [line('radio', 'At this speed the car leaves the range of the old radio within seconds.')];
  return failsafe === false ? [line('radio', 'The old radio lets the car run on when the signal is lost.')] : [];
}

/** What breaks next when a car goes much faster or has more volts. */
export function driveline({ topSpeedMs, packV, bought }: BuyInput): Wanted[] {
  if (!bought) return [];
  const faster = topSpeedMs > MUCH_FASTER * bought.topSpeedMs;
  if (!faster && packV <= MORE_VOLTS * bought.packV) return [];
  const cause = faster ? 'More than twice the speed as bought' : 'More volts than as bought';
  const line = (id: string, what: string, why: string): Wanted => ({ id, group: 'driveline', what, count: 1, figures: '', why: `${cause}: ${why}` });
  return [
    line('bearings', 'ball bearings all round', 'bushings run hot and dry.'),
    line('drive-parts', 'steel drive parts', 'plastic cups, joints and differential gears strip first.'),
    line('servo-saver', 'stiffer servo saver', 'a soft one lets the wheels flutter at speed.'),
    line('tyres', 'belted or well glued tyres', 'tyres grow, and leave the rim.'),
  ];
}

/** Heat that the plan itself brings over its caution. */
export function cooling({ plan, limits, maxCanC }: BuyInput): Wanted[] {
  if (maxCanC < (limits['motor-temperature'].caution ?? Infinity)) return [];
  const why = `The can comes to ${Math.round(maxCanC)} °C in the run that is planned.`;
  return [
    ...((plan.cooling?.motorFans ?? 0) > 0
      ? []
      : [
          {
            id: 'fan',
            group: 'cooling' as const,
            what: 'fan for the motor',
            count: 1,
            figures: '',
            why,
            serves: (part: Part) => part.kind === 'fan',
          },
        ]),
    ...(plan.cooling?.motorHeatsink
      ? []
      : [{ id: 'heat-sink', group: 'cooling' as const, what: 'heat sink for the can', count: 1, figures: '', why }]),
    ...(plan.car.airflow === 'closed' ? [{ id: 'vents', group: 'cooling' as const, what: 'vented body', count: 1, figures: '', why }] : []),
  ];
}

/** What every conversion needs. */
export const always = (): Wanted[] => [
  {
    id: 'esc-tape',
    group: 'tools',
    what: 'thick double-sided tape or screws for the ESC',
    count: 1,
    figures: '',
    why: 'An ESC that comes loose pulls its own wires off.',
  },
  { id: 'ties', group: 'tools', what: 'cable ties', count: 1, figures: '', why: 'Wires keep clear of gears, shafts and hot cans.' },
  {
    id: 'thermometer',
    group: 'tools',
    what: 'infrared thermometer',
    count: 1,
    figures: '',
    why: 'Heat is what stops a conversion, and a finger cannot measure it.',
  },
  {
    id: 'speed-meter',
    group: 'tools',
    what: 'speed measurement: a phone with GPS, or a GPS logger',
    count: 1,
    figures: '',
    why: 'Without a measured speed nobody knows what was gained.',
  },
];
