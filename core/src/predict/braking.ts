import { SWITCHING_PART_V } from '../chain/esc';
import type { Drivetrain } from './drivetrain';

/** Share of what a generating motor has left over that reaches the pack; the rest warms the winding. */
const BACK_SHARE = 0.7;

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
    const leftW = Math.max(0, kt * omega * amp - this.windingW - this.escW);
    if (line.brakesBack) {
      this.backA = (BACK_SHARE * line.motors * leftW) / at.openCircuitV;
      this.windingW += (1 - BACK_SHARE) * leftW;
    } else {
      const ohm = at.windingOhm + line.escOhm;
      this.windingW += (leftW * at.windingOhm) / ohm;
      this.escW += (leftW * line.escOhm) / ohm;
    }
  }
}
