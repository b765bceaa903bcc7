import { packLimitA } from '../chain/pack-limit';
import type { LinkName } from '../link';
import type { PlanFile } from '../plan/plan-file';
import type { FindingId } from './finding-ids';

/** A rule that could not be asked, because nobody gave what it needs. */
export interface NotJudged {
  id: FindingId;
  link: LinkName;
  /** What would have to be known: “how many cells the ESC bears”. */
  missing: string;
}

type Missing = [id: FindingId, link: LinkName, known: boolean, missing: string];

/**
 * The rules of docs/model.md section 7 that say nothing about a plan for want of a figure, what burns first. A rule that passed and one that was never asked
 * look alike otherwise. Sizes of the bay have a finding of their own (`fit-unknown`), and stand here one by one.
 */
export function notJudged(plan: PlanFile, hasStock: boolean): NotJudged[] {
  const geared = plan.gearing.pinion !== undefined && plan.gearing.spur !== undefined;
  const rules: Missing[] = [...electric(plan), ...driven(plan, hasStock), ...(geared ? geometry(plan) : []), ...bay(plan)];
  return rules.flatMap(([id, link, known, missing]) => (known ? [] : [{ id, link, missing }]));
}

function electric(plan: PlanFile): Missing[] {
  const { esc, motor, car } = plan;
  const { bay = {} } = car;
  const bearsV = bay.servoMaxV !== undefined && bay.receiverMaxV !== undefined;
  return [
    ['esc-cells', 'esc', esc.maxCells !== undefined, 'how many cells the ESC bears'],
    ['motor-cells', 'motor', motor.maxCells !== undefined, 'how many cells the motor is made for'],
    ['pack-current', 'pack', packLimitA(plan) !== undefined, 'the pack’s C rating, or the amps of its plug'],
    ['capacitor', 'esc', esc.capacitorV !== undefined, 'the rated volts of the ESC’s capacitor'],
    [
      'bec-voltage',
      'esc',
      esc.becV !== undefined && bearsV,
      esc.becV === undefined ? 'the volts of the BEC' : 'the volts that servo and receiver bear',
    ],
    [
      'bec-current',
      'esc',
      esc.becA !== undefined && bay.servoStallA !== undefined,
      esc.becA === undefined ? 'the amps of the BEC' : 'the amps of a servo that is held',
    ],
  ];
}

function driven({ site }: PlanFile, hasStock: boolean): Missing[] {
  return [
    ['driveline', 'gears', hasStock, 'what the driveline was made for: the car as bought'],
    ['radio-range', 'road', site.radioRangeM !== undefined, 'how far the radio reaches'],
    ['straight', 'road', site.straightM !== undefined, 'how long the straight is'],
  ];
}

function geometry({ gearing, motor, car: { bay = {} } }: PlanFile): Missing[] {
  const bore = gearing.pinionBoreMm ?? bay.pinionBoreMm;
  const teeth = gearing.moduleMm ?? bay.moduleMm;
  const shaft = motor.shaftMm !== undefined;
  return [
    ['shaft-bore', 'gears', shaft && bore !== undefined, shaft ? 'the bore of the pinion' : 'the motor’s shaft'],
    [
      'pinion-bore',
      'gears',
      (gearing.pinionBoreMm ?? motor.shaftMm) !== undefined && teeth !== undefined,
      teeth === undefined ? 'the size of the teeth' : 'the motor’s shaft',
    ],
    [
      'module',
      'gears',
      gearing.moduleMm !== undefined && (gearing.spurModuleMm ?? bay.moduleMm) !== undefined,
      'the size of the teeth on pinion and spur',
    ],
    [
      'mesh-distance',
      'gears',
      bay.meshMinMm !== undefined && bay.meshMaxMm !== undefined && teeth !== undefined,
      'where the slot of the motor mount begins and ends',
    ],
    ['spur-clearance', 'gears', bay.nearestPartMm !== undefined && teeth !== undefined, 'how near the next part stands to the spur’s axle'],
  ];
}

const all = (...values: (number | undefined)[]): boolean => values.every((value) => value !== undefined);

function bay({ car: { bay = {} }, motor, esc, packs }: PlanFile): Missing[] {
  return [
    ['fit-diameter', 'motor', all(bay.motorDiameterMm), 'the room for the motor’s diameter'],
    ['fit-length', 'motor', all(bay.motorLengthMm), 'the room for the motor’s length'],
    [
      'fit-esc',
      'esc',
      all(bay.escLengthMm, bay.escWidthMm, bay.escHeightMm, esc.lengthMm, esc.widthMm, esc.heightMm),
      'the size of the ESC and of its tray',
    ],
    [
      'fit-pack',
      'pack',
      all(bay.packLengthMm, bay.packWidthMm, bay.packHeightMm, ...packs.flatMap((pack) => [pack.lengthMm, pack.widthMm, pack.heightMm])),
      'the size of the pack and of its tray',
    ],
    ['mount-pattern', 'motor', all(bay.mountCircleMm, motor.mountCircleMm), 'the screw circle of motor and mount'],
    ['screw-depth', 'motor', all(bay.screwPastPlateMm, motor.threadDepthMm), 'how deep the motor’s screws go, and its threads'],
  ];
}
