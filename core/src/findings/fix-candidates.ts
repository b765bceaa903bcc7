import type { Part } from '../shelf/part';
import type { Finding, FindingInput } from './finding';
import type { FindingId } from './finding-ids';
import {
  cellsTo,
  cutoffTo,
  edit,
  escFromShelf,
  escOfCells,
  fans,
  FASTER,
  fewerCells,
  type FixCandidate,
  harderPack,
  largerEsc,
  largerPinion,
  largerSpur,
  morePack,
  motorsFromShelf,
  nextRating,
  one,
  otherKv,
  packsFromShelf,
  plugOf,
  SLOWER,
  smallerPinion,
  smallerSpur,
} from './fix-values';

/** What a builder would try for a finding, the cheapest first. */
export function candidatesFor(finding: Finding, input: FindingInput, shelf: readonly Part[]): FixCandidate[] {
  const { plan } = input;
  switch (finding.id) {
    case 'esc-cells':
      return finding.unrated || finding.value > finding.limit
        ? [fewerCells(input), escOfCells(finding.value, shelf)]
        : [cellsTo(input, finding.limit)];
    case 'motor-cells':
      return [fewerCells(input)];
    case 'esc-continuous':
    case 'esc-burst':
    case 'esc-temperature':
      return [escFromShelf(shelf), largerEsc(input), smallerPinion(input), fewerCells(input)];
    case 'motor-temperature':
    case 'winding-temperature':
      return [
        fans(input),
        smallerPinion(input),
        ...(plan.cooling?.motorHeatsink ? [] : [one('a heat sink on the can', edit('cooling.motorHeatsink', true))]),
        fewerCells(input),
      ];
    case 'motor-rpm':
    case 'electrical-rpm':
      return [fewerCells(input), otherKv(input, SLOWER)];
    case 'pack-current':
    case 'pack-sag':
    case 'pack-temperature':
      return [harderPack(input), plugOf(input, finding), smallerPinion(input), fewerCells(input)];
    case 'cutoff':
      return [cutoffTo(input)];
    case 'runtime':
      return [morePack(input), smallerPinion(input)];
    case 'motor-load':
      return [otherKv(input, FASTER), smallerPinion(input), fewerCells(input)];
    case 'runaway':
      return [smallerPinion(input), fans(input), fewerCells(input)];
    case 'idles':
      return [otherKv(input, SLOWER)];
    case 'sensorless-start':
      return [one('a motor and ESC with sensor', edit('motor.sensored', true), edit('esc.sensored', true)), smallerPinion(input)];
    case 'overdrive':
      return [smallerPinion(input), largerSpur(input)];
    case 'grip':
      return [largerPinion(input)];
    case 'unheld-peak':
      return [];
    case 'ballooning':
      return [one('belted tyres', edit('car.tyre.growthPctAt100KmH', 0)), fewerCells(input)];
    case 'driveline':
      return [largerPinion(input), fewerCells(input)];
    case 'radio-range':
    case 'straight':
      return [smallerPinion(input), fewerCells(input)];
    case 'fit-diameter':
    case 'fit-length':
    case 'mount-pattern':
      return [motorsFromShelf(input, shelf)];
    case 'fit-esc':
      return [escFromShelf(shelf)];
    case 'fit-unknown':
      return [];
    case 'fit-pack':
      return [packsFromShelf(input, shelf)];
    case 'shaft-bore':
      return [one(`a pinion with ${plan.motor.shaftMm} mm bore`, edit('gearing.pinionBoreMm', plan.motor.shaftMm))];
    case 'module':
      return [
        one(
          `a pinion of module ${plan.gearing.spurModuleMm ?? plan.car.bay?.moduleMm}`,
          edit('gearing.moduleMm', plan.gearing.spurModuleMm ?? plan.car.bay?.moduleMm),
        ),
      ];
    case 'mesh-distance':
      return (
        finding.value >= finding.limit - 1
          ? [smallerPinion(input), smallerSpur(input), largerPinion(input)]
          : [largerPinion(input), largerSpur(input), smallerPinion(input)]
      ).map((candidate) => ({ ...candidate, scan: true }));
    case 'spur-clearance':
      return [smallerSpur(input)];
    case 'screw-depth':
      return [one('a screw a millimetre short of the thread', edit('car.bay.screwPastPlateMm', Math.max(0, (plan.motor.threadDepthMm ?? 1) - 1)))];
    case 'pinion-bore':
      return [largerPinion(input)];
    case 'bec-current':
      return [one('a receiver supply of its own, 10 A', edit('esc.becA', 10))];
    case 'capacitor':
      return [one('a capacitor of the next rating', edit('esc.capacitorV', nextRating(finding.value * (input.plan.esc.capacitorV ?? 0))))];
    case 'bec-voltage':
      return [one(`BEC at ${finding.limit} V`, edit('esc.becV', finding.limit))];
  }
}

const NOTHING_FITS = 'Nothing on the shelf fits: another size, or room made where no load runs.';
const CANNOT: Partial<Record<FindingId, string>> = {
  'fit-diameter': NOTHING_FITS,
  'fit-length': NOTHING_FITS,
  'fit-esc': NOTHING_FITS,
  'fit-pack': NOTHING_FITS,
  'mount-pattern': 'Gears cannot fix this: fit an adapter plate or another mount.',
  grip: 'No gear fixes this on such ground: soften punch and ramp at the ESC, or the trigger.',
  'unheld-peak': 'Nothing to fix on this ground. Where the tyres hold, open the trigger slowly or limit punch at the ESC.',
  'fit-unknown': 'Measure the bay: Car, Space in the bay.',
  driveline: 'Gears alone do not fix this: limit punch at the ESC, and fit stronger shafts before full throttle.',
};

/** Why no change of the plan makes a finding go away. */
export function cannotWords({ id, unrated }: Finding): string {
  if (unrated) return 'Its label says it: type the cells at ESC.';
  return CANNOT[id] ?? 'No single change of gears, cells or cooling makes this go away: another motor or pack does.';
}
