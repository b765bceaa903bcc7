import type { ResolvedMotor } from '../chain/motor';
import type { ResolvedPack } from '../chain/pack';
import { overdriveFindings } from '../findings/drive';
import { cellFindings } from '../findings/electric';
import type { FindingId } from '../findings/finding-ids';
import { fitFindings } from '../findings/fit';
import type { Limits } from '../findings/limits';
import type { Esc, Motor, Pack, PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { choiceGearing } from './choice-plan';
import type { PinionOption, SpurOption } from './options';

const FITS_OF_MOTOR: readonly FindingId[] = ['fit-diameter', 'fit-length', 'mount-pattern', 'screw-depth'];
const FITS_OF_ESC: readonly FindingId[] = ['fit-esc', 'bec-voltage', 'bec-current'];
const FITS_OF_GEARS: readonly FindingId[] = ['module', 'mesh-distance', 'spur-clearance'];

/** ESCs of the shelf are known as those of plans are: by their names. */
const escKey = ({ name }: Esc): string => name.toLowerCase();

/** Which parts go into a car and together: the rules of docs/model.md section 7 that ask for no speed, by the findings themselves. */
export class PairRules {
  private readonly motorKindOfEsc = new Map<string, Motor['kind']>();

  constructor(
    private readonly base: PlanFile,
    private readonly resolvedBase: ResolvedPlan,
    private readonly limits: Limits,
    stock: PlanFile | undefined,
  ) {
    // What the car was bought with is more certain than what somebody plans.
    for (const plan of [base, ...(stock ? [stock] : [])]) this.motorKindOfEsc.set(escKey(plan.esc), plan.motor.kind);
  }

  /** Whether a motor fits bay, mount and screws. Its size comes from the resolved motor. */
  motorFits(motor: Motor, resolved: ResolvedMotor): boolean {
    return this.noStop({ ...this.base, motor }, FITS_OF_MOTOR, { ...this.resolvedBase, motor: resolved });
  }

  escFits(esc: Esc): boolean {
    return this.noStop({ ...this.base, esc }, FITS_OF_ESC);
  }

  /** Whether an ESC turns a motor: one that is known to have driven a brushed motor has two wires and turns no brushless one, and the other way round. */
  turns(esc: Esc, motor: Motor): boolean {
    const known = this.motorKindOfEsc.get(escKey(esc));
    return known === undefined || known === motor.kind;
  }

  packFits(packs: Pack[]): boolean {
    return this.noStop({ ...this.base, packs }, ['fit-pack']);
  }

  meshes(pinion: PinionOption, spur: SpurOption): boolean {
    const { spurMin = -Infinity, spurMax = Infinity } = this.base.car.bay ?? {};
    // The spur that is on the car fits, whatever sizes were noted for the bay.
    if (spur.key !== 'plan' && (spur.fields.teeth < spurMin || spur.fields.teeth > spurMax)) return false;
    const plan = { ...this.base, gearing: choiceGearing(pinion, spur, undefined, this.base.motor) };
    const overdriven = overdriveFindings({ plan, limits: this.limits }).some((one) => one.level === 'stop' && one.id === 'overdrive');
    return !overdriven && this.noStop(plan, FITS_OF_GEARS);
  }

  /** Whether the pinion's bore takes the motor's shaft. The rule looks at a plan with both gears; which spur is in it does not matter. */
  goesOn(motor: Motor, pinion: PinionOption, spur: SpurOption | undefined): boolean {
    const plan = { ...this.base, motor, gearing: choiceGearing(pinion, spur, undefined, motor) };
    return fitFindings(plan, this.resolvedBase, this.limits).every((one) => one.id !== 'shaft-bore' && one.id !== 'pinion-bore');
  }

  private noStop(plan: PlanFile, ids: readonly FindingId[], resolved = this.resolvedBase): boolean {
    return fitFindings(plan, resolved, this.limits).every((one) => one.level !== 'stop' || !ids.includes(one.id));
  }
}

/** Parts that bear any cells: put beside another part, only that other part's rating decides. */
const ANY_MOTOR: Motor = { name: '', kind: 'brushed', sizeClass: '540', turns: 27 };
const ANY_ESC: Esc = { name: '', continuousA: 1, maxCells: Infinity };

/** The motor's or the ESC's cells and a pack's. */
export function bearsCells(part: { motor: Motor } | { esc: Esc }, packs: Pack[], pack: ResolvedPack, limits: Limits): boolean {
  const plan = { motor: ANY_MOTOR, esc: ANY_ESC, packs, ...part };
  return cellFindings({ plan, resolved: { pack } }, limits).every((one) => one.level !== 'stop');
}
