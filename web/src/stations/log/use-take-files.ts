import { LONGEST_FILE_NAME, MOST_LOG_BYTES, MOST_RUN_PHOTOS, type CarRun, type KeptLog } from '@puddler/contract/shared';
import { useState } from 'react';
import { keepFile } from '../../document-store/keep-files';
import { keepRun } from '../../document-store/run-edits';
import { useAppDispatch, useAppStore } from '../../document-store/store';
import { noticed } from '../../document-store/notices-slice';
import { undoable } from '../../document-store/undoable';
import { useKeepPhotos } from '../../active/photos/use-keep-photos';
import type { ActivePlan } from '../../active/use-plan';
import type { TraceFacts } from '../../workers/log-drawing';
import { logClient } from '../../jobs/log-jobs';
import { reasonOf } from '../../jobs/worker-client';
import { figureCount, heldByRun, withLogged, withoutEmpty } from '../../active/run-entry';
import { beyondText, runName } from './log-text';
import { runOfFile } from './run-file';
import { useDrop } from './use-drop';
import { newRun, roomForLogs, type AtLog } from './use-log';
import { newId } from '@puddler/contract/shared';

/**
 * What comes of files that are dropped on the log: pictures go to the open run, run files become runs, logs are mapped first and then
 * kept with the open run, or with a new one. What a log says is written into the run where nothing was typed.
 */
export function useTakeFiles(log: AtLog, active: ActivePlan, onShown: () => void) {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const dropping = useDrop(log.open?.run.plan ?? active.file);
  const photos = useKeepPhotos();
  const [problems, setProblems] = useState<string[]>([]);

  const takeRunFile = async (file: File): Promise<void> => {
    if (file.size > MOST_LOG_BYTES) throw new Error('it is larger than 200 MB.');
    const read = await logClient.ask('checkRun', await file.text());
    if (!read.ok) throw new Error(`nothing was taken in. ${read.problems.slice(0, 3).join('; ')}`);
    const { run } = read;
    const kept: KeptLog[] = [];
    if (run.series) {
      const csv = await logClient.ask('csvOf', run.series);
      const ref = await keepFile(store, 'log', new Blob([csv], { type: 'text/csv' }));
      kept.push({ ...ref, name: `${file.name.replace(/\.run\.json$|\.json$/, '')}.csv`.slice(-LONGEST_FILE_NAME), kind: 'esc' });
    }
    const id = newId();
    const body = runOfFile(run, active.id);
    dispatch(keepRun(active.carId, id, kept.length > 0 ? { ...body, logs: kept } : body, 'run from a file'));
    dispatch(undoable(`The run ${runName(body)} is in the log.`));
    log.show(id);
  };

  const takePhotos = async (files: File[]): Promise<void> => {
    const { open } = log;
    const known = open?.run.photos ?? [];
    const kept = await photos.keep(files, known, MOST_RUN_PHOTOS - known.length, `A run holds ${MOST_RUN_PHOTOS} photos.`);
    if (kept.length === 0) return;
    if (open) log.change((now) => ({ ...now, photos: [...(now.photos ?? []), ...kept] }), 'photo');
    else log.begin({ photos: kept });
  };

  const take = async (files: File[]): Promise<void> => {
    setProblems([]);
    const pictures = files.filter((file) => file.type.startsWith('image/'));
    const runFiles = files.filter((file) => /\.json$/i.test(file.name));
    const logs = files.filter((file) => !pictures.includes(file) && !runFiles.includes(file));
    const bad: string[] = [];
    for (const file of runFiles) await takeRunFile(file).catch((cause: unknown) => bad.push(`${file.name}: ${reasonOf(cause)}`));
    if (pictures.length > 0) await takePhotos(pictures);
    const room = log.open ? roomForLogs(log.open.run) : roomForLogs(newRun(active.id, active.file, undefined));
    if (logs.length > room) bad.push(`A run holds no more logs: ${logs.length - room} of them were left out.`);
    setProblems(bad);
    if (logs.length > 0) dropping.take(logs.slice(0, room));
  };

  /** Keeps what was mapped, and writes what it says into the run where nothing was typed. */
  const keep = async (): Promise<void> => {
    const kept = await dropping.keep();
    if (kept.length === 0) return;
    const before = log.open?.run ?? newRun(active.id, active.file, log.runs[0]?.run);
    const id = log.open?.id ?? newId();
    const known = (before.logs ?? []).filter((one) => !kept.some(({ hash }) => hash === one.hash));
    // An ESC’s clock leads: it knows when the trigger went down.
    const all = [...known, ...kept].sort((a, b) => (a.kind === b.kind ? 0 : a.kind === 'esc' ? -1 : 1));
    const { predicted: _old, ...bare } = before;
    const next: CarRun = { ...bare, logs: all };
    const said = await logClient
      .ask('trace', { key: id, parts: all.map((one) => ({ source: { hash: one.hash }, log: one })), plan: before.plan })
      .then(({ figures }) => figures)
      .catch((): TraceFacts['figures'] => ({}));
    const held = heldByRun(said);
    dispatch(
      keepRun(
        active.carId,
        id,
        withoutEmpty({ ...held, ...next, readings: withLogged(next.readings, held.readings) }),
        kept.length === 1 ? 'log of a run' : 'logs of a run',
      ),
    );
    const beyond = figureCount(said) - figureCount(held);
    if (beyond > 0) dispatch(noticed({ text: beyondText(beyond), tone: 'plain' }));
    if (log.open?.id !== id) log.show(id);
    onShown();
  };

  return { take, keep, dropping, problems: [...problems, ...photos.problems, ...(dropping.dropped.length === 0 ? dropping.problems : [])] };
}
