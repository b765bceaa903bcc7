import { compact } from '../compact';
import { openCircuitV } from '../chain/pack';
import { isLithium } from '../plan/chemistry';
import { short, when, type StepRule } from './bench-step';
import { CAUTIONS } from './cautions';
import { becLimitV } from './settings-sheet';

/** A reading at the plug agrees with the pack when it is this near [share]. */
const SAME_VOLTS = 0.05;
const LEAST_LITHIUM_V = 3.6;
const toTenth = (volts: number): number => Number(volts.toFixed(1));

/** The ESC into its place, and every power wire. */
export const escSteps: StepRule = ({ plan, resolved, newMotor, newEsc, newPack, plugChanges, twins, sensored, choices }) => {
  const escs = twins ? 'ESCs' : 'ESC';
  const packs = plan.packs.length;
  const isParallel = plan.packWiring === 'parallel';
  const fullV = openCircuitV(resolved.pack, 1);
  // A lithium cell under this is empty or broken, and is not plugged in.
  const leastV = isLithium(plan) ? LEAST_LITHIUM_V * resolved.pack.cells : openCircuitV(resolved.pack, 0) * (1 - SAME_VOLTS);
  return [
    ...when(newEsc && choices.allInOne !== true, () => ({
      id: 'esc-place',
      title: `Fit the ${escs}`,
      why: 'It needs air and must not come loose: one that hangs on its wires pulls them off.',
      right: 'Both faces cleaned, taped or screwed; in the air, away from the receiver, its switch within reach.',
      tools: ['thick double-sided tape or screws', 'cleaning spirit'],
      needs: ['old-out', 'mesh', 'axle'],
      of: plan.esc.name,
    })),
    ...when(newEsc && plan.esc.fan === true, () => ({
      id: 'esc-fan',
      title: 'See that the ESC’s fan is free',
      why: 'A wire in the fan costs the ESC its rating.',
      right: 'The fan turns by a breath, and nothing can be drawn into it.',
      needs: ['esc-place'],
      of: plan.esc.name,
    })),
    ...when((plan.cooling?.motorFans ?? 0) > 0, () => ({
      id: 'motor-fan',
      title: plan.cooling!.motorFans === 2 ? 'Fit the fans on the motor' : 'Fit the fan on the motor',
      why: 'The plan’s can temperature counts on it. It draws from the receiver’s supply.',
      right: 'It blows on the can, and its wires are tied down.',
      needs: ['motor-screws'],
      of: `${plan.cooling!.motorFans} on the motor`,
    })),
    ...when(plan.cooling?.motorHeatsink === true, () => ({
      id: 'heat-sink',
      title: 'Fit the heat sink on the can',
      why: 'The plan’s can temperature counts on it. It helps only where air reaches it.',
      right: 'It grips all round, and touches neither spur nor chassis.',
      needs: ['motor-screws'],
    })),
    ...when(plan.esc.capacitorV !== undefined && newEsc, () => ({
      id: 'capacitor',
      title: 'Fit the capacitor at the ESC',
      why: 'Long leads and high current make spikes that no rating bears.',
      right: `Plus to plus, as near to the ESC as its wires allow; rated ${short(plan.esc.capacitorV!)} V, over the full pack’s ${short(fullV)} V.`,
      caution: CAUTIONS.soldering,
      tools: ['soldering iron'],
      needs: ['esc-place'],
      of: `${short(plan.esc.capacitorV!)} V`,
    })),
    ...when((newMotor || newEsc) && choices.allInOne !== true, () => ({
      id: 'motor-leads',
      title: 'Join motor and ESC',
      why: 'A loose bullet gets hot and stutters as a broken motor does.',
      right: 'Leads short, twisted or braided, each bullet in to its end and held by friction, none bare.',
      caution: CAUTIONS.unplugged,
      needs: ['esc-place', 'motor-screws'],
      of: `${plan.motor.name}, ${plan.esc.name}`,
    })),
    ...when(sensored && (newMotor || newEsc) && choices.allInOne !== true, () => ({
      id: 'sensor-lead',
      title: 'Plug the sensor lead in',
      why: 'With it the motor starts smoothly from standstill. Its motor wires go A to A, B to B, C to C: they are never swapped.',
      right: 'The lead clicks in at both ends and lies clear of the gears.',
      needs: ['motor-leads'],
      of: plan.motor.name,
    })),
    ...when(plugChanges, () => ({
      id: 'plugs',
      title: 'Solder the plugs',
      why: 'Pack and ESC must end in the same plug, and a cold joint burns.',
      right:
        'Heat-shrink on first; tip, wire and cup tinned, heat put through the solder, a spare half mated to hold the shape; shiny, no bare wire, and it bears a pull.',
      caution: CAUTIONS.soldering,
      tools: ['soldering iron', 'solder', 'heat-shrink', 'spare plug half'],
      needs: ['esc-place'],
      of: plan.packs[0]!.plug ?? '',
    })),
    ...when(packs > 1 && newPack, () => ({
      id: 'pack-lead',
      title: isParallel ? 'Make the lead for packs in parallel' : 'Make the lead for packs in series',
      why: isParallel
        ? 'Packs in parallel share their charge through the plugs: unlike ones do it at once, and burn them.'
        : 'Packs in series add their volts: a wrong joint is a short across both.',
      right: isParallel
        ? 'Plus with plus, minus with minus; the packs are of one kind and equally charged before they meet.'
        : 'Minus of the first on plus of the second, and nothing else between them.',
      caution: CAUTIONS.soldering,
      needs: ['plugs'],
      of: `${packs} in ${isParallel ? 'parallel' : 'series'}`,
    })),
    ...when(plugChanges || newPack || newEsc, () => ({
      id: 'polarity',
      title: 'Check polarity against the pack, twice',
      why: 'A wrong polarity kills the ESC at the first touch, and no switch saves it.',
      right: 'Plus meets plus by eye and by meter.',
      caution: CAUTIONS.unplugged,
      tools: ['voltmeter'],
      needs: ['plugs', 'pack-lead'],
      reading: { what: 'pack at its plug', unit: 'V' as const, from: toTenth(leastV), to: toTenth(fullV * (1 + SAME_VOLTS)) },
      of: `${resolved.pack.cells} cells`,
    })),
    ...when(newPack, () => ({
      id: 'pack-place',
      title: 'Hold the pack',
      why: 'A pack that slides in a crash pulls its plug off, or is cut open by an edge.',
      right: 'Foam or straps hold it on all sides, and no edge touches it.',
      tools: ['foam or straps'],
      needs: ['polarity'],
      of: plan.packs.map((pack) => pack.name).join(', '),
    })),
    {
      id: 'seals',
      title: 'Caps, boots and seals back on',
      why: 'Grit in an open gear case is what breaks next.',
      right: 'A little grease on exposed bearings; every wire clear of gears, shafts and hot cans.',
      tools: ['cable ties', 'grease'],
      needs: ['mesh', 'motor-leads', 'polarity'],
    },
  ];
};

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
      why: 'A wrong direction is mended at one place only, and which that is depends on what is seen.',
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
      title: 'Set the slipper clutch anew, where there is one',
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
