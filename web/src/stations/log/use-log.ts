import { MOST_RUN_LOGS, type CarRun } from '@puddler/contract/shared';
import { isHeldBack, plannedRun, type PlanFile } from '@puddler/core';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { deleteDocument } from '../../document-store/edits';
import { dropBareRun, editRun, keepRun, NEW_RUN } from '../../document-store/run-edits';
import { runsOfCar, type StoredRun } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { undoable } from '../../document-store/undoable';
import type { ActivePlan } from '../../active/use-plan';
import { runName } from './log-text';
import { newId } from '@puddler/contract/shared';
import { nowText } from '../../ui/clock';

/** The log of a car: its runs, the one that is open, and everything that can be done. */
export interface AtLog {
  runs: readonly StoredRun[];
  open: StoredRun | undefined;
  show: (id: string | undefined) => void;
  /** Begins a run of the active plan; the ground, air and kind of driving of the last one are taken over. */
  begin: (more?: Partial<CarRun>) => string;
  change: (change: (run: CarRun) => CarRun, label: string, joins?: string) => void;
  /** Changes what the bands were computed from: they are computed again by the run’s own plan. */
  changeTerms: (change: (run: CarRun) => CarRun, label: string, joins?: string) => void;
  remove: (run: StoredRun) => void;
}

/** A run that begins now. */
export function newRun(planId: string, file: PlanFile, last: CarRun | undefined): CarRun {
  const site = last ? { ...file.site, surface: last.plan.site.surface, ambientC: last.plan.site.ambientC } : file.site;
  return {
    at: nowText(),
    planId,
    purpose: 'run',
    drivenAs: last?.drivenAs ?? plannedRun(file).profile,
    plan: { ...file, site },
  };
}

function withoutBands(run: CarRun): CarRun {
  if (isHeldBack(run)) return run;
  const { predicted: _old, ...rest } = run;
  return rest;
}

export function useLog({ id: planId, carId, file }: ActivePlan): AtLog {
  const dispatch = useAppDispatch();
  const runs = useAppSelector((state) => runsOfCar(state, carId));
  const [params, setParams] = useSearchParams();
  const open = runs.find((one) => one.id === params.get('run'));
  const openId = open?.id;
  useEffect(() => {
    if (openId === undefined) return undefined;
    return () => {
      // Once the page stands elsewhere: a page that is drawn again has not left it.
      setTimeout(() => {
        if (new URLSearchParams(window.location.search).get('run') !== openId) dispatch(dropBareRun(openId));
      });
    };
  }, [openId, dispatch]);
  const show = (id: string | undefined) => setParams(id === undefined ? {} : { run: id }, { replace: open !== undefined });
  return {
    runs,
    open,
    show,
    begin: (more = {}) => {
      const id = newId();
      dispatch(keepRun(carId, id, { ...newRun(planId, file, runs[0]?.run), ...more }, NEW_RUN));
      show(id);
      return id;
    },
    change: (change, label, joins) => open && dispatch(editRun(open.id, change, label, joins)),
    changeTerms: (change, label, joins) => open && dispatch(editRun(open.id, (run) => withoutBands(change(run)), label, joins)),
    remove: ({ id, run }) => {
      dispatch(deleteDocument('run', id));
      if (open?.id === id) show(undefined);
      dispatch(undoable(`The run ${runName(run)} is deleted.`));
    },
  };
}

export const roomForLogs = ({ logs = [] }: CarRun): number => MOST_RUN_LOGS - logs.length;
