import { useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { SpeedCaution } from '../../active/SpeedCaution';
import { chainView } from '../../jobs/chain-view';
import { OnPlan } from '../../active/OnPlan';
import type { ActivePlan } from '../../active/use-plan';
import { useIsCarHere } from '../../active/use-car-here';
import { useLearning } from '../../jobs/log-jobs';
import { Button } from '../../ui/Button';
import { LogPanels, type LogPanel } from './LogPanels';
import { LogPicker } from './LogPicker';
import { useDroppedFiles } from '../../ui/use-dropped-files';
import { DropPlace, type FileTaker } from './DropPlace';
import { runName } from './log-text';
import { MeasuredAgainst } from './MeasuredAgainst';
import { RunList } from './RunList';
import { RunStrip } from './RunStrip';
import { useLog, type AtLog } from './use-log';
import { Guarded } from '../../ui/Guarded';

export default function LogStation() {
  return <OnPlan so="no run of it can be held against a prediction">{(active) => <AtTheLog key={active.carId} active={active} />}</OnPlan>;
}

/** The log of a car: its runs on one side, the open one and what they teach on the other. */
function AtTheLog({ active }: { active: ActivePlan }) {
  const log = useLog(active);
  const view = chainView(active.file);
  const areHere = useIsCarHere(active.carId);
  const [panel, setPanel] = useState<LogPanel>('run');
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
        {areHere ? (
          <Guarded what="The list of runs">{isRead ? <RunStrip log={at} /> : <RunList log={at} />}</Guarded>
        ) : (
          <p className="text-soft">Fetching the runs …</p>
        )}
        {areHere && log.runs.length === 0 && (
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
      <LogPanels active={active} log={at} areHere={areHere} learning={learning} shown={panel} onShow={setPanel} onFiles={takeFiles} />
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
