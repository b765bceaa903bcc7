import type { CarRun } from '@puddler/contract/shared';
import { compact } from '@puddler/core';
import type { RunFile } from '@puddler/core';
import { logClient } from '../../jobs/log-jobs';

/** A kept run as a run file: its photos and logs by hash, and what its logs say as a series. */
export async function runFileOf(run: CarRun): Promise<string> {
  const { planId: _plan, aside: _aside, photos, logs, ...said } = run;
  const series = (logs ?? []).length > 0 ? await logClient.ask('series', run) : undefined;
  const file: RunFile = {
    format: 'puddler-run',
    version: 1,
    ...said,
    ...(photos ? { photos: photos.map((photo) => photo.hash) } : {}),
    ...(logs
      ? {
          logs: logs.map(({ hash, name, kind, columns, shiftS }) => ({
            hash,
            name,
            kind,
            ...(columns ? { columns } : {}),
            ...compact({ shiftS }),
          })),
        }
      : {}),
    ...(series ? { series } : {}),
  };
  return `${JSON.stringify(file)}\n`;
}

/** A run file as a kept run; its series becomes a log of its own, which is handed out as CSV. Photos and logs that are only named by hash are left out. */
export function runOfFile(file: RunFile, planId: string): CarRun {
  const { format: _format, version: _version, series: _series, photos: _photos, logs: _logs, ...said } = file;
  return { ...said, planId };
}
