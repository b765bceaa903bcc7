import { driveFindings } from './drive';
import { electricFindings } from './electric';
import { bySeverity, type Finding, type FindingInput } from './finding';
import { fitFindings } from './fit';
import { motorFindings } from './motor';

/** Every rule of docs/model.md section 7 that applies, what gives first first. */
export function allFindings(input: FindingInput): Finding[] {
  return bySeverity([
    ...electricFindings(input),
    ...motorFindings(input),
    ...driveFindings(input),
    ...fitFindings(input.plan, input.resolved, input.limits),
  ]);
}
