import { bayDrawing, limitsWith } from '@puddler/core';
import { BayFromAbove } from '../../drawings/BayFromAbove';
import type { BayLayout, BayPlace } from '../../drawings/bay-layout';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { editCar } from '../../document-store/edits';
import { FigureField } from '../../active/FigureField';
import type { ActiveCar } from '../../active/use-car';
import { BENCH_STEPS } from './car-fields';
import { Fields } from './Fields';

const ON_DRAWING: Record<BayPlace, string> = {
  motorDiameterMm: 'Motor diameter',
  motorLengthMm: 'Motor length',
  meshMinMm: 'Slot: shaft to spur axle, least',
  meshMaxMm: 'Slot: shaft to spur axle, most',
  nearestPartMm: 'Spur axle to the nearest part',
  escLengthMm: 'ESC tray, length',
  escWidthMm: 'ESC tray, width',
  packLengthMm: 'Pack tray, length',
  packWidthMm: 'Pack tray, width',
};

/** Where the drawing is narrower, the fields on it would lie over each other. */
export const DRAWN_FROM_PX = 620;

/** The bay from above, each figure typed where it is measured; nothing without a motor to draw. */
export function BayOfCar({ active }: { active: ActiveCar }) {
  const { stock, car } = active;
  const limits = useAppSelector((state) => state.prefs.limits);
  if (stock?.view.state !== 'ready') return null;
  return (
    <BayFromAbove
      bay={bayDrawing(stock.file, stock.view.resolved, limitsWith(limits))}
      name={car.name}
      figures={(layout) => <Figures active={active} layout={layout} />}
    />
  );
}

/** The figures of the bay, without those that are typed on its drawing. */
export function BayStep({ active, isDrawn }: { active: ActiveCar; isDrawn: boolean }) {
  const onDrawing = (path: string) => Object.keys(ON_DRAWING).some((place) => path === `car.bay.${place}`);
  return <Fields active={active} specs={BENCH_STEPS.motorBay.fields.filter((field) => !isDrawn || !onDrawing(field.path))} />;
}

function Figures({ active: { id, car }, layout }: { active: ActiveCar; layout: BayLayout }) {
  const dispatch = useAppDispatch();
  return (Object.keys(ON_DRAWING) as BayPlace[]).map((place) => (
    <span
      key={place}
      className="absolute"
      style={{ left: `${(100 * layout.places[place].x) / layout.width}%`, top: `${(100 * layout.places[place].y) / layout.height}%` }}
    >
      <FigureField
        label={ON_DRAWING[place]}
        path={`car.bay.${place}`}
        value={car.bay?.[place]}
        placeholder={PLACEHOLDERS[place]}
        className="w-15"
        onSet={(value) => dispatch(editCar(id, `bay.${place}`, value, ON_DRAWING[place]))}
      />
    </span>
  ));
}

/** What stands in a figure that nobody has measured yet. */
const PLACEHOLDERS: Record<BayPlace, string> = {
  motorDiameterMm: 'across',
  motorLengthMm: 'length',
  meshMinMm: 'least',
  meshMaxMm: 'most',
  nearestPartMm: 'nearest',
  escLengthMm: 'length',
  escWidthMm: 'width',
  packLengthMm: 'length',
  packWidthMm: 'width',
};
