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

/** The settings sheet of a plan. Names are those of the function, whatever an ESC’s own menu calls it. */
export function settingsSheet({ plan, resolved, sensored, choices }: FitInput): Setting[] {
  const { profile } = resolved.run;
  const slow = profile === 'crawl' || profile === 'trail' || profile === 'pull';
  const tracked = plan.car.drive === 'tracked';
  const cells = resolved.pack.cells;
  const bec = becLimitV(plan);
  const setting = (id: string, what: string, value: string, why: string, costs: string): Setting => ({ id, what, value, why, costs });
  return [
    setting(
      'cells',
      'Cells',
      `${cells}, fixed`,
      'Counted by itself, a half empty pack is taken for one of fewer cells.',
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
      : setting('cut-off', 'Cut-off', 'off, or the lowest', 'NiMH cells show by their pull when they are empty.', 'A cell run backwards is lost.'),
    setting(
      'esc-limit',
      'ESC temperature limit',
      'the lowest offered',
      'It takes the throttle back before the ESC is damaged.',
      'It may end a hot run early.',
    ),
    ...(sensored
      ? [setting('motor-limit', 'Motor temperature limit', '70 to 80 °C', 'The magnets weaken for good above it.', 'It may end a hot run early.')]
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
      profile === 'crawl' ? '80 %, more on steep ground' : slow && !tracked ? '40 %' : tracked ? '20 %' : 'off',
      slow ? 'It holds the car on a slope with the trigger at neutral.' : 'It slows the car, and heats motor and ESC, each time you lift.',
      slow ? 'It heats the motor while it holds.' : 'The car rolls on until you brake.',
    ),
    setting('drag-rate', 'Drag brake rate', 'soft', 'Brakes that bite at once break traction and drive parts.', 'It takes a moment to hold.'),
    setting('reverse-force', 'Reverse force', slow ? '50 %' : '25 %', 'Enough to get out of a corner.', 'More is sooner at the wrong place.'),
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
