import type { ReactNode } from 'react';
import type { ActivePlan } from '../../active/use-plan';
import type { Learning } from '../../jobs/log-jobs';
import { Choice } from '../../ui/Choice';
import { Example } from '../../ui/Example';
import { Guarded } from '../../ui/Guarded';
import { LearningPanel } from './LearningPanel';
import { LogPicker } from './LogPicker';
import { OverTime } from './OverTime';
import { PhoneRecorder } from './PhoneRecorder';
import { ReplayPanel } from './ReplayPanel';
import { RunPage } from './RunPage';
import { UpkeepPanel } from './UpkeepPanel';
import type { AtLog } from './use-log';

const PANELS = [
  { id: 'run', word: 'Run', what: 'The run' },
  { id: 'learning', word: 'Learning', what: 'What the runs teach' },
  { id: 'replay', word: 'Replay', what: 'The replay' },
  { id: 'time', word: 'Over time', what: 'The runs over time' },
  { id: 'upkeep', word: 'Upkeep', what: 'The upkeep' },
] as const;
export type LogPanel = (typeof PANELS)[number]['id'];

interface Props {
  active: ActivePlan;
  log: AtLog;
  /** The runs have been fetched. */
  areHere: boolean;
  learning: Learning;
  shown: LogPanel;
  onShow: (panel: LogPanel) => void;
  onFiles: (files: File[]) => void;
}

/** What is done with a log: one thing at a time. */
export function LogPanels({ active, log, areHere, learning, shown, onShow, onFiles }: Props) {
  const bodies: Record<LogPanel, () => ReactNode> = {
    run: () =>
      log.open ? (
        <RunPage key={log.open.id} active={active} open={log.open} log={log} onFiles={onFiles} />
      ) : (
        <NoRunOpen isEmpty={areHere && log.runs.length === 0} onFiles={onFiles} />
      ),
    learning: () => (
      <>
        <LearningPanel log={log} active={active} learning={learning} />
        {log.runs.length > 0 && (
          <div className="mt-2">
            <LogPicker onFiles={onFiles} />
          </div>
        )}
      </>
    ),
    replay: () => <ReplayPanel log={log} active={active} />,
    time: () => <OverTime log={log} />,
    upkeep: () => <UpkeepPanel log={log} active={active} />,
  };
  return (
    <div className="min-w-0">
      <div className="mb-2 flex flex-wrap gap-1.5 print:hidden" role="group" aria-label="Of the log">
        {PANELS.map(({ id, word }) => (
          <Choice key={id} size="large" on={shown === id} onClick={() => onShow(id)}>
            {word}
          </Choice>
        ))}
      </div>
      {PANELS.filter(({ id }) => id === shown).map(({ id, what }) => (
        <Guarded key={id} what={what}>
          {bodies[id]()}
        </Guarded>
      ))}
    </div>
  );
}

/** How a run comes to be opened, while none is. */
function NoRunOpen({ isEmpty, onFiles }: { isEmpty: boolean; onFiles: (files: File[]) => void }) {
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-body text-soft">
        <p className="max-sm:hidden">
          Press a run to open it, or <strong className="font-medium">n</strong> to begin one. Logs can be dropped anywhere on this page.
        </p>
        <p className="sm:hidden">Press a run to open it.</p>
        {!isEmpty && <LogPicker onFiles={onFiles} />}
        <PhoneRecorder onFile={(file) => onFiles([file])} />
      </div>
      {isEmpty && <Example of="log" alt="A run: its passes and temperatures against what was likely, and its log drawn over the seconds." />}
    </>
  );
}
