import type { RunFile, RunLog } from '@puddler/core';
import type { FileRef, Kind } from '../kind';

/** A log in the data folder, and how it is read. */
export interface KeptLog extends FileRef, Pick<RunLog, 'kind' | 'columns' | 'shiftS'> {
  name: string;
  /** Magnet poles, where its rpm are electrical. */
  poles?: number;
  /** Which of the runs in it is this one; left out: the longest. */
  place?: number;
}

/** A run of a car with the plan as it was driven: what a run file holds but its series, which stays in the logs. */
export interface CarRun extends Omit<RunFile, 'format' | 'version' | 'series' | 'photos' | 'logs'> {
  /** The plan in the document store that it was driven by. */
  planId?: string;
  photos?: FileRef[];
  logs?: KeptLog[];
  /** It is not learned from. */
  aside?: true;
}

export const MOST_RUN_PHOTOS = 20;
export const MOST_RUN_LOGS = 8;

export const RUN: Kind<CarRun> = {
  path: 'runs',
  noun: 'run',
  list: 'log',
  parent: 'car',
  nameOf: ({ name, at }) => name ?? `Run of ${at.slice(0, 10)}`,
  memberIds: { photos: 'hash', logs: 'hash' },
  computed: ['predicted'],
  refersTo: { planId: { kind: 'plan', optional: true } },
  fileHashes: ({ photos = [], logs = [] }) => [...photos, ...logs].map((one) => one.hash),
  migrations: [],
};
