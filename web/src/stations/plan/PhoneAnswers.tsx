import type { Finding, Run, Steady } from '@puddler/core';
import { useAppSelector } from '../../document-store/store';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, unitOf } from '@puddler/figures';
import { FINDINGS_ID } from './FindingsPanel';
import { short } from '../../active/link-text';
import { heatFigure, isBurnt, motorHeatC } from '../../active/heat-text';

interface Props {
  steady: Steady;
  run: Run | undefined;
  /** The worst first. */
  findings: readonly Finding[] | undefined;
}

/** On a phone the answers and findings are far below the chain: this line keeps them in sight while a thumb steps. */
export function PhoneAnswers({ steady, run, findings }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  const heatC = run && motorHeatC(run);
  const figures: [string, string][] = [
    [formatIn(steady.topSpeedMs, speed, true), speed.symbol],
    [short(steady.packCurrentA), 'A'],
    [heatC === undefined ? '…' : heatFigure(heatC, warm), heatC !== undefined && isBurnt(heatC) ? 'motor' : `${warm.symbol} can`],
  ];
  const marking = findings?.filter((one) => one.level !== 'info') ?? [];
  const worst = marking[0];
  const count = marking.length;
  return (
    <div className="fixed inset-x-0 bottom-0 z-20 grid grid-cols-[auto_auto_auto_auto] items-center justify-between gap-x-1 border-t border-edge bg-sheet px-3 py-1 sm:hidden">
      {figures.map(([figure, unit]) => (
        <p key={unit} className="whitespace-nowrap" aria-hidden="true">
          <strong className="wide text-head font-bold max-narrow:text-title">{figure}</strong> <span className="text-small text-soft">{unit}</span>
        </p>
      ))}
      <button
        type="button"
        className="flex size-thumb items-center justify-center gap-1 font-semibold"
        aria-label={count > 0 ? `What fails first: ${count} ${count === 1 ? 'finding' : 'findings'}` : 'What fails first: nothing'}
        onClick={() => {
          const panel = document.getElementById(FINDINGS_ID);
          panel?.scrollIntoView();
          panel?.focus({ preventScroll: true });
        }}
      >
        <VerdictMark level={!worst || worst.level === 'info' ? 'good' : worst.level} />
        {count > 0 && count}
      </button>
    </div>
  );
}
