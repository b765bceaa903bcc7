import { noticed } from '../app/notices-slice';
import type { AppDispatch } from '../app/store';
import { api, errorOf } from '../data/api';
import { carContent, carKey, imported, planContent, planKey } from '../data/desk-slice';

const MOST_BYTES = 1_000_000;

/** Sends each plan file to the server, which checks it whole before it keeps anything; says what came of each. */
export function importFiles(files: File[]) {
  return async (dispatch: AppDispatch): Promise<void> => {
    for (const file of files) {
      const refuse = (text: string, lines?: string[]) =>
        dispatch(noticed({ text: `${file.name}: ${text}`, tone: 'stop', ...(lines ? { lines } : {}) }));
      if (file.size > MOST_BYTES) {
        refuse('is larger than 1 MB. A plan file is a few kilobytes.');
        continue;
      }
      try {
        const { car, plan } = await dispatch(api.endpoints.importPlan.initiate((await file.text()).replace(/^\uFEFF/, ''))).unwrap();
        dispatch(
          imported({
            at: Date.now(),
            label: `import ${plan.plan.name}`,
            documents: [
              { key: carKey(car.id), id: car.id, version: car.version, content: carContent(car) },
              { key: planKey(plan.id), id: plan.id, version: plan.version, content: planContent(plan) },
            ],
          }),
        );
        dispatch(noticed({ text: `${plan.plan.name} is in the garage, under ${car.car.name}.`, tone: 'plain', action: 'undo' }));
      } catch (cause) {
        const error = errorOf(cause);
        if (!error) refuse('the server does not answer. Nothing was taken in; try again.');
        else
          refuse(
            `${error.message} Nothing was taken in.`,
            error.problems?.map((problem) => problem.message),
          );
      }
    }
  };
}
