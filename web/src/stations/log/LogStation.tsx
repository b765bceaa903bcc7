import { useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { SpeedCaution } from '../../active/SpeedCaution';
import { chainView } from '../../jobs/chain-view';
import { OnPlan } from '../../active/OnPlan';
import type { ActivePlan } from '../../active/use-plan';
import { useRunsHere } from '../../active/use-runs-here';
import { useLearning } from '../../jobs/log-jobs';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { PhoneRecorder } from './PhoneRecorder';
import { LogPicker } from './LogPicker';
import { useDroppedFiles } from '../../ui/use-dropped-files';
import { DropPlace, type FileTaker } from './DropPlace';
import { runName } from './log-text';
import { MeasuredAgainst } from './MeasuredAgainst';
import { LearningPanel } from './LearningPanel';
import { OverTime } from './OverTime';
import { ReplayPanel } from './ReplayPanel';
import { RunList } from './RunList';
import { RunPage } from './RunPage';
import { RunStrip } from './RunStrip';
import { UpkeepPanel } from './UpkeepPanel';
import { useLog, type AtLog } from './use-log';
import { Example } from '../../ui/Example';
import { Guarded } from '../../ui/Guarded';

const PANELS = [
  ['run', 'Run'],
  ['learning', 'Learning'],
  ['replay', 'Replay'],
  ['time', 'Over time'],
  ['upkeep', 'Upkeep'],
] as const;
type Panel = (typeof PANELS)[number][0];

export default function LogStation() {
  return <OnPlan so="no run of it can be held against a prediction">{(active) => <AtTheLog key={active.carId} active={active} />}</OnPlan>;
}

/** The log of a car: its runs on one side, the open one and what they teach on the other. */
function AtTheLog({ active }: { active: ActivePlan }) {
  const log = useLog(active);
  const view = chainView(active.file);
  const logLoaded = useRunsHere(active.carId);
  const [panel, setPanel] = useState<Panel>('run');
  // What was learned stays while its runs are looked at.
  const learning = useLearning();
  const taker = useRef<FileTaker>(null);
  const takeFiles = (files: File[]) => taker.current?.take(files);
  const { over, zone } = useDroppedFiles(takeFiles);
  const begin = () => {
    log.begin();
    setPanel('run');
  };
  useHotkeys('n', begin);
  const at: AtLog = {
    ...log,
    begin: (more) => {
      setPanel('run');
      return log.begin(more);
    },
    show: (id) => {
      if (id !== undefined && panel !== 'time') setPanel('run');
      log.show(id);
    },
  };
  // A run that is read has the whole width; the list of the others is a line over it.
  const isRead = panel === 'run' && at.open !== undefined;
  return (
    <main
      className={`mx-auto grid max-w-page gap-x-8 gap-y-4 px-6 pt-3 pb-10 max-sm:px-3 max-sm:pb-20 ${isRead ? 'grid-cols-1 gap-y-2' : 'lg:grid-cols-[minmax(0,0.82fr)_minmax(0,1fr)]'} print:block ${over ? 'outline-2 -outline-offset-4 outline-steel' : ''}`}
      {...zone}
    >
      <div className="min-w-0">
        <div className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4">
          <h1 className="wide text-head font-semibold">
            The log{' '}
            <span className="text-lead font-normal text-soft">
              of {active.car.name}, by {active.plan.name}
            </span>
          </h1>
        </div>
        {logLoaded ? (
          <Guarded what="The list of runs">{isRead ? <RunStrip log={at} /> : <RunList log={at} />}</Guarded>
        ) : (
          <p className="text-soft">Fetching the runs …</p>
        )}
        {logLoaded && log.runs.length === 0 && (
          <NoRuns topSpeedMs={view.state === 'ready' ? view.steady.topSpeedMs : 0} onBegin={begin} onFiles={takeFiles} />
        )}
        {at.open && !isRead && (
          <section aria-label="Against the prediction" className="mt-4">
            <h2 className="eyebrow text-soft">{runName(at.open.run)}</h2>
            <Guarded what="The comparison with the prediction">
              <MeasuredAgainst run={at.open.run} />
            </Guarded>
          </section>
        )}
        <DropPlace ref={taker} log={log} active={active} onKept={() => setPanel('run')} />
      </div>
      <div className="min-w-0">
        <div className="mb-2 flex flex-wrap gap-1.5 print:hidden" role="group" aria-label="Of the log">
          {PANELS.map(([id, word]) => (
            <Choice key={id} size="large" on={panel === id} onClick={() => setPanel(id)}>
              {word}
            </Choice>
          ))}
        </div>
        {panel === 'run' &&
          (at.open ? (
            <Guarded what="The run">
              <RunPage key={at.open.id} active={active} open={at.open} log={at} onFiles={takeFiles} />
            </Guarded>
          ) : (
            <>
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-body text-soft">
                <p className="max-sm:hidden">
                  Press a run to open it, or <strong className="font-medium">n</strong> to begin one. Logs can be dropped anywhere on this page.
                </p>
                <p className="sm:hidden">Press a run to open it.</p>
                {log.runs.length > 0 && <LogPicker onFiles={takeFiles} />}
                <PhoneRecorder onFile={(file) => takeFiles([file])} />
              </div>
              {logLoaded && log.runs.length === 0 && (
                <Example of="log" alt="A run: its passes and temperatures against what was likely, and its log drawn over the seconds." />
              )}
            </>
          ))}
        {panel === 'learning' && (
          <Guarded what="What the runs teach">
            <LearningPanel log={at} active={active} learning={learning} />
            {log.runs.length > 0 && (
              <div className="mt-2">
                <LogPicker onFiles={takeFiles} />
              </div>
            )}
          </Guarded>
        )}
        {panel === 'replay' && (
          <Guarded what="The replay">
            <ReplayPanel log={at} active={active} />
          </Guarded>
        )}
        {panel === 'time' && (
          <Guarded what="The runs over time">
            <OverTime log={at} />
          </Guarded>
        )}
        {panel === 'upkeep' && (
          <Guarded what="The upkeep">
            <UpkeepPanel log={at} active={active} />
          </Guarded>
        )}
      </div>
    </main>
  );
}

function NoRuns({ topSpeedMs, onBegin, onFiles }: { topSpeedMs: number; onBegin: () => void; onFiles: (files: File[]) => void }) {
  return (
    <div className="mt-4 border-t border-rule pt-3 text-body">
      <p>Write down what it did: a pass each way, the can, what the charger put back. One figure is enough to begin with.</p>
      <p className="text-soft">An ESC’s log or a phone’s track says more: drop them here, as CSV, GPX or NMEA.</p>
      <SpeedCaution className="mt-1 text-soft" topSpeedMs={topSpeedMs}>
        The can is hot.
      </SpeedCaution>
      <span className="mt-3 flex gap-2">
        <Button tone="action" onClick={onBegin}>
          Write a run
        </Button>
        <LogPicker onFiles={onFiles} />
      </span>
    </div>
  );
}
