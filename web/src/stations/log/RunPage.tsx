import { Download, FileUp, Printer, Trash2 } from 'lucide-react';
import { useMemo } from 'react';
import { noticed } from '../../document-store/notices-slice';
import type { StoredRun } from '../../document-store/selectors';
import { useAppDispatch } from '../../document-store/store';
import { current } from '../../jobs/asked';
import { logClient, useTrace } from '../../jobs/log-jobs';
import { reasonOf } from '../../jobs/worker-client';
import { Button } from '../../ui/Button';
import { fileName } from '../../ui/CsvButton';
import { download } from '../../ui/download';
import { FileButton } from '../../ui/FileButton';
import { Busy } from '../../ui/Busy';
import { Failed } from '../../ui/Failed';
import { Guarded } from '../../ui/Guarded';
import type { ActivePlan } from '../../active/use-plan';
import { LapsFound } from './LapsFound';
import { MeasuredAgainst } from './MeasuredAgainst';
import { Passes } from './Passes';
import { RunEntry } from './RunEntry';
import { runFileOf } from './run-file';
import { RunLogs } from './RunLogs';
import { runName } from './log-text';
import { traceRequest } from './trace-wish';
import { TraceChart } from './TraceChart';
import type { AtLog } from './use-log';

interface Props {
  active: ActivePlan;
  open: StoredRun;
  log: AtLog;
  onFiles: (files: File[]) => void;
}

/** One run: what is typed of it, its logs, and what was found in them. */
export function RunPage({ active, open, log, onFiles }: Props) {
  const { id, run } = open;
  const { logs, plan } = run;
  // What is typed of a run does not read its logs again.
  const wish = useMemo(() => traceRequest(id, { plan, ...(logs ? { logs } : {}) }), [id, logs, plan]);
  const asked = useTrace(wish);
  const facts = wish && current(asked);
  return (
    <article aria-label={runName(run)} className="flex flex-col gap-3">
      <header className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 className="wide text-lead font-semibold">{runName(run)}</h2>
        <span className="flex flex-wrap items-center print:hidden">
          <FileButton label="Logs of the run" accept=".csv,.txt,.log,.tsv,.gpx,.nmea,text/*" multiple icon={<FileUp size={14} />} onFiles={onFiles}>
            Add logs
          </FileButton>
          <RunExports open={open} />
          <Button tone="quiet" aria-label="Print the run" onClick={() => window.print()}>
            <Printer size={14} />
          </Button>
          <Button tone="quiet" aria-label="Delete the run" onClick={() => log.remove(open)}>
            <Trash2 size={14} />
          </Button>
        </span>
      </header>
      <div className="grid grid-cols-1 gap-x-8 gap-y-3 lg:grid-cols-2">
        <RunEntry key={open.id} run={run} log={log} />
        <section aria-label="Against the prediction">
          <Guarded what="The comparison with the prediction">
            <MeasuredAgainst run={run} />
          </Guarded>
        </section>
      </div>
      {wish && <RunLogs run={run} log={log} facts={facts} />}
      {wish && !facts && asked.state === 'waiting' && <Busy text="Reading the log …" />}
      {asked.state === 'failed' && <Failed what="The log could not be read" reason={asked.reason} onRetry={asked.retry} />}
      {wish && facts && <TraceChart key={`${open.id} ${facts.durationS}`} trace={wish} facts={facts} name={runName(run)} />}
      {facts?.course && <LapsFound active={active} run={run} found={facts.course} />}
      {facts && <Passes passes={facts.passes} open={open} />}
    </article>
  );
}

/** The run as files: the run file with its series, its logs on one clock as CSV, its places as GPX. */
function RunExports({ open: { run } }: { open: StoredRun }) {
  const dispatch = useAppDispatch();
  const name = fileName(`${run.plan.car.name} ${runName(run)}`);
  const write = async (form: 'run' | 'csv' | 'gpx') => {
    if (form === 'run') return download(`${name}.run.json`, 'application/json', await runFileOf(run));
    const text = await logClient.ask('written', { run, form });
    if (text !== undefined) download(`${name}.${form}`, form === 'csv' ? 'text/csv' : 'application/gpx+xml', text);
  };
  const save = (form: 'run' | 'csv' | 'gpx') =>
    write(form).catch((cause: unknown) => dispatch(noticed({ text: `The file could not be written. ${reasonOf(cause)}`, tone: 'stop' })));
  const hasLogs = (run.logs ?? []).length > 0;
  const hasPlaces = (run.logs ?? []).some((log) => log.kind === 'gps');
  return (
    <>
      {(
        [
          ['run', 'Run file', true],
          ['csv', 'CSV', hasLogs],
          ['gpx', 'GPX', hasPlaces],
        ] as const
      )
        .filter(([, , there]) => there)
        .map(([form, word]) => (
          <Button key={form} tone="quiet" icon={<Download size={14} />} onClick={() => void save(form)}>
            {word}
          </Button>
        ))}
    </>
  );
}
