import type { Bay, PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { bySeverity, type Finding } from './finding';
import type { Limits } from './limits';
import { supplyFindings } from './supply';

/** Figures of one size that are printed differently (3.17 and 3.175) count as the same [mm]. */
export const SAME_BORE_MM = 0.05;
const SAME_CIRCLE_MM = 0.3;
/** 48 pitch is 0.529: as printed, 0.53. */
const SAME_MODULE = 0.012;

/** Whether the parts of a plan go into the car's bay and onto each other: every rule whose figures are known. */
export function fitFindings(plan: PlanFile, resolved: ResolvedPlan, limits: Limits): Finding[] {
  return bySeverity([
    ...sizes(plan, resolved, limits),
    ...unknownSizes(plan),
    ...pairs(plan),
    ...pinionBore(plan),
    ...mesh(plan, limits),
    ...screw(plan, limits),
    ...supplyFindings(plan, limits),
  ]);
}

function size(
  id: Finding['id'],
  link: Finding['link'],
  figure: string,
  value: number | undefined,
  room: number | undefined,
  limits: Limits,
): Finding[] {
  const { caution = 0, stop = 0 } = limits[id];
  if (value === undefined || room === undefined || room - value >= caution) return [];
  const over = room - value < stop;
  const gap = Math.abs(room - value);
  const why = over
    ? `It is ${mm(gap)} too large for its place.`
    : gap < 0.05
      ? 'It goes in with nothing to spare.'
      : `It leaves ${mm(gap)}: tight, and it must not rub.`;
  return [{ id, link, level: over ? 'stop' : 'caution', figure, value, limit: room, unit: 'mm', share: value / room, why }];
}

function sizes({ car: { bay = {} }, esc, packs }: PlanFile, { motor }: ResolvedPlan, limits: Limits): Finding[] {
  const worst = (findings: Finding[]) => bySeverity(findings).slice(0, 1);
  return [
    ...size('fit-diameter', 'motor', 'motor diameter', 1000 * motor.diameterM, bay.motorDiameterMm, limits),
    ...size('fit-length', 'motor', 'motor length', 1000 * motor.lengthM, bay.motorLengthMm, limits),
    ...worst([
      ...size('fit-esc', 'esc', 'ESC length', esc.lengthMm, bay.escLengthMm, limits),
      ...size('fit-esc', 'esc', 'ESC width', esc.widthMm, bay.escWidthMm, limits),
      ...size('fit-esc', 'esc', 'ESC height', esc.heightMm, bay.escHeightMm, limits),
    ]),
    ...worst(
      packs.flatMap((pack) => [
        ...size('fit-pack', 'pack', 'pack length', pack.lengthMm, bay.packLengthMm, limits),
        ...size('fit-pack', 'pack', 'pack width', pack.widthMm, bay.packWidthMm, limits),
        ...size('fit-pack', 'pack', 'pack height', pack.heightMm, bay.packHeightMm, limits),
      ]),
    ),
  ];
}

/** What the bay must be measured for before anything is bought. */
const BAY_FIGURES: readonly (readonly [keyof Bay, string])[] = [
  ['motorDiameterMm', 'motor diameter'],
  ['motorLengthMm', 'motor length'],
  ['escLengthMm', 'ESC tray'],
  ['packLengthMm', 'pack tray'],
  ['meshMinMm', 'slot of the motor mount'],
];

/** How many of them there are. */
export const BAY_FIGURES_ASKED = BAY_FIGURES.length;

/** What of the bay nobody has measured, by name. */
export const unmeasuredOf = ({ car: { bay = {} }, gearing }: Pick<PlanFile, 'car' | 'gearing'>): string[] =>
  BAY_FIGURES.filter(([field]) => bay[field] === undefined && (field !== 'meshMinMm' || gearing.pinion !== undefined)).map(([, name]) => name);

/** Bay figures that are missing, so that whether parts go in is not known. */
function unknownSizes(plan: PlanFile): Finding[] {
  const names = unmeasuredOf(plan);
  if (names.length === 0) return [];
  const why = `Not measured in the car yet: ${names.join(', ')}. Measure before buying; Car, Space in the bay, takes the figures.`;
  return [
    {
      id: 'fit-unknown',
      link: 'motor',
      level: 'info',
      figure: 'space in the bay',
      value: names.length,
      limit: BAY_FIGURES.length,
      unit: 'figures',
      share: names.length / BAY_FIGURES.length,
      why,
    },
  ];
}

/** Steel that must stay between a pinion's bore and the bottom of its teeth, both sides together [mm]. */
const LEAST_WALL_MM = 2;
/** A tooth reaches this many modules inside the circle that gears are reckoned by, both sides together. */
const TOOTH_DEPTH = 2.5;

/** Fewest teeth of a pinion with a bore [mm] and a module. */
export const fewestTeeth = (boreMm: number, moduleMm: number): number =>
  Math.ceil((boreMm + LEAST_WALL_MM + TOOTH_DEPTH * moduleMm) / moduleMm - 1e-9);

function pinionBore({ car: { bay = {} }, motor, gearing }: PlanFile): Finding[] {
  const { pinion } = gearing;
  const boreMm = gearing.pinionBoreMm ?? motor.shaftMm;
  const moduleMm = gearing.moduleMm ?? bay.moduleMm;
  if (pinion === undefined || boreMm === undefined || moduleMm === undefined) return [];
  const fewest = fewestTeeth(boreMm, moduleMm);
  if (pinion >= fewest) return [];
  const why = `A pinion of ${pinion} teeth, module ${short(moduleMm)}, has no room for a ${mm(boreMm)} bore: ${fewest} teeth is the fewest.`;
  return [
    { id: 'pinion-bore', link: 'gears', level: 'stop', figure: 'pinion', value: pinion, limit: fewest, unit: 'teeth', share: fewest / pinion, why },
  ];
}

function pair(
  id: Finding['id'],
  link: Finding['link'],
  figure: string,
  a: number | undefined,
  b: number | undefined,
  same: number,
  why: (a: number, b: number) => string,
): Finding[] {
  if (a === undefined || b === undefined || Math.abs(a - b) <= same) return [];
  return [{ id, link, level: 'stop', figure, value: a, limit: b, unit: 'mm', share: Math.max(a, b) / Math.min(a, b), why: why(a, b) }];
}

function pairs({ car: { bay = {} }, motor, gearing }: PlanFile): Finding[] {
  const geared = gearing.pinion !== undefined;
  return [
    ...(geared
      ? [
          ...pair('shaft-bore', 'gears', 'motor shaft', motor.shaftMm, gearing.pinionBoreMm ?? bay.pinionBoreMm, SAME_BORE_MM, (shaft, bore) =>
            shaft > bore
              ? `The pinion’s ${mm(bore)} bore does not go on a ${mm(shaft)} shaft: get one with the right bore.`
              : `The pinion’s ${mm(bore)} bore is loose on a ${mm(shaft)} shaft: get one with the right bore; a sleeve that rubs heats the motor.`,
          ),
          ...pair(
            'module',
            'gears',
            'pinion module',
            gearing.moduleMm,
            gearing.spurModuleMm ?? bay.moduleMm,
            SAME_MODULE,
            (pinion, spur) => `Teeth of module ${short(pinion)} do not run on a spur of ${short(spur)}: both strip.`,
          ),
        ]
      : []),
    ...pair(
      'mount-pattern',
      'motor',
      'screw circle of the motor',
      motor.mountCircleMm,
      bay.mountCircleMm,
      SAME_CIRCLE_MM,
      (motorCircle, mount) => `Its screw holes stand on ${mm(motorCircle)}, the mount’s on ${mm(mount)}: it needs an adapter plate.`,
    ),
  ];
}

function mesh({ car: { bay = {} }, gearing }: PlanFile, limits: Limits): Finding[] {
  const { pinion, spur, moduleMm } = gearing;
  if (pinion === undefined || spur === undefined) return [];
  const found: Finding[] = [];
  const { meshMinMm: from, meshMaxMm: to, nearestPartMm } = bay;
  const teethMm = moduleMm ?? bay.moduleMm;
  if (teethMm === undefined) return [];
  const distance = (teethMm * (pinion + spur)) / 2;
  if (from !== undefined || to !== undefined) {
    const inside = Math.min(from === undefined ? Infinity : distance - from, to === undefined ? Infinity : to - distance);
    const nearTop = to !== undefined && to - distance <= inside;
    const limit = nearTop ? to : from!;
    if (inside < (limits['mesh-distance'].caution ?? 0)) {
      const wanted = nearTop ? 'a smaller pinion or spur' : 'a larger pinion or spur';
      found.push({
        id: 'mesh-distance',
        link: 'gears',
        level: inside < 0 ? 'stop' : 'caution',
        figure: 'shaft to spur axle',
        value: distance,
        limit,
        unit: 'mm',
        share: nearTop ? distance / limit : limit / distance,
        why:
          inside < 0
            ? `The slot ends ${mm(-inside)} before these gears mesh: it needs ${wanted}.`
            : `They mesh ${mm(inside)} from the slot’s end: little is left to set the play.`,
      });
    }
  }
  if (nearestPartMm !== undefined) {
    const gap = nearestPartMm - ((gearing.spurModuleMm ?? teethMm) * (spur + 2)) / 2;
    const { caution = 0, stop: stopMm = 0 } = limits['spur-clearance'];
    if (gap < caution) {
      const stop = gap < stopMm;
      found.push({
        id: 'spur-clearance',
        link: 'gears',
        level: stop ? 'stop' : 'caution',
        figure: 'gap at the spur',
        value: gap,
        limit: stop ? stopMm : caution,
        unit: 'mm',
        share: gap > 0 ? stopMm / gap : 2 - gap,
        why:
          gap <= 0
            ? 'The spur does not turn past the nearest part.'
            : `Only ${mm(gap)} between the spur and the nearest part: anything that flexes touches it.`,
      });
    }
  }
  return found;
}

function screw({ car: { bay = {} }, motor }: PlanFile, limits: Limits): Finding[] {
  const { screwPastPlateMm: reach } = bay;
  const { threadDepthMm: depth } = motor;
  if (reach === undefined || depth === undefined || depth - reach >= (limits['screw-depth'].caution ?? 0) - 1e-9) return [];
  const over = reach > depth;
  return [
    {
      id: 'screw-depth',
      link: 'motor',
      level: over ? 'stop' : 'caution',
      figure: 'motor screw past the plate',
      value: reach,
      limit: depth,
      unit: 'mm',
      share: reach / depth,
      why: over
        ? `The screw goes ${mm(reach - depth)} past the thread and reaches the windings.`
        : 'The screw ends at the bottom of the thread: take one a millimetre shorter.',
    },
  ];
}

const short = (value: number) => String(Number(value.toFixed(2)));
const mm = (value: number) => `${short(value)} mm`;
