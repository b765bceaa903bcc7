import type { CarRun } from '@puddler/contract/shared';
import type { TraceQuestion } from '../../workers/log-worker';

/** What the worker needs to lay a run’s logs over each other; undefined for a run without any. */
export function traceRequest(id: string, { logs = [], plan }: Pick<CarRun, 'logs' | 'plan'>): TraceQuestion | undefined {
  return logs.length === 0 ? undefined : { key: id, parts: logs.map((log) => ({ source: { hash: log.hash }, log })), plan };
}
