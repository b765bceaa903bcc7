import { benchSteps, partsList, PlanError, type PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { benchOf, contentAt, selectShelf } from '../desk/selectors';
import { useAppSelector } from '../desk/store';
import { useRunTerms } from '../in-hand/run-terms';
import { buyRows, partsProgress } from '../in-hand/noted/buy-rows';
import { fitProgress, fitRows } from '../in-hand/noted/fit-progress';

interface Props {
  planId: string;
  carId: string;
  file: PlanFile;
  /** The can after the planned run, as it was driven for the row. */
  maxCanC: number;
}

/** How far a plan is bought and fitted: “3 of 9 parts, 12 of 21 steps”. */
export default function PlanProgress({ planId, carId, file, maxCanC }: Props) {
  const purchase = useAppSelector((state) => contentAt(state, 'purchase', planId)?.body);
  const fitting = useAppSelector((state) => contentAt(state, 'fitting', planId)?.body);
  const radio = useAppSelector((state) => benchOf(state, carId)?.radio);
  const shelf = useAppSelector(selectShelf);
  const { limits, stock } = useRunTerms(carId, file.limits);
  const parts = useMemo(() => {
    if (!purchase) return undefined;
    const options = { stock, shelf, limits, receiverInEsc: radio?.inEsc, failsafe: radio?.failsafe, maxCanC };
    return computed(() => partsProgress(buyRows(partsList(file, options).lines, [], purchase)));
  }, [file, stock, shelf, limits, radio, purchase, maxCanC]);
  const steps = useMemo(() => {
    if (!fitting) return undefined;
    const made = computed(() => benchSteps(file, { stock, limits, choices: fitting.choices, receiverInEsc: radio?.inEsc }));
    return made && fitProgress(fitRows(made, fitting));
  }, [file, stock, limits, radio, fitting]);
  return (
    <span className="flex gap-x-2 text-[11.5px] leading-tight text-soft">
      {parts && (
        <Link to={`/plans/${planId}/buy`} className="hit whitespace-nowrap hover:text-ink hover:underline">
          {parts.had} of {parts.of} parts
        </Link>
      )}
      {steps && (
        <Link to={`/plans/${planId}/fit`} className="hit whitespace-nowrap hover:text-ink hover:underline">
          {steps.done} of {steps.of} steps
        </Link>
      )}
    </span>
  );
}

/** Undefined for a plan that cannot be computed: the row says so itself. */
function computed<T>(work: () => T): T | undefined {
  try {
    return work();
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}
