import { pinionsForSpeed } from '@puddler/core';
import { Gauge } from 'lucide-react';
import { noticed } from '../../document-store/notices-slice';
import { MOST_PINS, repinned } from '../../document-store/pins-slice';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { Button } from '../../ui/Button';
import { CsvButton } from '../../ui/CsvButton';
import { formatIn, unitOf } from '@puddler/figures';
import { ComparedAnswers } from './Answers';
import { ChainTable } from './ChainTable';
import { comparedTable } from './compared-table';
import { Differences } from './Differences';
import { NothingPinned } from './NothingPinned';
import { OverlaidCharts } from './OverlaidCharts';
import { PartsAndFindings } from './PartsAndFindings';
import { PlanPicker } from './PlanPicker';
import { PowerBands } from './PowerBands';
import { useOpenSetup } from './use-open-setup';
import { useSetups, type ComparedSetup } from './use-setups';
import { Failed } from '../../ui/Failed';
import { Guarded } from '../../ui/Guarded';

/** Up to four pinned setups side by side: chains, answers on one scale, why they differ, their courses, parts and findings. */
export default function Compare() {
  const dispatch = useAppDispatch();
  const open = useOpenSetup();
  const system = useAppSelector((state) => state.prefs.units);
  const setups = useSetups();
  if (setups.length === 0) return <NothingPinned />;

  const [first, ...others] = setups as [ComparedSetup, ...ComparedSetup[]];
  const speed = unitOf('m/s', system);
  const targetMs = first.shares?.topSpeedMs ?? 0;
  const gearAlike = () => {
    const changes = others.flatMap(({ pin, view }) => {
      if (view.state === 'failed') return [];
      const nearest = pinionsForSpeed(pin.file, targetMs).nearest;
      if (!nearest || nearest.pinion === pin.file.gearing.pinion) return [];
      return [{ id: pin.id, file: { ...pin.file, gearing: { ...pin.file.gearing, pinion: nearest.pinion } } }];
    });
    if (changes.length > 0) dispatch(repinned(changes));
    else dispatch(noticed({ text: 'They have the pinions that come nearest already.', tone: 'plain' }));
  };

  return (
    <main className="mx-auto max-w-page px-6 pt-3 pb-8 max-sm:px-3 max-sm:pb-20">
      <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <h1 className="wide text-head font-semibold">Compare</h1>
        {others.length > 0 && targetMs > 0 && (
          <Button icon={<Gauge size={14} />} onClick={gearAlike} title="Gives each the pinion whose top speed comes nearest to the first’s">
            Gear them all for {first.letter}’s {formatIn(targetMs, speed, true)} {speed.symbol}
          </Button>
        )}
        <CsvButton name="compared setups" table={() => comparedTable(setups)} />
        <span className="ml-auto min-w-0 max-sm:basis-full">{setups.length < MOST_PINS && <PlanPicker />}</span>
      </div>
      <Guarded what="The table of chains">
        <ChainTable setups={setups} onOpen={open} />
      </Guarded>
      {setups.some((one) => one.view.state === 'failed') && (
        <p role="alert" className="my-3 border-l-4 border-stop bg-sheet px-4 py-2">
          {setups.map((one) => (one.view.state === 'failed' ? `${one.letter} cannot be computed: ${one.view.message}. ` : ''))}
        </p>
      )}
      {setups.map(
        ({ letter, failed }) =>
          failed && <Failed key={letter} what={`${letter} could not be driven`} reason={failed.reason} onRetry={failed.retry} />,
      )}
      <div className="mt-3 grid gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,5fr)_minmax(0,9fr)]">
        {others.length > 0 && (
          <Guarded what="Why they differ">
            <Differences first={first} others={others} />
          </Guarded>
        )}
        <Guarded what="Where the power goes">
          <PowerBands setups={setups} />
        </Guarded>
      </div>
      <div className="mt-4 border-t border-rule pt-2">
        <Guarded what="The answers">
          <ComparedAnswers setups={setups} />
        </Guarded>
      </div>
      <div className="mt-4 grid gap-x-6 gap-y-4 border-t border-rule pt-2">
        <Guarded what="The charts">
          <OverlaidCharts setups={setups} />
        </Guarded>
        <Guarded what="The parts">
          <PartsAndFindings setups={setups} />
        </Guarded>
      </div>
    </main>
  );
}
