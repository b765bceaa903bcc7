import type { LoggedRun } from './logged-run';
import { hasOwnTiming } from '../plan/planned-run';
import { DRIVER_SIGMA } from '../resolve/uncertain-rows';
import type { Evidence } from './feature';
import { nuisancesOf, type FittedRun } from './fit';
import { Parameters } from './parameters';

/** Runs with the parameters that they share and their own. */
export function assemble(runs: readonly LoggedRun[], evidences: readonly Evidence[]): { parameters: Parameters; runs: FittedRun[] } {
  const parameters = new Parameters();
  const placed = evidences.map((evidence, i) => parameters.add(runs[i]!.plan, evidence.resolved));
  return {
    parameters,
    runs: evidences.map((evidence, i): FittedRun => {
      const driven = !runs[i]!.trace && hasOwnTiming(evidence.resolved.run.profile);
      const own = nuisancesOf(evidence, (sigma) => parameters.own(sigma));
      return {
        evidence,
        placed: placed[i]!,
        own: driven ? { ...own, fullThrottle: parameters.own(evidence.resolved.run.course ? DRIVER_SIGMA.ownCourse : DRIVER_SIGMA.usual) } : own,
      };
    }),
  };
}
