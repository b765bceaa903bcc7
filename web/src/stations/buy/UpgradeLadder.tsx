import type { Limits, Stage, UpgradePath, UpgradePaths } from '@puddler/core';
import { useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import { Choice } from '../../ui/Choice';
import { VerdictMark } from '../../ui/VerdictMark';
import { formatIn, moneyText, unitOf } from '@puddler/figures';
import { LadderChart } from './LadderChart';
import { CHANGE_WORDS, costText, favoursText, orderText } from './path-text';
import { heatFigure, heatWords, motorHeatC } from '../../active/heat-text';
import { Fold } from '../../ui/Fold';
import { useSaid } from '../../active/Said';

interface Props {
  paths: UpgradePaths;
  /** The order that is bought. */
  bought: UpgradePath | undefined;
  limits: Limits;
  onBuy: (path: UpgradePath) => void;
}

/** The way from the car as bought to the plan, by money spent: what each stage brings, which finding it resolves and which is the worst that is left. */
export function UpgradeLadder({ paths: { paths, stopsShort }, bought, limits, onBuy }: Props) {
  const [shown, setShown] = useState<string>();
  const path = paths.find((one) => one.favours[0] === shown) ?? bought ?? paths[0];
  if (!path || path.stages.length < 2) return null;
  return (
    <section aria-label="Upgrade path" className="print:break-inside-avoid">
      <h2 className="eyebrow text-soft">In which order</h2>
      {paths.length > 1 ? (
        <div className="mt-1 flex flex-wrap gap-1.5 print:hidden">
          {paths.map((one) => (
            <Choice key={one.favours[0]} on={one === path} onClick={() => setShown(one.favours[0])}>
              {favoursText(one)}
            </Choice>
          ))}
        </div>
      ) : (
        <p className="text-small text-soft">One order {favoursText(path)}.</p>
      )}
      <p className="mt-1 text-body">
        First {orderText(path)}.{' '}
        {paths.length > 1 &&
          (path === bought ? (
            <span className="text-soft">The instalments follow this order.</span>
          ) : (
            <button type="button" className="text-steel underline underline-offset-2" onClick={() => onBuy(path)}>
              Buy in this order
            </button>
          ))}
      </p>
      <LadderChart stages={path.stages} canCautionC={limits['motor-temperature'].caution} canStopC={limits['motor-temperature'].stop} />
      <Fold summary="Stage by stage">
        <ol>
          {path.stages.map((stage, i) => (
            <StageLine key={stage.partial.changes.join('+')} stage={stage} before={path.stages[i - 1]} />
          ))}
        </ol>
      </Fold>
      {stopsShort !== undefined && (
        <p className="mt-1 flex items-baseline gap-1.5 text-small">
          <VerdictMark level="stop" />
          <span>The whole plan must not be run: {stopsShort}</span>
        </p>
      )}
    </section>
  );
}

function StageLine({ stage: { figures, added, cost, fixed, worst }, before }: { stage: Stage; before: Stage | undefined }) {
  const system = useAppSelector((state) => state.prefs.units);
  const said = useSaid();
  const speed = unitOf('m/s', system);
  const warm = unitOf('°C', system);
  return (
    <li className="border-b border-rule py-1 last:border-0">
      <strong className="font-semibold">{before ? added.map((change) => CHANGE_WORDS[change]).join(' and ') : 'as bought'}</strong>
      {before && (
        <span className="text-soft">
          {' '}
          · {costText({ money: cost.money - before.cost.money, unpriced: Math.max(0, cost.unpriced - before.cost.unpriced) })},{' '}
          {moneyText(cost.money)} in all
        </span>
      )}
      {' · '}
      {before && `${formatIn(before.figures.topSpeedMs, speed)} → `}
      {formatIn(figures.topSpeedMs, speed)} {speed.symbol}, can {before && `${heatFigure(motorHeatC(before.figures), warm)} → `}
      {heatWords(motorHeatC(figures), warm)}
      {fixed.length > 0 && <span className="text-good"> · fixes {fixed.map((one) => one.figure).join(', ')}</span>}
      {worst ? (
        <span title={said(worst.why)}>
          {' '}
          · gives first: <VerdictMark level={worst.level === 'stop' ? 'stop' : 'caution'} silent /> {worst.figure}
        </span>
      ) : (
        <span className="text-soft"> · nothing over a limit</span>
      )}
    </li>
  );
}
