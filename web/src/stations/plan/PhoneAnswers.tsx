import type { Run, Steady } from '@puddler/core';
import { useAppSelector } from '../../app/store';
import { formatIn, unitOf } from '../../units/units';
import { short } from './link-text';

/** On a phone the answers are below the chain: this line keeps them in sight while a thumb steps. */
export function PhoneAnswers({ steady, run }: { steady: Steady; run: Run | undefined }) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  const figures: [string, string][] = [
    [formatIn(steady.topSpeedMs, speed, true), speed.symbol],
    [short(steady.packCurrentA), 'A'],
    [run ? formatIn(run.maxCanC, warm) : '…', `${warm.symbol} can`],
  ];
  return (
    <div className="fixed inset-x-0 bottom-0 z-20 grid grid-cols-3 border-t border-edge bg-sheet px-3 py-2 sm:hidden" aria-hidden="true">
      {figures.map(([figure, unit]) => (
        <p key={unit} className="whitespace-nowrap">
          <strong className="wide text-[20px] font-bold">{figure}</strong> <span className="text-[12.5px] text-soft">{unit}</span>
        </p>
      ))}
    </div>
  );
}
