import type { ReactNode } from 'react';
import { useAppSelector } from '../../../document-store/store';
import { formatNumber, unitOf } from '@puddler/figures';
import type { HeatAnswer } from '../../../workers/plan-worker';
import type { HeatChoices } from './use-heat';
import { heatFigure, heatWords, motorHeatC } from '../../../active/heat-text';
import { Select } from '../../../ui/Select';

const READY_STEPS_C = [30, 35, 40, 45, 50];
const RUNS = [1, 2, 3, 4];
const PAUSES_MIN = [2, 5, 10, 20, 30];

interface Props {
  choices: HeatChoices;
  answer: HeatAnswer;
  minutesToCutoff: number | undefined;
}

/** The can after the stop, the wait until the next run, and runs back to back. */
export function AfterTheRun({ choices, answer: { course, series }, minutesToCutoff }: Props) {
  const warm = unitOf(
    '°C',
    useAppSelector((state) => state.prefs.units),
  );
  const { readyC, setReadyC, runs, setRuns, pauseMin, setPauseMin } = choices;
  const { cool, run } = course;
  const degrees = (c: number) => heatWords(c, warm);
  return (
    <dl className="mt-1 flex flex-wrap gap-x-6 gap-y-1 border-t border-rule pt-1.5 text-small">
      <Item name="Thermometer on the can, now">{degrees(cool.canNowC)}</Item>
      <Item name="90 s later">{degrees(cool.canAfter90S)}</Item>
      <Item name="highest after the stop">
        {degrees(cool.canPeakC)} at {formatNumber(cool.canPeakS, 0)} s
      </Item>
      <Item name="winding, hottest">{degrees(run.maxWindingC)}</Item>
      {minutesToCutoff !== undefined && <Item name="to cut-off">about {formatNumber(minutesToCutoff, 0)} min</Item>}
      <Item
        name={
          <>
            next run under <Pick label="Start the next run under" value={readyC} options={READY_STEPS_C} words={degrees} onPick={setReadyC} />
          </>
        }
      >
        {cool.readyS === undefined ? 'the air is too warm' : `in ${formatNumber(cool.readyS / 60, 0)} min`}
      </Item>
      <Item
        name={
          <>
            back to back <Pick label="Runs back to back" value={runs} options={RUNS} words={String} onPick={setRuns} /> with{' '}
            <Pick label="Pause between runs" value={pauseMin} options={PAUSES_MIN} words={(minutes) => `${minutes} min`} onPick={setPauseMin} />
          </>
        }
      >
        {runs === 1 ? 'one run' : `${series.map((one) => heatFigure(motorHeatC(one.run), warm)).join(' → ')} ${warm.symbol}`}
      </Item>
    </dl>
  );
}

function Item({ name, children }: { name: ReactNode; children: ReactNode }) {
  return (
    <div>
      <dt className="text-soft">{name}</dt>
      <dd className="font-semibold whitespace-nowrap">{children}</dd>
    </div>
  );
}

interface PickProps {
  label: string;
  value: number;
  options: readonly number[];
  words: (value: number) => string;
  onPick: (value: number) => void;
}

function Pick({ label, value, options, words, onPick }: PickProps) {
  return (
    <Select aria-label={label} size="small" value={value} onChange={(event) => onPick(Number(event.target.value))}>
      {options.map((one) => (
        <option key={one} value={one}>
          {words(one)}
        </option>
      ))}
    </Select>
  );
}
