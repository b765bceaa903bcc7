import { type ChildProcess } from 'node:child_process';
export interface Started {
  address: string;
  dataFolder: string;
  port: number;
  child: ChildProcess;
  stop(signal?: NodeJS.Signals): Promise<void>;
}
export interface StartOptions {
  demo?: boolean;
  port?: number;
  dataFolder?: string;
}
/** Starts the built server on a free port (or the one named) with a data folder of its own. */
export declare function startServer({ demo, port, dataFolder }?: StartOptions): Promise<Started>;
