import { compact } from '../compact';
import equal from 'fast-deep-equal';
import { isLithium } from '../plan/chemistry';
import { givenCRating } from '../plan/pack-rating';
import { keepsEsc, isSameMotor, isSamePack } from '../plan/same-part';
import type { Motor, Pack, PlanFile } from '../plan/plan-file';
import type { Nameless, Part } from '../shelf/part';
import { measuring, named, onShelf, type BuyInput, type Wanted } from './list-line';
import { fitsModule, moduleFigures, moduleOf } from './module-figures';

/** Why a part of the plan is listed: what nobody has chosen, or nobody said of the car as bought, is said to be so. */
function whyNew({ plan, stock }: BuyInput, { kind }: Part): string {
  const isUsual = (of: PlanFile) => of.usualParts?.some((part) => part === kind) ?? false;
  if (isUsual(plan)) return 'It is only usual for this kind of car: choose one before anything is bought.';
  return stock && !isUsual(stock) ? 'The plan has it, and the car as bought has not.' : 'The plan has it; what the car had as bought is not known.';
}

/** The parts of the plan that the car as bought does not have. */
export function newParts(input: BuyInput): Wanted[] {
  const { plan, stock, cells } = input;
  const motors = plan.motorCount ?? 1;
  const wanted: Wanted[] = [];
  const add = (id: string, group: Wanted['group'], part: Part, count: number, figures: string, serves: (part: Part) => boolean) =>
    wanted.push({ id, group, what: part.name, count, figures, why: whyNew(input, part), part, serves });
  if (!isSameMotor(plan.motor, stock?.motor))
    add(
      'motor',
      'motor',
      onShelf('motor', plan.motor),
      motors,
      motorFigures(plan),
      (part) => named('motor', plan.motor.name)(part) || isMotor(part, plan.motor),
    );
  if (!keepsEsc(plan, stock))
    add('esc', 'power', onShelf('esc', plan.esc), motors, `${plan.esc.continuousA} A or more, ${cells} cells`, named('esc', plan.esc.name));
  for (const [i, pack] of plan.packs.entries())
    if (!stock?.packs.some((one) => isSamePack(pack, one)))
      add(
        `pack-${i + 1}`,
        'power',
        onShelf('pack', pack),
        1,
        `${pack.cells} cells, ${Math.round(1000 * pack.capacityAh)} mAh${cNeeded(pack, input)}`,
        (part) => named('pack', pack.name)(part) || isPack(part, pack),
      );
  const { spur, typical } = plan.gearing;
  // One that nobody has counted is the car's own.
  if (spur !== undefined && spur !== stock?.gearing.spur && !typical?.includes('spur'))
    wanted.push({
      id: 'spur',
      group: 'gears',
      what: `spur with ${spur} teeth`,
      count: 1,
      ...moduleFigures(plan),
      why: 'The plan is geared with it.',
      part: onShelf('spur', { name: `${spur} T spur`, teeth: spur, ...moduleOf(plan) }),
      serves: (part) => part.kind === 'spur' && part.spec.teeth === spur && fitsModule(part.spec.moduleMm, plan),
    });
  return wanted;
}

/** The C rating that a pack has, or what one must have that is yet to be bought. */
function cNeeded(pack: Pack, { plan, limits, peakPackCurrentA }: BuyInput): string {
  const given = givenCRating(pack);
  if (given !== undefined) return `, ${given}C`;
  if (!pack.typical) return '';
  const sharedA = plan.packWiring === 'parallel' ? peakPackCurrentA / plan.packs.length : peakPackCurrentA;
  return `, ${Math.ceil(sharedA / pack.capacityAh / (limits['pack-current'].caution ?? 1) / 5) * 5}C or more`;
}

/** A motor of the shelf with the same winding and size, whatever it is called. */
function isMotor(part: Part, motor: Motor): boolean {
  if (part.kind !== 'motor' || part.spec.kind === 'brushed' || motor.kind === 'brushed' || part.spec.form !== motor.form) return false;
  const size = (one: Nameless<Motor>) =>
    one.kind === 'brushed' ? [] : one.form === 'inrunner' ? [one.diameterMm, one.lengthMm] : [one.statorDiameterMm, one.statorHeightMm];
  return part.spec.kvRpmPerV === motor.kvRpmPerV && equal(size(part.spec), size(motor)) && (!motor.sensored || part.spec.sensored === true);
}

/** A pack of the shelf with the same cells that holds and gives at least as much. */
const isPack = (part: Part, pack: Pack): boolean =>
  part.kind === 'pack' &&
  part.spec.chemistry === pack.chemistry &&
  part.spec.cells === pack.cells &&
  part.spec.capacityAh >= pack.capacityAh &&
  (givenCRating(part.spec) ?? 0) >= (givenCRating(pack) ?? 0);

const motorFigures = ({ motor }: PlanFile): string =>
  motor.kvRpmPerV === undefined ? `${motor.kind === 'brushed' ? motor.turns : ''} turns` : `${motor.kvRpmPerV} kv`;

/** Lithium in the place of cells that bear more. */
export function lithium({ plan, stock, cells }: BuyInput): Wanted[] {
  if (!isLithium(plan) || (stock && isLithium(stock))) return [];
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
    ...(keepsEsc(plan, stock)
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

/** From so many cells on a plug sparks as it is joined, and the spark eats it. */
const SPARKS_FROM_CELLS = 6;

function plugFigures({ packs: [pack], esc }: PlanFile, cells: number): string {
  const amps = pack!.plugA ?? (cells >= SPARKS_FROM_CELLS ? esc.continuousA : undefined);
  return [amps === undefined ? '' : `${amps} A${pack!.plugA === undefined ? ' or more' : ''}`, cells >= SPARKS_FROM_CELLS ? 'anti-spark' : '']
    .filter(Boolean)
    .join(', ');
}

/** What holds a new pack in its tray. */
export function packPlace({ plan, stock }: BuyInput): Wanted[] {
  if (plan.packs.every((pack) => stock?.packs.some((one) => isSamePack(pack, one)))) return [];
  return [
    {
      id: 'pack-foam',
      group: 'power',
      what: 'foam or straps for the pack',
      count: 1,
      figures: '',
      why: 'A pack that slides in a crash pulls its plug off, or is cut open by an edge.',
    },
  ];
}

/** Plugs that do not go together. */
export function plugs({ plan, stock, cells }: BuyInput): Wanted[] {
  const escChanges = !keepsEsc(plan, stock);
  const [now, before] = [plan.packs[0]!.plug, stock?.packs[0]?.plug];
  if (!escChanges && now === before) return [];
  return [
    {
      id: 'plugs',
      group: 'wiring',
      what: now ?? 'plugs for pack and ESC',
      count: 1 + plan.packs.length,
      figures: plugFigures(plan, cells),
      why: 'Pack and ESC must end in the same plug.',
      ...measuring(now === undefined ? 'which plug the pack and the ESC come with' : undefined),
      ...(now === undefined
        ? {}
        : {
            serves: named('plug', now),
            part: onShelf('plug', { name: now, ...compact({ ratedA: plan.packs[0]!.plugA }) }),
          }),
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
