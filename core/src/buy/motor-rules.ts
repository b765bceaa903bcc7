import { compact } from '../compact';
import { SAME_BORE_MM } from '../findings/fit';
import { screwDepth } from '../fit/screw';
import { keepsEsc, isSameMotor } from '../plan/same-part';
import type { PlanFile } from '../plan/plan-file';
import { measuring, mm, onShelf, type BuyInput, type Wanted } from './list-line';
import { fitsModule, moduleFigures, moduleOf } from './module-figures';

/** The pinion of the plan where the car as bought has none that goes on its motor, and the next one for a motor that is new. */
export function pinions(input: BuyInput): Wanted[] {
  const { plan, stock } = input;
  const { pinion } = plan.gearing;
  const isNew = !isSameMotor(plan.motor, stock?.motor);
  if (pinion === undefined || (!isNew && pinion === stock?.gearing.pinion)) return [];
  const goesOver = oldPinionGoesOver(input);
  const why =
    goesOver === undefined
      ? 'The plan is geared with it. The one on the old motor has as many teeth: it goes over where its bore is the new shaft’s.'
      : 'The plan is geared with it.';
  return [
    ...(goesOver === true ? [] : [pinionLine(plan, pinion, 'pinion-planned', why)]),
    ...(isNew ? [pinionLine(plan, pinion + 1, 'pinion-larger', 'For the day on which the motor stays cool with the planned one.')] : []),
  ];
}

/** Whether the pinion on the old motor is the planned one and goes on the new shaft; undefined where its bore or that shaft is not known. */
function oldPinionGoesOver({ plan, stock }: BuyInput): boolean | undefined {
  if (!stock || stock.gearing.pinion !== plan.gearing.pinion || stock.gearing.typical?.includes('pinion')) return false;
  if ((stock.motorCount ?? 1) < (plan.motorCount ?? 1) || !fitsModule(moduleOf(stock).moduleMm, plan)) return false;
  const boreMm = stock.gearing.pinionBoreMm ?? plan.car.bay?.pinionBoreMm ?? stock.motor.shaftMm;
  const { shaftMm } = plan.motor;
  return boreMm === undefined || shaftMm === undefined ? undefined : Math.abs(boreMm - shaftMm) <= SAME_BORE_MM;
}

/** A pinion that goes on the plan's motor and meshes with its spur. */
export function pinionLine(plan: PlanFile, teeth: number, id: string, why: string): Wanted {
  const motors = plan.motorCount ?? 1;
  const { shaftMm } = plan.motor;
  const bore = shaftMm === undefined ? undefined : `bore ${mm(shaftMm)}`;
  const module = moduleFigures(plan);
  return {
    id,
    group: 'gears',
    what: `pinion with ${teeth} teeth`,
    count: motors,
    figures: [module.figures, bore].filter(Boolean).join(', '),
    why: motors > 1 ? `${why} Two motors on one gear need equal pinions.` : why,
    ...measuring(
      module.measureFirst,
      bore ? undefined : 'the motor’s shaft, for the bore',
      plan.gearing.typical ? `the teeth of ${plan.gearing.typical.join(' and ')} on the car` : undefined,
    ),
    part: onShelf('pinion', { name: `${teeth} T pinion`, teeth, ...moduleOf(plan), ...compact({ boreMm: shaftMm }) }),
    serves: (part) =>
      part.kind === 'pinion' &&
      part.spec.teeth === teeth &&
      fitsModule(part.spec.moduleMm, plan) &&
      (shaftMm === undefined || part.spec.boreMm === undefined || Math.abs(part.spec.boreMm - shaftMm) <= SAME_BORE_MM),
  };
}

/** What any new motor asks for: screws, and a mount for its holes. */
export function forNewMotor({ plan, stock, mountDiffers }: BuyInput): Wanted[] {
  if (isSameMotor(plan.motor, stock?.motor)) return [];
  const motors = plan.motorCount ?? 1;
  const { mountCircleMm } = plan.car.bay ?? {};
  const { mountCircleMm: motorCircleMm } = plan.motor;
  const depth = screwDepth(plan, undefined);
  return [
    {
      id: 'motor-screws',
      group: 'motor',
      what: 'motor screws',
      count: 2 * motors,
      figures: depth === undefined ? '' : `past the plate at most ${mm(depth.deepestMm)}`,
      why: 'Screws that are too long reach the windings and short them.',
      ...measuring(depth === undefined ? 'the depth of the motor’s threads: turn a screw in by hand until it touches' : undefined),
    },
    {
      id: 'thread-lock',
      group: 'motor',
      what: 'thread lock, medium',
      count: 1,
      figures: '',
      why: 'Motor screws and the pinion’s set screw shake loose in metal.',
    },
    ...(mountDiffers && mountCircleMm !== undefined && motorCircleMm !== undefined
      ? [
          {
            id: 'mount',
            group: 'motor' as const,
            what: 'motor mount or adapter plate',
            count: 1,
            figures: `holes on ${mm(motorCircleMm)}`,
            why: `The mount’s holes stand on ${mm(mountCircleMm)}.`,
          },
        ]
      : []),
  ];
}

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

/** Two motors share the pack and one receiver, and mostly the gear. */
export function twins({ plan, stock }: BuyInput): Wanted[] {
  if ((plan.motorCount ?? 1) < 2) return [];
  const wereTwo = (stock?.motorCount ?? 1) >= 2;
  const line = (id: string, group: Wanted['group'], what: string, figures: string, why: string): Wanted => ({
    id,
    group,
    what,
    count: 1,
    figures,
    why,
  });
  const { plug } = plan.packs[0]!;
  const isTracked = plan.car.drive === 'tracked';
  return [
    ...(wereTwo ? [] : [line('twin-mount', 'motor', 'mount for two motors', '', 'Both pinions must mesh with one gear.')]),
    // One ESC that was fed needs nothing; two new ones need all of it, whatever was there before.
    ...(wereTwo && keepsEsc(plan, stock)
      ? []
      : [
          line(
            'pack-y-lead',
            'wiring',
            'Y lead from the pack’s plug to both ESCs',
            plug ? `three halves of ${plug}` : 'three halves of the plug',
            'Both ESCs are fed from one pack.',
          ),
          isTracked
            ? {
                ...line(
                  'y-lead',
                  'wiring',
                  'mixer for tracks, or a radio that mixes',
                  '',
                  'A motor a track steers by mixing. Both motors on one spur need a Y lead for the throttle in its place.',
                ),
                measureFirst: 'whether each track has its motor, or both drive one spur',
              }
            : line(
                'y-lead',
                'wiring',
                'Y lead for the throttle channel',
                'the red wire of one branch taken out',
                'Two ESCs feed the receiver otherwise, and the stronger supply burns the weaker.',
              ),
        ]),
  ];
}
