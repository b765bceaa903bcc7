import { isLithium } from '../plan/chemistry';
import type { PlanFile } from '../plan/plan-file';
import type { FitInput } from './fit-input';

/** One setting of the ESC: what it is to be for this plan, why, and what that costs. */
export interface Setting {
  id: string;
  what: string;
  value: string;
  why: string;
  costs: string;
}

/** Most volts that receiver and servo bear together; undefined while neither is known. */
export function becLimitV({ car: { bay = {} } }: PlanFile): number | undefined {
  const known = [bay.receiverMaxV, bay.servoMaxV].filter((value) => value !== undefined);
  return known.length > 0 ? Math.min(...known) : undefined;
}

const volts = (value: number) => `${Number(value.toFixed(2))} V`;

const setting = (id: string, what: string, value: string, why: string, costs: string): Setting => ({ id, what, value, why, costs });

/** The settings sheet of a plan. Names are those of the function, whatever an ESC’s own menu calls it. */
export const settingsSheet = (input: FitInput): Setting[] => [...protection(input), ...driving(input)];

/** What keeps pack, ESC, motor and servo from harm, and which way the motor turns. */
function protection({ plan, resolved, sensored }: FitInput): Setting[] {
  const cells = resolved.pack.cells;
  const bec = becLimitV(plan);
  return [
    setting(
      'cells',
      'Cells',
      `${cells}, fixed`,
      plan.esc.maxCells === undefined
        ? 'How many cells this ESC bears is not known: look it up before the pack is plugged in. Counted by itself, a half empty pack is taken for one of fewer cells.'
        : 'Counted by itself, a half empty pack is taken for one of fewer cells.',
      'A pack with other cells is not protected.',
    ),
    isLithium(plan)
      ? setting(
          'cut-off',
          'Cut-off',
          `${volts(resolved.pack.cutoffV / cells)} a cell`,
          'Below it the cells are ruined. Never off with lithium.',
          'Higher is kinder to the pack and ends the run earlier.',
        )
      : setting(
          'cut-off',
          'Cut-off',
          '0.8 to 0.9 V a cell',
          'Off, the weakest cell is run backwards, which ruins it.',
          'The run ends a little earlier.',
        ),
    setting(
      'esc-limit',
      'ESC temperature limit',
      'the lowest offered',
      'It takes the throttle back before the ESC is damaged.',
      'It may end a hot run early.',
    ),
    ...(sensored
      ? [
          setting(
            'motor-limit',
            'Motor temperature limit',
            '95 to 100 °C',
            'Its sensor sits at the winding, which is hotter than the can that a thermometer sees.',
            'It may end a hot run early.',
          ),
        ]
      : []),
    setting(
      'rotation',
      'Direction of the motor',
      'normal; the other only if it drives backwards',
      sensored ? 'With a sensor only this setting turns the motor round, never its wires.' : 'Two motor wires swapped do the same.',
      'None.',
    ),
    setting(
      'bec',
      'BEC',
      bec === undefined ? 'the lowest that steers well' : `the lowest that steers well, ${volts(bec)} at most`,
      'The weakest of receiver and servo decides.',
      'Fewer volts make the servo slower.',
    ),
  ];
}

/** How the car drives and brakes. */
function driving({ plan, resolved, sensored, choices }: FitInput): Setting[] {
  const { profile } = resolved.run;
  const slow = profile === 'crawl' || profile === 'trail' || profile === 'pull';
  const tracked = plan.car.drive === 'tracked';
  return [
    setting(
      'mode',
      'Drive mode',
      slow || tracked ? 'forward and direct reverse' : profile === 'speed-pass' ? 'forward and brake' : 'forward, brake, then reverse',
      slow || tracked ? 'Rocking free needs reverse at once.' : 'Reverse at speed strips gears.',
      slow || tracked ? 'A slip of the thumb at speed goes into the gears.' : 'One more pull before it goes back.',
    ),
    setting(
      'drag-brake',
      'Drag brake',
      profile === 'crawl' ? '100 %' : slow && !tracked ? '40 %' : tracked ? '20 %' : 'off',
      slow ? 'It holds the car on a slope with the trigger at neutral.' : 'It slows the car, and heats motor and ESC, each time you lift.',
      slow ? 'It heats the motor while it holds.' : 'The car rolls on until you brake.',
    ),
    profile === 'crawl'
      ? setting('drag-rate', 'Drag brake rate', 'fast', 'Soft lets the car roll before it holds.', 'It bites at once.')
      : setting('drag-rate', 'Drag brake rate', 'soft', 'Brakes that bite at once break traction and drive parts.', 'It takes a moment to hold.'),
    setting(
      'brake-force',
      'Brake force',
      plan.car.drive === '4wd-shaft' ? 'low at first, up as the car stays straight' : 'middle at first',
      plan.car.drive === '4wd-shaft' ? 'All four wheels brake through the drive shafts.' : 'Only the driven wheels brake.',
      'A longer way to stop.',
    ),
    setting(
      'reverse-force',
      'Reverse force',
      slow || profile === 'bash' ? '50 %; 25 % where drive shafts are plastic' : '25 %',
      'Enough to get out of a corner.',
      'More is sooner at the wrong place, and twists plastic shafts.',
    ),
    setting(
      'punch',
      'Punch',
      'soft at first',
      'It limits the current of a start, which breaks drive parts and packs. Up when the driveline has proven itself.',
      'A slower start.',
    ),
    ...(profile === 'speed-pass'
      ? [setting('ramp', 'Start ramp', 'the longest', 'A pass begins without spinning tyres, and the pack keeps its volts.', 'A longer run-up.')]
      : []),
    setting('timing', 'Timing', 'as delivered, until temperatures are known', 'More timing is more speed for much more heat.', 'Some speed.'),
    ...(sensored || choices.allInOne
      ? [
          setting(
            'sensor-mode',
            'Sensor mode',
            slow ? 'sensored all the way' : 'sensored at the start',
            'It starts smoothly from standstill.',
            'None.',
          ),
        ]
      : []),
  ];
}
