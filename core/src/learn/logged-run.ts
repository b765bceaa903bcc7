import type { RunFile } from '../log/run-file';
import { samplesOf } from '../log/samples';
import { traceOf, type Trace } from '../log/trace';
import { withoutLearned } from '../predict/learned-figures';

/** A run to learn from: what was typed of it, and its log on an even grid where it has one. */
export interface LoggedRun extends Omit<RunFile, 'format' | 'version' | 'series' | 'photos' | 'logs' | 'predicted'> {
  trace?: Trace;
}

/** A run file as it is learned from. What its plan had been taught before does not count again. */
export const loggedRun = ({ series, plan, ...run }: RunFile): LoggedRun => ({
  ...run,
  plan: withoutLearned(plan),
  ...(series ? { trace: traceOf(samplesOf(series)) } : {}),
});
