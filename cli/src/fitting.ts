import { bayDrawing, benchSteps, fitInput, limitsWith, settingsSheet, wiringFaults, wiringOf } from '@puddler/core';
import { orProblems, readArguments, readPlan } from './files';

const USAGE = `usage: npm run -s puddler -- fitting [--stock stock.json] plan.json
Prints the work at the bench for the plan as JSON: steps in their order, each with its id, phase, why, what is right, what it needs and
the reading to take; the settings of the ESC; the wiring as devices and leads with its faults; and the bay with what touches.
--stock file  the car as bought, as a plan file: what it has stays as it is
`;

/** Prints steps, settings, wiring and bay of a plan; returns the exit code: 0, or 2 when a file or option was refused. */
export const fitting = (args: string[], out: (text: string) => void, err: (text: string) => void): number =>
  orProblems(err, () => {
    const { files, rest } = readArguments(args, ['stock'], 1);
    const [file] = rest;
    if (file === undefined) {
      err(USAGE);
      return 2;
    }
    const plan = readPlan(file);
    const limits = limitsWith(plan.limits);
    const options = { stock: files.stock === undefined ? undefined : readPlan(files.stock), limits };
    const input = fitInput(plan, options);
    const wiring = wiringOf(plan, { receiverGoes: input.receiverGoes });
    const answer = {
      steps: benchSteps(plan, options),
      settings: settingsSheet(input),
      wiring: { ...wiring, faults: wiringFaults(wiring) },
      bay: bayDrawing(plan, input.resolved, limits),
    };
    out(`${JSON.stringify(answer, null, 2)}\n`);
    return 0;
  });
