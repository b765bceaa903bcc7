import { SPEED_RUN_MS } from '../chain/constants';
import { changesOf } from '../compare/changed-links';
import { keepsEsc } from '../plan/same-part';
import type { Part } from '../shelf/part';
import { onShelf, type BuyInput, type Wanted } from './list-line';
import { BURNT_C } from '../predict/run-types';

/** From this many times the speed as bought on, the driveline meets loads that it was not made for. */
const MUCH_FASTER = 2;
/** … and from so many times the torque or power on, bushings do. */
const MUCH_STRONGER = 1.5;
/** A pack of the same cells, charged fuller or of another chemistry, is no more cells. */
const MORE_VOLTS = 1.2;

/** Receiver and transmitter. */
export function radio({ plan, stock, limits, receiverInEsc, failsafe, toRadioEdgeS }: BuyInput): Wanted[] {
  const line = (id: string, why: string): Wanted => ({
    id,
    group: 'radio',
    what: 'receiver and transmitter of one system',
    count: 1,
    figures: 'with failsafe',
    why,
  });
  if (receiverInEsc && !keepsEsc(plan, stock)) return [line('radio', 'The old ESC had the receiver in it, and goes with it.')];
  const caution = limits['radio-range'].caution ?? 0;
  if (toRadioEdgeS !== undefined && toRadioEdgeS < caution)
    return [line('radio', 'At this speed the car leaves the range of the old radio within seconds.')];
  return failsafe === false ? [line('radio', 'The old radio lets the car run on when the signal is lost.')] : [];
}

/** What breaks next when a car goes much faster or has more volts. */
export function driveline({ plan, topSpeedMs, packV, bought, strength }: BuyInput): Wanted[] {
  if (!bought) return [];
  const stronger = Math.max(strength.launchNm / bought.launchNm, strength.shaftW / bought.shaftW);
  const bearings: Wanted[] =
    stronger >= MUCH_STRONGER
      ? [
          {
            id: 'bearings',
            group: 'driveline',
            what: 'ball bearings all round, if the car runs in bushings',
            count: 1,
            figures: '',
            why: 'Half as much torque or power again as bought: bushings run hot and dry.',
            measureFirst: 'whether wheels and gears run in bushings or in ball bearings',
          },
        ]
      : [];
  const faster = topSpeedMs > MUCH_FASTER * bought.topSpeedMs;
  if (!faster && packV <= MORE_VOLTS * bought.packV) return bearings;
  const cause = faster ? 'More than twice the speed as bought' : 'More volts than as bought';
  const line = (id: string, what: string, why: string): Wanted => ({ id, group: 'driveline', what, count: 1, figures: '', why: `${cause}: ${why}` });
  return [
    ...bearings,
    line('drive-parts', 'steel drive parts', 'plastic cups, joints and differential gears strip first.'),
    line('spare-spur', 'spare spur', 'it strips first, and ends the day.'),
    // Tracks have neither rims nor a servo that steers wheels; at a walk no tyre grows and no wheel flutters, however slow the car was before.
    ...(plan.car.drive === 'tracked' || topSpeedMs < SPEED_RUN_MS
      ? []
      : [
          line('servo-saver', 'stiffer servo saver', 'a soft one lets the wheels flutter at speed.'),
          line('tyres', 'belted or well glued tyres', 'tyres grow, and leave the rim.'),
        ]),
  ];
}

/** Heat that the plan itself brings over its caution. */
export function cooling({ plan, limits, maxCanC }: BuyInput): Wanted[] {
  if (maxCanC < (limits['motor-temperature'].caution ?? Infinity)) return [];
  const why =
    maxCanC > BURNT_C ? 'The can burns in the run that is planned.' : `The can comes to ${Math.round(maxCanC)} °C in the run that is planned.`;
  return [
    ...((plan.cooling?.motorFans ?? 0) > 0
      ? []
      : [
          {
            id: 'fan',
            group: 'cooling' as const,
            what: 'fan for the motor',
            count: 1,
            figures: '',
            why,
            serves: (part: Part) => part.kind === 'fan',
            part: onShelf('fan', { name: 'fan for the motor' }),
          },
        ]),
    ...(plan.cooling?.motorHeatsink
      ? []
      : [{ id: 'heat-sink', group: 'cooling' as const, what: 'heat sink for the can', count: 1, figures: '', why }]),
    ...(plan.car.airflow === 'closed' ? [{ id: 'vents', group: 'cooling' as const, what: 'vented body', count: 1, figures: '', why }] : []),
  ];
}

/** What every conversion needs. */
export const conversion = ({ plan, stock }: BuyInput): Wanted[] =>
  stock && changesOf(stock, plan).length === 0
    ? []
    : [
        {
          id: 'esc-tape',
          group: 'tools',
          what: 'thick double-sided tape or screws for the ESC',
          count: 1,
          figures: '',
          why: 'An ESC that comes loose pulls its own wires off.',
        },
        { id: 'ties', group: 'tools', what: 'cable ties', count: 1, figures: '', why: 'Wires keep clear of gears, shafts and hot cans.' },
      ];

/** What measures, and is needed for the car as bought too. */
export const measuringTools = (): Wanted[] => [
  {
    id: 'thermometer',
    group: 'tools',
    what: 'infrared thermometer',
    count: 1,
    figures: '',
    why: 'Heat is what stops a conversion, and a finger cannot measure it.',
  },
  {
    id: 'matt-patch',
    group: 'tools',
    what: 'matt tape or paint for can and ESC',
    count: 1,
    figures: '',
    why: 'On bare metal a thermometer reads 15 K low and more.',
  },
  {
    id: 'speed-meter',
    group: 'tools',
    what: 'speed measurement: a phone with GPS, or a GPS logger',
    count: 1,
    figures: '',
    why: 'Without a measured speed nobody knows what was gained.',
  },
];
