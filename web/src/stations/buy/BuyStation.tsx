import { Printer } from 'lucide-react';
import { Link } from 'react-router';
import { OnPlan } from '../../active/OnPlan';
import { benchOf } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';
import { useLimits } from '../../active/run-terms';
import type { ActivePlan } from '../../active/use-plan';
import { Button } from '../../ui/Button';
import { CsvButton } from '../../ui/CsvButton';
import { Failed } from '../../ui/Failed';
import { VerdictMark } from '../../ui/VerdictMark';
import { moneyText } from '@puddler/figures';
import { paidFor, partsProgress, toCheckAtHome } from '../../active/noted/buy-rows';
import { buyTable } from './buy-table';
import { BudgetSentence } from './BudgetSentence';
import { BuyList } from './BuyList';
import { PartialConversions } from './PartialConversions';
import { Instalments } from './Instalments';
import { costText } from './path-text';
import { RadioQuestions } from '../../active/RadioQuestions';
import { UpgradeLadder } from './UpgradeLadder';
import { useBuy, type Buying } from './use-buy';
import { Guarded } from '../../ui/Guarded';
import { Said } from '../../active/Said';

export default function BuyStation() {
  return <OnPlan so="no list can be made for it">{(active) => <AtTheShop key={active.id} active={active} />}</OnPlan>;
}

/** Where the way to the instalments leads. */
const BUDGET_ID = 'instalments';

/** What to buy for a plan, what each part of it brings by itself, and when there is money for it. */
function AtTheShop({ active }: { active: ActivePlan }) {
  const buying = useBuy(active);
  const limits = useLimits(active.plan.limits);
  const measuredMs = useAppSelector((state) => benchOf(state, active.carId)?.today?.topSpeedMs);
  const { view, asked, answer, purchase, stock } = buying;
  return (
    <main className="mx-auto grid max-w-page gap-x-8 gap-y-4 px-6 pt-3 pb-10 max-sm:px-3 max-sm:pb-20 lg:grid-cols-[minmax(0,1fr)_minmax(0,31.5rem)] print:block print:py-0">
      <div className="min-w-0">
        <BuyHead active={active} buying={buying} />
        <RadioQuestions carId={active.carId} />
        {answer?.list.wrong.map((one) => (
          <p key={one.id} role="alert" className="my-1 flex items-baseline gap-2 border-l-4 border-stop bg-sheet px-3 py-1.5 text-body">
            <VerdictMark level="stop" />
            <span>
              <strong>Do not buy this plan as it is:</strong> <Said>{one.why}</Said> Another part, or other cells, in Plan.
            </span>
          </p>
        ))}
        {asked.state === 'failed' && <Failed what="The list could not be made" reason={asked.reason} onRetry={asked.retry} />}
        {view ? (
          <Guarded what="The list">
            <BuyList planId={active.id} buying={buying} />
          </Guarded>
        ) : (
          asked.state === 'waiting' && <p className="py-6 text-soft">Making the list …</p>
        )}
      </div>
      <div className="flex min-w-0 flex-col gap-5 self-start lg:sticky lg:top-3 print:hidden">
        {stock ? (
          view && view.partials.length > 1 ? (
            <>
              <Guarded what="What runs by itself">
                <PartialConversions partials={view.partials} done={answer!.done} measuredMs={measuredMs} />
              </Guarded>
              {view.paths && (
                <Guarded what="The upgrade path">
                  <UpgradeLadder
                    paths={view.paths}
                    bought={view.path}
                    limits={limits}
                    onBuy={(path) => buying.change((noted) => ({ ...noted, favours: path.favours[0]! }), 'order of buying')}
                  />
                </Guarded>
              )}
            </>
          ) : (
            view && <p className="text-body text-soft">This plan changes nothing of the car as bought: there is nothing to buy in parts.</p>
          )
        ) : (
          <p className="text-body text-soft">
            What runs by itself on the way is shown once it is known what the car was as bought.{' '}
            <Link to={`/cars/${active.carId}`} className="text-steel underline underline-offset-2">
              Say it in Car
            </Link>
            .
          </p>
        )}
      </div>
      <section id={BUDGET_ID} aria-label="Budget" className="min-w-0 scroll-mt-3 lg:col-span-2 print:hidden">
        <h2 className="eyebrow mb-1 text-soft">In instalments</h2>
        <BudgetSentence buying={buying} />
        {purchase.budget && view?.plan && (
          <Guarded what="The instalments">
            <Instalments buying={buying} plan={view.plan} budget={purchase.budget} />
          </Guarded>
        )}
        {purchase.budget && view && !view.plan && <p className="mt-1 text-body text-soft">Nothing is left to pay for.</p>}
      </section>
    </main>
  );
}

function BuyHead({ active: { plan, car }, buying: { view, purchase } }: { active: ActivePlan; buying: Buying }) {
  const rows = view?.rows ?? [];
  const { had, of } = partsProgress(rows);
  const onTheWay = rows.filter((row) => row.onTheWay && row.state !== 'not-for-me').length;
  const ownNeeded = rows.filter((row) => row.own && row.missing > 0).length;
  const paid = paidFor(rows);
  const atHome = view?.cost.money === 0 ? toCheckAtHome(rows) : undefined;
  const wish = purchase.budget?.wish;
  const over = wish !== undefined && view ? view.cost.money + paid - wish : 0;
  return (
    <div className="mb-2 flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
      <h1 className="wide text-head font-semibold">
        What to buy{' '}
        <span className="text-lead font-normal text-soft">
          for {plan.name}, {car.name}
        </span>
      </h1>
      <p className="flex items-baseline gap-3">
        {view && (
          <span>
            <strong className="text-title font-semibold">{atHome ? 'nothing' : costText(view.cost)}</strong>{' '}
            <span className="text-small text-soft">
              to pay{atHome && `, where ${atHome.length === 1 ? 'one thing lies' : `${atHome.length} things lie`} at home`}
              {paid > 0 && ` · ${moneyText(paid)} paid`} · {had} of {of} parts of the plan there
              {onTheWay > 0 && ` · ${onTheWay} more only on the way`}
              {ownNeeded > 0 && ` · ${ownNeeded} of your own`}
            </span>
            {over > 0 && <span className="text-small text-caution"> · {moneyText(over)} over the wish</span>}
          </span>
        )}
        <span className="flex items-baseline gap-1 print:hidden">
          <a href={`#${BUDGET_ID}`} className="mr-2 text-small text-steel underline underline-offset-2">
            {purchase.budget ? 'instalments' : 'in instalments?'}
          </a>
          <CsvButton name={`parts for ${plan.name}`} disabled={!view} table={() => buyTable(rows, purchase)} />
          <Button tone="quiet" icon={<Printer size={14} />} onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </p>
    </div>
  );
}
