import type { CarRun, KeptLog } from '@puddler/contract/shared';
import { GOOD_CORRELATION, setField } from '@puddler/core';
import { Download, Gauge, MapPin, X } from 'lucide-react';
import { useState } from 'react';
import { fileAddress } from '../../document-store/keep-files';
import { FigureField } from '../../active/FigureField';
import { Button } from '../../ui/Button';
import type { TraceFacts } from '../../workers/log-drawing';
import { withoutEmpty } from '../../active/run-entry';
import { ClockDrag } from './ClockDrag';
import type { AtLog } from './use-log';

/** The logs of a run: whose they are, how far their clocks are off, the originals to be had back. */
export function RunLogs({ run, log, facts }: { run: CarRun; log: AtLog; facts: TraceFacts | undefined }) {
  const logs = run.logs ?? [];
  const [dragged, setDragged] = useState<string>();
  const change = (one: KeptLog, next: KeptLog | undefined, label: string) =>
    log.changeTerms(
      (now) => withoutEmpty({ ...now, logs: (now.logs ?? []).flatMap((other) => (other.hash !== one.hash ? [other] : next ? [next] : [])) }),
      label,
      `log ${one.hash}`,
    );
  return (
    <ul className="divide-y divide-rule text-body">
      {logs.map((one, i) => (
        <li key={one.hash} className="flex flex-wrap items-center gap-x-2 gap-y-1 py-1">
          {one.kind === 'gps' ? <MapPin size={14} aria-label="GPS" /> : <Gauge size={14} aria-label="ESC" />}
          <span className="max-w-44 truncate font-medium">{one.name}</span>
          {i > 0 && facts?.shifts[i] && (
            <Shift
              shift={facts.shifts[i]}
              dragged={dragged === one.hash}
              onDrag={() => setDragged(dragged === one.hash ? undefined : one.hash)}
              onSet={(shiftS) => change(one, setField(one, 'shiftS', shiftS), 'shift of a log')}
            />
          )}
          <span className="ml-auto flex items-center print:hidden">
            <a href={fileAddress(one)} download={one.name} aria-label={`The original of ${one.name}`} className="hit rounded-sm p-1.5 hover:bg-wash">
              <Download size={14} />
            </a>
            <Button tone="quiet" aria-label={`Remove ${one.name} from the run`} onClick={() => change(one, undefined, 'remove a log')}>
              <X size={14} />
            </Button>
          </span>
          {i > 0 && dragged === one.hash && facts?.shifts[i] && (
            <ClockDrag
              run={run}
              at={i}
              shiftS={facts.shifts[i].shiftS}
              onSet={(shiftS) => change(one, setField(one, 'shiftS', shiftS), 'shift of a log')}
            />
          )}
        </li>
      ))}
    </ul>
  );
}

/** How far the clock of a source is moved, and how well the speeds go together then. */
function Shift({
  shift: { shiftS, correlation, isGiven },
  dragged,
  onDrag,
  onSet,
}: {
  shift: TraceFacts['shifts'][number];
  dragged: boolean;
  onDrag: () => void;
  onSet: (shiftS: number | undefined) => void;
}) {
  const fits = correlation !== undefined && correlation >= GOOD_CORRELATION;
  return (
    <span className="flex flex-wrap items-center gap-x-2">
      <FigureField named label="clock moved" path="logs.shiftS" value={Number(shiftS.toFixed(2))} className="w-12" onSet={onSet} />
      <span className={`text-small ${fits ? 'text-soft' : 'text-caution'}`}>
        {isGiven
          ? 'by hand'
          : correlation === undefined
            ? 'not laid over each other: no speed in common'
            : fits
              ? `by its speed, ${(100 * correlation).toFixed(0)} % alike`
              : `speeds only ${(100 * correlation).toFixed(0)} % alike: check it`}
      </span>
      <button type="button" aria-expanded={dragged} className="hit text-small text-steel hover:underline print:hidden" onClick={onDrag}>
        {dragged ? 'close' : 'drag it'}
      </button>
      {isGiven && (
        <button type="button" className="hit text-small text-steel hover:underline" onClick={() => onSet(undefined)}>
          find it
        </button>
      )}
    </span>
  );
}
