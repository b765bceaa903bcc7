import { nanoid } from '@reduxjs/toolkit';
import { noticed } from '../desk/notices-slice';
import { undoable } from '../desk/undoable';
import type { AppDispatch } from '../desk/store';
import { api, errorOf } from '../desk/api';
import { imported } from '../desk/desk-slice';

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
        const { car, plan, already, learned } = await dispatch(
          api.endpoints.importPlan.initiate((await file.text()).replace(/^\uFEFF/, '')),
        ).unwrap();
        const documents = [
          { kind: 'car' as const, doc: car },
          { kind: 'plan' as const, doc: plan },
          ...(learned ? [{ kind: 'learned' as const, doc: learned }] : []),
        ];
        dispatch(imported({ id: nanoid(), at: Date.now(), label: `import ${plan.body.name}`, documents }));
        const { name } = car.body.car;
        if (already)
          dispatch(noticed({ text: `${plan.body.name} was in the garage already, under ${name}: nothing new was taken in.`, tone: 'plain' }));
        else dispatch(undoable(`${plan.body.name} is in the garage, under ${name}.`));
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
