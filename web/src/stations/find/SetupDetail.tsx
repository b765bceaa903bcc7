import { notJudged, type SearchQuery, type Ranking } from '@puddler/core';
import { ArrowRight, Pin, PinOff } from 'lucide-react';
import { useAppSelector } from '../../document-store/store';
import { Button } from '../../ui/Button';
import { NotJudgedList } from '../../active/NotJudgedList';
import type { FoundSetup } from '../../workers/search-worker';
import { SetupFigureList } from './SetupFigureList';
import { gearsText, newMoneyText, motorText, partMoneyText, tightestText, unpriced, warmestText, whyText } from './setup-text';
import { VerdictMark } from '../../ui/VerdictMark';

interface Props {
  setup: FoundSetup;
  /** Step up would not let it be driven for the whole run. */
  isBeyond: boolean;
  /** What the car was as bought is known. */
  hasStock: boolean;
  ranking: Ranking | undefined;
  wish: SearchQuery;
  pinned: boolean;
  onOpen: () => void;
  onPin: () => void;
  nameOf: (key: string) => string | undefined;
}

const KINDS = { pack: 'Pack', esc: 'ESC', motor: 'Motor', pinion: 'Pinion', spur: 'Spur' } as const;

/** One setup of the front: what it does, why it is there, what is nearest to going wrong, what is to be bought. */
export function SetupDetail({ setup, isBeyond, hasStock, ranking, wish, pinned, onOpen, onPin, nameOf }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const { figures, parts, plan } = setup;
  const tightest = tightestText(ranking, wish, system);
  return (
    <section aria-label="The setup in hand" className="min-w-0 text-small">
      <h2 className="wide text-lead leading-tight font-semibold">
        {motorText(setup)} <span className="whitespace-nowrap">{gearsText(setup)}</span>
      </h2>
      {isBeyond && (
        <p className="mt-1 flex items-baseline gap-1.5">
          <VerdictMark level="caution" />
          Step up would not let it be driven for the whole run before more of the car is known.
        </p>
      )}
      <SetupFigureList figures={figures} plan={plan} />
      <NotJudgedList unjudged={notJudged(plan, hasStock)} />
      <dl className="mt-1.5 grid grid-cols-[4.6rem_1fr] gap-x-2 gap-y-0.5">
        <dt className="text-soft">why</dt>
        <dd>{whyText(setup, ranking, wish, system, nameOf)}</dd>
        {tightest && (
          <>
            <dt className="text-soft">tightest</dt>
            <dd>{tightest}</dd>
          </>
        )}
        {ranking && (
          <>
            <dt className="text-soft">warmest</dt>
            <dd>{warmestText(ranking, system)}</dd>
          </>
        )}
      </dl>
      <ul className="mt-2 border-t border-rule">
        {parts.map((part) => (
          <li key={part.kind} className="grid grid-cols-[4.6rem_1fr_auto] gap-x-2 border-b border-rule py-0.5">
            <span className="text-soft">{KINDS[part.kind]}</span>
            <span className="truncate" title={part.name}>
              {part.count > 1 ? `${part.count} × ` : ''}
              {part.name}
            </span>
            <span className="text-right">
              <span className={part.owned ? 'text-soft' : ''}>{partMoneyText(part)}</span>
            </span>
          </li>
        ))}
        <li className="grid grid-cols-[4.6rem_1fr_auto] gap-x-2 py-0.5 font-semibold">
          <span />
          <span>new parts</span>
          <span className="text-right">{newMoneyText(setup)}</span>
        </li>
      </ul>
      {parts.some((part) => part.priceGuessed && !unpriced(part)) && (
        <p className="text-fine text-soft">≈ no price on the shelf: the middle one of its kind stands in.</p>
      )}
      {parts.some(unpriced) && <p className="text-fine text-soft">No price: nothing of that kind on the shelf has one, so it counts as nothing.</p>}
      {plan.packs.length > 1 && <p className="text-fine text-soft">Two packs: check that both go in; use only packs of one age and charge.</p>}
      <div className="mt-2 flex flex-wrap gap-1.5">
        <Button tone="action" icon={<ArrowRight size={14} />} onClick={onOpen}>
          Open as a plan
        </Button>
        <Button icon={pinned ? <PinOff size={14} /> : <Pin size={14} />} onClick={onPin} title="Pin to compare (p)">
          {pinned ? 'Unpin' : 'Pin'}
        </Button>
      </div>
    </section>
  );
}
