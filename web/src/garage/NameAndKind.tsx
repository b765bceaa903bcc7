import { LONGEST_NAME } from '@puddler/contract/shared';
import { capitalized } from '@puddler/core';
import { useAppSelector } from '../document-store/store';
import type { Template } from '../active/templates/template';
import { TEMPLATES } from '../active/templates/templates';
import { formatIn, unitOf, type UnitSystem } from '@puddler/figures';
import type { NewCar } from './use-new-car';
import { Input } from '../ui/Input';

/** What a new car is called, the kind it is nearest to, and the one figure of it that no label gives. */
export function NameAndKind({ newCar }: { newCar: NewCar }) {
  const { name, rename, isNameMissing, template, setTemplateId } = newCar;
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <div>
      <label className="block">
        <span className="font-medium">Name</span>
        <Input
          size="large"
          invalid={isNameMissing}
          className="mt-1 block w-full"
          value={name}
          maxLength={LONGEST_NAME}
          autoFocus
          aria-describedby={isNameMissing ? 'new-car-name-missing' : undefined}
          onChange={(event) => rename(event.target.value)}
        />
      </label>
      {isNameMissing && (
        <p id="new-car-name-missing" role="alert" className="mt-1 text-small text-stop">
          Give the car a name, 1 to {LONGEST_NAME} characters.
        </p>
      )}
      <fieldset className="mt-2.5">
        <legend className="font-medium">Kind</legend>
        <div className="mt-1 border border-rule">
          {TEMPLATES.map((one) => (
            <label
              key={one.id}
              className="flex cursor-pointer items-center gap-2.5 px-2.5 text-body leading-6 max-sm:min-h-thumb has-checked:bg-wash"
            >
              <input type="radio" name="kind" checked={template.id === one.id} onChange={() => setTemplateId(one.id)} />
              {one.title}
            </label>
          ))}
        </div>
        <p className="mt-0.5 text-small text-soft">{capitalized(sizeOf(template, system))}</p>
      </fieldset>
      <Ratio newCar={newCar} />
    </div>
  );
}

/** “about 1.6 kg, 190 mm wide, 66 mm tyres”. */
function sizeOf({ car }: Template, system: UnitSystem): string {
  const mass = unitOf('kg', system);
  const length = unitOf('mm', system);
  return `about ${formatIn(car.massKg, mass)} ${mass.symbol}, ${formatIn(car.widthMm, length)} ${length.symbol} wide, ${formatIn(car.tyre.diameterMm, length)} ${length.symbol} ${car.drive === 'tracked' ? 'sprockets' : 'tyres'}`;
}

/** The ratio behind the spur: it decides the speed as much as the pinion does, and no part has it printed on it. */
function Ratio({ newCar: { template, ratioText, setRatio, ratioProblem, isDirect } }: { newCar: NewCar }) {
  const hint = isDirect ? 'Turn the motor by hand and count its turns for one of the wheel.' : 'Turn a wheel once and count the turns of the spur.';
  return (
    <div className="mt-2">
      <label className="flex items-center justify-between gap-3">
        <span className="font-medium">{isDirect ? 'Ratio between motor and wheel' : 'Ratio behind the spur'}</span>
        <span className="flex items-center gap-1.5">
          <Input
            size="large"
            invalid={ratioProblem !== undefined}
            className="w-24 text-right"
            inputMode="decimal"
            placeholder={isDirect ? '1' : `≈ ${template.car.internalRatio}`}
            value={ratioText}
            aria-describedby="new-car-ratio"
            onChange={(event) => setRatio(event.target.value)}
          />
          <span className="text-soft">: 1</span>
        </span>
      </label>
      <p id="new-car-ratio" role={ratioProblem ? 'alert' : undefined} className={`mt-1 text-small ${ratioProblem ? 'text-stop' : 'text-soft'}`}>
        {ratioProblem ?? `${hint}${ratioText === '' && !isDirect ? ` Left empty, ${template.car.internalRatio} is taken as typical.` : ''}`}
      </p>
    </div>
  );
}
