import { compact } from '../compact';
import { isLithium } from '../plan/chemistry';
import { short, when, type StepRule } from './bench-step';
import { CAUTIONS } from './cautions';
import { becLimitV } from './settings-sheet';

/** Receiver, channels and supplies. */
export const radioSteps: StepRule = ({ plan, receiverGoes, twins, newEsc }) => {
  const limitV = becLimitV(plan);
  return [
    ...when(receiverGoes, () => ({
      id: 'receiver',
      title: 'Fit and bind the new receiver',
      why: 'The old ESC had the receiver in it, and went with it.',
      right: 'Bound to its transmitter, the aerial straight and away from motor and power wires; the servo’s plug has moved to it.',
      needs: ['old-out'],
    })),
    {
      id: 'channels',
      title: 'Plug steering and throttle in',
      why: 'By custom steering is channel 1 and throttle channel 2.',
      right: 'Signal wires inside, minus outside, at every plug.',
      caution: CAUTIONS.unplugged,
      needs: ['receiver', 'esc-place'],
    },
    ...when(twins && plan.car.drive === 'tracked', () => ({
      id: 'track-mixing',
      title: 'A motor a track, or both on one spur?',
      why: 'A motor a track steers by mixing: the radio or a mixer for tracks gives each its own throttle, and there is no steering servo.',
      right:
        'A motor a track: each track has its own channel behind the mix, the second motor’s wires mirrored. Both on one spur: one channel for both, and a servo steers.',
      caution: CAUTIONS.unplugged,
      needs: ['channels'],
      of: plan.esc.name,
    })),
    ...when(twins, () => ({
      id: 'one-supply',
      title: 'Take one supply wire out',
      why: 'Two ESCs feed the receiver otherwise, and the stronger supply burns the weaker.',
      right: 'The plus wire of all ESC leads but one is out of its plug and insulated.',
      caution: CAUTIONS.unplugged,
      needs: ['channels'],
      of: plan.esc.name,
    })),
    ...when(newEsc, () => ({
      id: 'bec',
      title: 'See what volts receiver and servo get',
      why: 'The weakest of receiver and servo decides.',
      right: limitV === undefined ? 'No more than the least that is printed on receiver and servo.' : `No more than ${short(limitV)} V.`,
      tools: ['voltmeter'],
      needs: ['channels', 'one-supply', 'radio-first'],
      reading: { what: 'supply at the receiver', unit: 'V' as const, ...compact({ to: limitV }) },
      of: plan.esc.name,
    })),
  ];
};

/** A range is walked in paces: to ten metres it is told. */
const ROUND_M = 10;

/** The first time with the pack plugged in. */
export const powerSteps: StepRule = ({ plan, twins, limits, topSpeedMs, newMotor, newEsc }) => {
  const rangeM = ROUND_M * Math.ceil(((limits['radio-range'].caution ?? 0) * topSpeedMs) / ROUND_M);
  return [
    {
      id: 'radio-first',
      title: 'Radio on first, car off first',
      why: 'A receiver that hears nothing may take noise for full throttle.',
      right: 'Trims at zero, full travel, then the pack is plugged in.',
      caution: CAUTIONS.wheelsUp,
      needs: ['receiver', 'channels', 'one-supply', 'polarity', 'seals'],
    },
    {
      id: 'calibrate',
      title: 'Calibrate neutral, full throttle and brake',
      why: 'An ESC that takes another point for neutral creeps, or never gives full throttle.',
      right: 'Each point is answered; at neutral the wheels stand.',
      caution: CAUTIONS.wheelsUp,
      needs: ['radio-first', 'bec'],
      of: plan.esc.name,
    },
    ...when(newMotor || newEsc, () => ({
      id: 'motor-alone',
      title: 'Turn the motor alone, its pinion off',
      why: 'Now it can still be heard and seen by itself: noise, heat or a stutter is the motor’s, not the gears’.',
      right: 'It starts smoothly and turns the way that drives the car forward. Then the pinion goes back on and the mesh is set again.',
      caution: CAUTIONS.pinionOff,
      tools: ['hex key'],
      needs: ['calibrate'],
      of: `${plan.motor.name}, ${plan.esc.name}`,
    })),
    ...when(twins, () => ({
      id: 'one-by-one',
      title: 'Try each motor by itself',
      why: 'Two motors that turn against each other are hot and slow, and nobody sees why.',
      right: 'With the other’s pinion off, each drives the car forward.',
      caution: CAUTIONS.wheelsUp,
      needs: ['motor-alone', 'calibrate'],
      of: plan.motor.name,
    })),
    {
      id: 'which-way',
      title: 'See which way it turns, brakes and steers',
      why: 'A wrong direction is put right at one place only, and which that is depends on what is seen.',
      right: 'Trigger pulled drives forward, pushed brakes, and it steers to the side you turn.',
      caution: CAUTIONS.wheelsUp,
      needs: ['calibrate', 'motor-alone', 'one-by-one'],
    },
    {
      id: 'failsafe',
      title: 'Set and try the failsafe',
      why: 'A car that lost its signal must not run on.',
      right: 'Transmitter off while the wheels turn: they brake or idle within a second.',
      caution: CAUTIONS.wheelsUp,
      needs: ['which-way'],
    },
    {
      id: 'settings',
      title: 'Set the ESC',
      why: isLithium(plan) ? 'The cut-off above all: without it a lithium pack is run flat, which ruins it.' : 'A new ESC is set for another car.',
      right: 'Each line of the settings sheet is set, and noted before and after.',
      needs: ['calibrate'],
      of: plan.esc.name,
    },
    {
      id: 'range',
      title: 'Walk the range',
      why: 'At the planned speed the car is at the edge of an old radio’s range within seconds.',
      right: 'Someone holds the car up while you walk away in paces and steer: it answers all the way.',
      caution: CAUTIONS.wheelsUp,
      needs: ['failsafe'],
      reading: { what: 'distance at which it still answers', unit: 'm', from: rangeM },
      of: `${rangeM} m`,
    },
  ];
};

/** The first two minutes. */
export const runSteps: StepRule = ({ plan, limits, newMotor }) => {
  const { caution } = limits['motor-temperature'];
  return [
    {
      id: 'first-run',
      title: 'First run: easy, two minutes',
      why: 'What is wrong shows itself while it is still cheap.',
      right: 'No smell, no new noise, nothing loose.',
      caution: CAUTIONS.speed,
      needs: ['failsafe', 'settings', 'range'],
    },
    {
      id: 'hands-on',
      title: 'Take temperatures at once, and again within two minutes',
      why: 'The can goes on getting warmer after the stop, and bare metal reads 15 K low and more.',
      right: 'Read on a matt patch, tape or paint, on can and ESC: motor, ESC and pack are warm, not hot.',
      caution: CAUTIONS.hot,
      tools: ['infrared thermometer'],
      needs: ['first-run'],
      reading: { what: 'can, the highest of both', unit: '°C', ...compact({ to: caution }) },
    },
    ...when(newMotor, () => ({
      id: 'slipper',
      title: 'Set the slipper clutch again, where there is one',
      why: 'It was set for the torque of the old motor: too tight it breaks gears, too loose it glazes.',
      right: 'In a hard start it gives for a wheel’s turn, not for a metre.',
      needs: ['first-run'],
      of: plan.motor.name,
    })),
    {
      id: 'screws-again',
      title: 'Motor screws, set screw and mesh again',
      why: 'What settles does so in the first minutes.',
      right: 'Nothing has moved. Then Step up.',
      caution: CAUTIONS.gears,
      tools: ['screwdrivers', 'hex key'],
      needs: ['first-run'],
    },
  ];
};
