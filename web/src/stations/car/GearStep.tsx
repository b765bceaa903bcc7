import { RANGES } from '@puddler/contract/shared';
import { useState } from 'react';
import { useAppDispatch } from '../../document-store/store';
import { editCar } from '../../document-store/edits';
import { Button } from '../../ui/Button';
import { parseFigure } from '@puddler/figures';
import { BENCH_STEPS, RATIO } from './car-fields';
import { Fields } from './Fields';
import { Measured } from './Measured';
import type { ActiveCar } from '../../active/use-car';
import { Input } from '../../ui/Input';

/** Teeth counted, or the ratio found by rolling; gears of a shiftable box. */
export function GearStep({ active }: { active: ActiveCar }) {
  const dispatch = useAppDispatch();
  const { id, car, stock } = active;
  const [wheelTurns, setWheelTurns] = useState('');
  const read = wheelTurns === '' ? undefined : parseFigure(wheelTurns, RANGES['car.internalRatio'], 'metric');
  const boxes = car.gearboxRatios ?? [];
  const setBoxes = (next: typeof boxes) => dispatch(editCar(id, 'gearboxRatios', next.length === 0 ? undefined : next, 'gearbox'));
  const names = ['Low', 'High', 'Third', 'Fourth'];
  return (
    <>
      <Fields active={active} specs={stock ? BENCH_STEPS.gears.fields : [RATIO]} />
      <Measured
        label="Roll test: turns of the spur for one of the wheel"
        placeholder={String(car.internalRatio)}
        symbol=": 1"
        typed={wheelTurns}
        onType={setWheelTurns}
        problem={read?.ok === false ? read.message : undefined}
        result={read?.ok ? `is the ratio behind the spur` : undefined}
        onUse={() => {
          if (read?.ok) dispatch(editCar(id, 'internalRatio', read.value, 'roll test'));
          setWheelTurns('');
        }}
      />
      <p className="mt-1 text-small text-soft">
        Lift all wheels; with a differential turn both wheels of the axle together. Keep fingers out of the gears, pack unplugged.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <span>{boxes.length === 0 ? 'No gearbox to shift.' : 'Gearbox:'}</span>
        {boxes.map((box, i) => (
          <GearRatio
            key={`${i}:${box.ratio}`}
            name={box.name}
            ratio={box.ratio}
            onChange={(ratio) => setBoxes(boxes.map((one, at) => (at === i ? { ...one, ratio } : one)))}
            onRemove={() => setBoxes(boxes.filter((_, at) => at !== i))}
          />
        ))}
        {boxes.length < names.length && (
          <Button onClick={() => setBoxes([...boxes, { name: names[boxes.length]!, ratio: boxes.length === 0 ? 2.8 : 1 }])}>Add a gear</Button>
        )}
      </div>
    </>
  );
}

function GearRatio({ name, ratio, onChange, onRemove }: { name: string; ratio: number; onChange: (ratio: number) => void; onRemove: () => void }) {
  const [problem, setProblem] = useState<string>();
  return (
    <span className="flex items-center gap-1">
      <label className="flex items-center gap-1">
        {name}
        <Input
          figure
          invalid={problem !== undefined}
          className="w-16"
          defaultValue={ratio}
          inputMode="decimal"
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const read = parseFigure(event.target.value, RANGES['car.gearboxRatios.ratio'], 'metric');
            setProblem(read.ok ? undefined : read.message);
            if (read.ok && read.value !== ratio) onChange(read.value);
          }}
        />
        : 1
      </label>
      <Button tone="quiet" onClick={onRemove} aria-label={`Remove ${name}`}>
        ×
      </Button>
      {problem && (
        <span role="alert" className="text-small text-stop">
          {problem}
        </span>
      )}
    </span>
  );
}
