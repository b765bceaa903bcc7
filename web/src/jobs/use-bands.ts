import { BAND_SAMPLES, type Bands, type PlanFile } from '@puddler/core';
import { useEffect, useState } from 'react';
import { useDetail, type Detail } from './detail';

const known = new WeakMap<PlanFile, Bands>();

/** The bands of a plan's answers, coarse at first and finer as samples come in from the worker. */
export function useBands(file: PlanFile | undefined): Detail<Bands> {
  const done = file && known.get(file);
  const detail = useDetail<PlanFile, Bands, Bands>(
    'bands',
    done ? undefined : file,
    (tasks, token, plan, report) => tasks.bands(token, plan, report),
    (_sofar, bands) => bands,
  );
  // Only the finest are worth keeping: coarse ones would never be refined again.
  if (file && detail.fresh && detail.value && detail.value.samples >= BAND_SAMPLES) known.set(file, detail.value);
  return done ? { value: done, fresh: true } : detail;
}

/** Bands of several plans, one after the other: only one is drawn at a time, so that none takes another's place. */
export function useBandsOfAll(files: readonly PlanFile[]): (Bands | undefined)[] {
  const next = files.find((file) => !known.has(file));
  const { value, fresh } = useBands(next);
  const [, turn] = useState(0);
  const finished = fresh && value !== undefined && value.samples >= BAND_SAMPLES;
  useEffect(() => {
    // One is done: the next one’s turn.
    if (finished) turn((count) => count + 1);
  }, [finished, next]);
  return files.map((file) => known.get(file) ?? (file === next && fresh ? value : undefined));
}
