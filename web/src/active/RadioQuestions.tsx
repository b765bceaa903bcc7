import type { OldRadio } from '@puddler/contract/shared';
import { editBench } from '../document-store/edits';
import { benchOf } from '../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { Select } from '../ui/Select';

const ANSWERS = ['', 'yes', 'no'] as const;

const QUESTIONS: readonly (readonly [keyof OldRadio, string])[] = [
  ['inEsc', 'Is the receiver built into the old ESC?'],
  ['failsafe', 'Does the old radio stop the car when the signal is lost?'],
];

/** Two questions about the car as bought, on which the radio depends. They are the car’s, so all its plans know the answers. */
export function RadioQuestions({ carId }: { carId: string }) {
  const dispatch = useAppDispatch();
  const radio = useAppSelector((state) => benchOf(state, carId)?.radio) ?? {};
  const set = (field: keyof OldRadio, answer: string) => {
    const { [field]: _old, ...others } = radio;
    const next: OldRadio = answer === '' ? others : { ...others, [field]: answer === 'yes' };
    dispatch(editBench(carId, 'radio', Object.keys(next).length > 0 ? next : undefined, 'the old radio'));
  };
  return (
    <div className="mb-2 flex flex-wrap gap-x-4 gap-y-1 text-small print:hidden">
      {QUESTIONS.map(([field, question]) => (
        <label key={field} className="flex items-center gap-1.5">
          {question}
          <Select
            size="small"
            value={radio[field] === undefined ? '' : radio[field] ? 'yes' : 'no'}
            onChange={(event) => set(field, event.target.value)}
          >
            {ANSWERS.map((answer) => (
              <option key={answer} value={answer}>
                {answer === '' ? 'not known' : answer}
              </option>
            ))}
          </Select>
        </label>
      ))}
    </div>
  );
}
