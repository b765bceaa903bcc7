import { nanoid } from '@reduxjs/toolkit';
import { errorOf } from '../api/request';
import { importPlan } from '../api/server';
import { imported } from './document-store-slice';
import { noticed } from './notices-slice';
import type { AppDispatch } from './store';
import { undoable } from './undoable';

const MOST_BYTES = 1_000_000;

/** Sends the text of a plan file to the server, which checks it whole before it keeps anything; says what came of it. Gives the plan’s id where it is kept. */
export function keepPlanFile(name: string, text: string) {
  return async (dispatch: AppDispatch): Promise<string | undefined> => {
    const refuse = (why: string, lines?: string[]) => {
      dispatch(noticed({ text: `${name}: ${why}`, tone: 'stop', ...(lines ? { lines } : {}) }));
      return undefined;
    };
    try {
      const { car, plan, already, learned } = await importPlan(text.replace(/^\uFEFF/, ''));
      const documents = [
        { kind: 'car' as const, doc: car },
        { kind: 'plan' as const, doc: plan },
        ...(learned ? [{ kind: 'learned' as const, doc: learned }] : []),
      ];
      dispatch(imported({ id: nanoid(), at: Date.now(), label: `import ${plan.body.name}`, documents }));
      const carName = car.body.car.name;
      if (already)
        dispatch(noticed({ text: `${plan.body.name} was in the garage already, under ${carName}: nothing new was taken in.`, tone: 'plain' }));
      else dispatch(undoable(`${plan.body.name} is in the garage, under ${carName}.`));
      return plan.id;
    } catch (cause) {
      const error = errorOf(cause);
      return error
        ? refuse(
            `${error.message} Nothing was taken in.`,
            error.problems?.map((problem) => problem.message),
          )
        : refuse('the server does not answer. Nothing was taken in; try again.');
    }
  };
}

/** Takes plan files in, one after the other. */
export function importFiles(files: File[]) {
  return async (dispatch: AppDispatch): Promise<void> => {
    for (const file of files) {
      if (file.size > MOST_BYTES) dispatch(noticed({ text: `${file.name}: is larger than 1 MB. A plan file is a few kilobytes.`, tone: 'stop' }));
      else await dispatch(keepPlanFile(file.name, await file.text()));
    }
  };
}
