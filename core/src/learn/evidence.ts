import { isHeldBack, resolvedAsDriven, type LoggedRun } from './logged-run';
import { COUNT_IN_FULL, type Evidence, type FeatureKind } from './feature';
import { tracedEvidence } from './traced-evidence';
import { passWays, typedEvidence } from './typed-evidence';

const NOTHING: ReturnType<typeof typedEvidence> = { drafts: [], model: () => [] };

/**
 * What a run says, ready to be compared. `only` names the features of another reading of the same run: just these are taken, whether or not
 * this plan would trust them. Throws PlanError when its plan cannot be computed. */
export function evidenceOf(run: LoggedRun, place: number, only?: readonly string[]): Evidence {
  const resolved = resolvedAsDriven(run);
  const traced = run.trace ? tracedEvidence(run, resolved, only) : undefined;
  const { drafts, model } = traced ?? (isHeldBack(run) ? NOTHING : typedEvidence(run, resolved));
  const counts = new Map<FeatureKind, number>();
  for (const { kind } of drafts) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return {
    name: run.name ?? `run ${place + 1}`,
    resolved,
    hasCurrent: drafts.some((one) => one.gain === 'gainA'),
    hasVolts: drafts.some((one) => one.gain === 'gainV' || one.gain === '1/gainV'),
    features: drafts.map(({ gain, ...draft }) => ({ ...draft, gain, weight: Math.min(1, COUNT_IN_FULL / counts.get(draft.kind)!) })),
    model,
    isTraced: traced !== undefined,
    isOneWay: traced === undefined && (run.passes?.length ?? 0) > 0 && !passWays(run.passes).isBoth,
  };
}
