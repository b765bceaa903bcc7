import { LONGEST_NAME } from '@puddler/contract/shared';
import { TEMPLATES } from '../in-hand/templates';
import type { NewCar } from './use-new-car';

/** What a new car is called, and the kind it is nearest to. */
export function NameAndKind({ newCar: { name, rename, isNameMissing, templateId, setTemplateId } }: { newCar: NewCar }) {
  return (
    <div>
      <label className="block">
        <span className="font-medium">Name</span>
        <input
          className={`mt-1 block h-9 w-full rounded-sm border bg-paper px-2 max-sm:h-11 ${isNameMissing ? 'border-stop' : 'border-edge'}`}
          value={name}
          maxLength={LONGEST_NAME}
          autoFocus
          aria-invalid={isNameMissing}
          aria-describedby={isNameMissing ? 'new-car-name-missing' : undefined}
          onChange={(event) => rename(event.target.value)}
        />
      </label>
      {isNameMissing && (
        <p id="new-car-name-missing" role="alert" className="mt-1 text-[12.5px] text-stop">
          Give the car a name, 1 to {LONGEST_NAME} characters.
        </p>
      )}
      <fieldset className="mt-4">
        <legend className="font-medium">Kind</legend>
        <div className="mt-1 border border-rule">
          {TEMPLATES.map(({ id, title, hint }) => (
            <label key={id} className="flex cursor-pointer items-start gap-3 border-b border-rule px-3 py-1.5 last:border-0 has-checked:bg-wash">
              <input type="radio" name="kind" className="mt-1 accent-(--steel)" checked={templateId === id} onChange={() => setTemplateId(id)} />
              <span>
                <span className="block font-medium">{title}</span>
                <span className="block text-[12.5px] text-soft">{hint}</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
    </div>
  );
}
