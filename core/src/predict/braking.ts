import { SWITCHING_PART_V } from '../chain/esc';
import type { Drivetrain } from './drivetrain';

/** Shares of what a generating motor has left over: to the pack, and as heat into the winding and the ESC. */
const BACK_SHARE = 0.35;
const WINDING_SHARE = 0.45;
const ESC_SHARE = 0.2;

/**
 * A brake is the motor generating, docs/model.md section 5. Answers by setting its own fields, as the drivetrain does:
 * current of one motor [A], heat in its winding and ESC [W], and what all motors give back to the pack [A].
 */
export class Braking {
  motorA = 0;
  windingW = 0;
  escW = 0;
  backA = 0;

  constructor(private readonly at: Drivetrain) {}

  /** `brakeN` at the tyres while the motor turns at `omega` [rad/s] behind `lever` [rad/s per m/s]. */
  act(brakeN: number, omega: number, lever: number): void {
    const { at } = this;
    const { line, kt } = at;
    this.motorA = this.windingW = this.escW = this.backA = 0;
    if (!(brakeN > 0) || !(omega > 0)) return;
    const torqueNm = (brakeN * line.efficiency) / (lever * line.motors);
    const amp = Math.max(0, (torqueNm - line.frictionNm - line.viscousNms * omega) / kt);
    const square = amp * amp;
    this.motorA = amp;
    this.windingW = square * at.windingOhm + line.brushV * amp;
    this.escW = square * line.escOhm + SWITCHING_PART_V * amp;
    const madeW = kt * omega * amp;
    const lostW = this.windingW + this.escW;
    if (lostW >= madeW) {
      // Near standstill there is no more to lose than is made.
      this.windingW *= madeW / lostW;
      this.escW *= madeW / lostW;
      return;
    }
    const leftW = madeW - lostW;
    if (line.brakesBack) {
      this.backA = (BACK_SHARE * line.motors * leftW) / at.openCircuitV;
      this.windingW += WINDING_SHARE * leftW;
      this.escW += ESC_SHARE * leftW;
    } else {
      const ohm = at.windingOhm + line.escOhm;
      this.windingW += (leftW * at.windingOhm) / ohm;
      this.escW += (leftW * line.escOhm) / ohm;
    }
  }
}
