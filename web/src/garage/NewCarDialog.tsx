import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useAppDispatch } from '../app/store';
import { addCar } from '../data/edits';
import { Button } from '../ui/Button';
import { Modal } from '../ui/Modal';
import { TEMPLATES } from './templates';

/** Name and kind make a car with a first plan; all its figures are then open on Plan. */
export default function NewCarDialog({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [templateId, setTemplateId] = useState(TEMPLATES[0]!.id);
  const [missing, setMissing] = useState(false);

  const make = () => {
    if (name.trim() === '') {
      setMissing(true);
      return;
    }
    const template = TEMPLATES.find((one) => one.id === templateId)!;
    const planId = dispatch(addCar({ name: name.trim(), ...template.car }, { name: 'First conversion', ...template.plan }));
    onClose();
    void navigate(`/plans/${planId}`);
  };

  return (
    <Modal
      open
      onClose={onClose}
      title="New car"
      description="Pick the nearest kind. Weigh, measure and count later: every figure can be made exact on Plan."
    >
      <form
        className="mt-4"
        onSubmit={(event) => {
          event.preventDefault();
          make();
        }}
      >
        <label className="block">
          <span className="font-medium">Name</span>
          <input
            className={`mt-1 block h-9 w-full rounded-sm border bg-paper px-2 max-sm:h-11 ${missing ? 'border-stop' : 'border-edge'}`}
            value={name}
            maxLength={120}
            autoFocus
            aria-invalid={missing}
            aria-describedby={missing ? 'new-car-name-missing' : undefined}
            onChange={(event) => {
              setName(event.target.value);
              setMissing(false);
            }}
          />
        </label>
        {missing && (
          <p id="new-car-name-missing" role="alert" className="mt-1 text-[12.5px] text-stop">
            Give the car a name, 1 to 120 characters.
          </p>
        )}
        <fieldset className="mt-4">
          <legend className="font-medium">Kind</legend>
          <div className="mt-1 border border-rule">
            {TEMPLATES.map((template) => (
              <label
                key={template.id}
                className="flex cursor-pointer items-start gap-3 border-b border-rule px-3 py-2 last:border-0 has-checked:bg-wash"
              >
                <input
                  type="radio"
                  name="kind"
                  className="mt-1 accent-(--steel)"
                  checked={templateId === template.id}
                  onChange={() => setTemplateId(template.id)}
                />
                <span>
                  <span className="block font-medium">{template.title}</span>
                  <span className="block text-[12.5px] text-soft">{template.hint}</span>
                </span>
              </label>
            ))}
          </div>
        </fieldset>
        <div className="mt-5 flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button tone="action" type="submit">
            Put it in the garage
          </Button>
        </div>
      </form>
    </Modal>
  );
}
