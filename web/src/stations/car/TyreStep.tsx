import { RANGES } from '@puddler/contract/shared';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { editCar } from '../../document-store/edits';
import { formatIn, parseFigure, unitOf } from '@puddler/figures';
import { Measured } from './Measured';
import { BENCH_STEPS } from './car-fields';
import { Fields } from './Fields';
import type { ActiveCar } from '../../active/use-car';

/** The tyre by its diameter, or better by the road of one turn with the car's weight on it. */
export function TyreStep({ active }: { active: ActiveCar }) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const [typed, setTyped] = useState('');
  const range = { min: RANGES['car.tyre.diameterMm'].min * Math.PI, max: RANGES['car.tyre.diameterMm'].max * Math.PI, unit: 'mm' };
  const read = typed === '' ? undefined : parseFigure(typed, range, system);
  const diameter = read?.ok ? Number((read.value / Math.PI).toFixed(2)) : undefined;
  const unit = unitOf('mm', system);
  return (
    <>
      <Fields active={active} specs={BENCH_STEPS.tyre.fields} />
      <Measured
        label="Rolled out, one turn of the wheel"
        placeholder={formatIn(active.car.tyre.diameterMm * Math.PI, unit)}
        symbol={unit.symbol}
        typed={typed}
        onType={setTyped}
        problem={read?.ok === false ? read.message : undefined}
        result={diameter === undefined ? undefined : `gives ${formatIn(diameter, unit)} ${unit.symbol} diameter`}
        onUse={() => {
          if (diameter !== undefined) dispatch(editCar(active.id, 'tyre.diameterMm', diameter, 'tyre rolled out'));
          setTyped('');
        }}
      />
    </>
  );
}
