import { LONGEST_FILE_NAME, newId, type FileRef, type KeptLog } from '@puddler/contract/shared';
import { compact, type Column, type LogQuantity, type PlanFile } from '@puddler/core';
import type { LogChoice } from '../../document-store/prefs-slice';
import type { LogSummary } from '../../workers/log-reading';
import type { TraceQuestion } from '../../workers/log-worker';

/** A file that was dropped, on its way to being a log of a run. */
export interface Dropped {
  id: string;
  file: File;
  state: { is: 'reading'; share: number } | { is: 'ready'; summary: LogSummary } | { is: 'failed'; message: string };
  kind: KeptLog['kind'];
  choice: LogChoice;
  place: number | undefined;
}

export const newlyDropped = (file: File): Dropped => ({
  id: newId(),
  file,
  state: { is: 'reading', share: 0 },
  kind: 'esc',
  choice: { columns: [] },
  place: undefined,
});

const isElectrical = ({ columns }: LogSummary): boolean => columns.some(({ as }) => as === 'electricalRpm');

/** A device that counts turns or amps is an ESC; one that only has positions is a GPS. */
export const kindOf = ({ columns }: LogSummary): KeptLog['kind'] =>
  columns.some(({ as }) => as === 'packV' || as === 'packA' || as === 'motorRpm' || as === 'electricalRpm' || as === 'outputShare') ? 'esc' : 'gps';

/** The heads by which a choice is remembered for files alike. */
export const headsOf = ({ columns }: LogSummary): string =>
  columns
    .map((column) => column.name)
    .join('|')
    .slice(0, 2000);

export const asChosen = ({ name, as, unit }: Column) => ({ name, as: as ?? 'none', unit });

/** What still has to be answered before this log can be kept; undefined where nothing has. */
export const asks = ({ state, choice }: Dropped): string | undefined =>
  state.is === 'ready' && isElectrical(state.summary) && choice.poles === undefined
    ? 'Electrical rpm: how many magnet poles has the motor?'
    : undefined;

/** Poles that the plan has for a log of electrical rpm whose poles nobody chose. */
export function polesOfPlan({ motor }: PlanFile, summary: LogSummary, choice: LogChoice): number | undefined {
  const poles = motor.kind === 'brushless' ? motor.poles : undefined;
  return isElectrical(summary) && choice.poles === undefined ? poles : undefined;
}

/** How the worker is to read a log. */
export const readingOptions = (plan: PlanFile, choice: LogChoice) => ({
  ...compact({ poles: choice.poles }),
  ...(choice.columns.length > 0 ? { chosen: choice.columns as { name: string; as: LogQuantity; unit: string }[] } : {}),
  cells: plan.packs.reduce((sum, pack) => sum + pack.cells, 0),
});

/** What the worker needs to draw a log before it is kept. */
export const previewOf = (
  plan: PlanFile,
  { id, file, choice, kind, place }: Pick<Dropped, 'id' | 'file' | 'choice' | 'kind' | 'place'>,
): TraceQuestion => ({
  key: `preview-${id}`,
  plan,
  parts: [
    {
      source: { file },
      log: { kind, ...(choice.columns.length > 0 ? { columns: choice.columns } : {}), ...compact({ poles: choice.poles, place }) },
    },
  ],
});

/** A log as a run holds it, under the reference of its file. */
export const keptLog = (ref: FileRef, { file, kind, choice, place }: Dropped, summary: LogSummary): KeptLog => ({
  ...ref,
  name: file.name.slice(0, LONGEST_FILE_NAME),
  kind,
  ...(summary.form === 'csv' ? { columns: summary.columns.map(asChosen) } : {}),
  ...compact({ poles: choice.poles, place }),
});
