import { openCircuitV } from '../chain/pack';
import { isLithium } from '../plan/chemistry';
import { short, when, type StepRule } from './bench-step';
import { CAUTIONS } from './cautions';

/** A reading at the plug agrees with the pack when it is this near [share]. */
const SAME_VOLTS = 0.05;
const LEAST_LITHIUM_V = 3.6;
const toTenth = (volts: number): number => Number(volts.toFixed(1));

/** The ESC into its place, and every power wire. */
export const escSteps: StepRule = (input) => [...placeSteps(input), ...leadSteps(input), ...packSteps(input)];

/** ESC, capacitor and what cools it and the motor. */
const placeSteps: StepRule = ({ plan, resolved, newEsc, twins, choices }) => {
  const escs = twins ? 'ESCs' : 'ESC';
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
      right: 'The fan turns when it is blown at, and nothing can be drawn into it.',
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
      right: `Plus to plus, as near to the ESC as its wires allow; rated ${short(plan.esc.capacitorV!)} V, over the full pack’s ${short(openCircuitV(resolved.pack, 1))} V.`,
      caution: CAUTIONS.soldering,
      tools: ['soldering iron'],
      needs: ['esc-place'],
      of: `${short(plan.esc.capacitorV!)} V`,
    })),
  ];
};

/** From the ESC to the motor, and the plugs. */
const leadSteps: StepRule = ({ plan, newMotor, newEsc, plugChanges, sensored, choices }) => [
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
];

/** The packs, wired and in their place; then all is closed. */
const packSteps: StepRule = ({ plan, resolved, newEsc, newPack, plugChanges }) => {
  const packs = plan.packs.length;
  const isParallel = plan.packWiring === 'parallel';
  const fullV = openCircuitV(resolved.pack, 1);
  // A lithium cell under this is empty or broken, and is not plugged in.
  const leastV = isLithium(plan) ? LEAST_LITHIUM_V * resolved.pack.cells : openCircuitV(resolved.pack, 0) * (1 - SAME_VOLTS);
  return [
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
