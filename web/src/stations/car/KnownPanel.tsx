import { speedSpread, topSpeedBand, type Finding } from '@puddler/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useAppSelector } from '../../document-store/store';
import { formatIn, formatNumber, unitOf } from '@puddler/figures';
import { FindingLine } from '../../active/FindingLine';
import type { ActiveCar } from '../../active/use-car';

const FIGURES_SHOWN = 3;

/** What the steps have brought so far: how sure the car as bought is, and what would make it surer. */
export function KnownPanel({ active, findings }: { active: ActiveCar; findings: { planId: string; plan: string; findings: Finding[] }[] }) {
  const { stock, plans } = active;
  const system = useAppSelector((state) => state.prefs.units);
  const speed = unitOf('m/s', system);
  const known = useMemo(() => {
    if (stock?.view.state !== 'ready') return undefined;
    const { file, view } = stock;
    const spread = speedSpread(file, view.resolved);
    return spread && { spread, band: topSpeedBand(file, view.resolved) };
  }, [stock]);
  return (
    <>
      <h2 className="eyebrow text-soft">As bought</h2>
      {known ? (
        <>
          <p className="mt-1 flex items-baseline gap-1.5">
            <span className="wide text-figure leading-none font-bold">{formatIn(known.spread.topSpeedMs, speed, true)}</span>
            <span className="text-soft">{speed.symbol} predicted</span>
          </p>
          <p className="mt-1 text-small text-soft">
            likely {formatIn(known.band.p10, speed)} to {formatIn(known.band.p90, speed)} {speed.symbol}
          </p>
          <h2 className="eyebrow mt-4 text-soft">What would make it surer</h2>
          <ol className="mt-1">
            {known.spread.shares.slice(0, FIGURES_SHOWN).map(({ figure, share }) => (
              <li key={figure.path} className="border-b border-rule py-1.5 text-small last:border-0">
                <span className="flex justify-between text-body">
                  <span className="font-medium">{figure.label}</span>
                  <span className="text-soft">{formatNumber(100 * share, 0)} % of the uncertainty</span>
                </span>
                <span className="text-soft">{figure.measure}</span>
              </li>
            ))}
          </ol>
        </>
      ) : (
        <p className="mt-1 text-soft">
          {stock
            ? 'It does not move as entered: look over gears and motor.'
            : 'Type what is printed on the old motor and pack, and what it does is predicted here.'}
        </p>
      )}
      <h2 className="eyebrow mt-4 text-soft">Plans for it</h2>
      {plans.length === 0 && <p className="mt-1 text-soft">None yet. Add one in the Garage.</p>}
      <ul className="mt-1">
        {plans.map((plan) => {
          const found = findings.find((one) => one.planId === plan.id)?.findings ?? [];
          return (
            <li key={plan.id} className="border-b border-rule py-1.5 last:border-0">
              <Link to={`/plans/${plan.id}`} className="font-medium decoration-edge underline-offset-4 hover:underline">
                {plan.plan.name}
              </Link>
              {plan.id === stock?.id && !/as bought/i.test(plan.plan.name) && <span className="ml-2 text-small text-soft">as bought</span>}
              {found.map((finding) => (
                <FindingLine key={finding.id} finding={finding} />
              ))}
            </li>
          );
        })}
      </ul>
    </>
  );
}
