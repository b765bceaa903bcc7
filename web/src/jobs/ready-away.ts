import { quickClient } from './ladder-jobs';
import { logClient } from './log-jobs';
import { planClient } from './plan-jobs';

/** Starts the workers of Plan, Log and Step up: on a phone their programs must be there before the laptop is out of reach. */
export function readyAway(): void {
  for (const client of [planClient, logClient, quickClient]) client.prepare();
}
