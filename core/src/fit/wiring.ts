import type { PlanFile } from '../plan/plan-file';
import type { FitChoices } from './fit-input';

/** What a port carries. `gives` supplies come from a pack or a BEC. */
type PortRole = 'power+' | 'power-' | 'phase' | 'sensor' | 'signal' | 'supply+' | 'supply-';

export interface Port {
  name: string;
  role: PortRole;
  /** It feeds what is joined to it. */
  gives?: true;
  /** How many wires it takes; one where left out. */
  takes?: number;
}

type DeviceKind = 'pack' | 'joint' | 'esc' | 'motor' | 'one-piece' | 'receiver' | 'servo' | 'fan' | 'capacitor' | 'y-lead' | 'old-esc';

export interface Device {
  id: string;
  kind: DeviceKind;
  label: string;
  ports: Port[];
  /** Ports that are one piece of copper inside it. */
  joined: string[][];
  removed?: true;
}

/** One wire, from port to port: `esc-1.A`. */
export interface Wire {
  from: string;
  to: string;
  role: PortRole;
  /** It was there, or comes in the plug, and must be out. */
  removed?: true;
  /** It crosses with another of its lead. */
  swapped?: true;
}

/** Wires that run together, as a person plugs them in. */
export interface Lead {
  id: string;
  label: string;
  /** What is to be known of it, a whole sentence. */
  note?: string;
  wires: Wire[];
}

export interface Wiring {
  devices: Device[];
  leads: Lead[];
}

const power = (gives?: true): Port[] => [
  { name: '+', role: 'power+', ...(gives ? { gives } : {}) },
  { name: '−', role: 'power-' },
];
const PHASES = ['A', 'B', 'C'] as const;
const BRUSHES = ['1', '2'] as const;
const plug = (name: string, gives?: true): Port[] => [
  { name: `${name} signal`, role: 'signal' },
  { name: `${name} +`, role: 'supply+', ...(gives ? { gives } : {}) },
  { name: `${name} −`, role: 'supply-' },
];

export interface WiringOptions {
  choices?: FitChoices;
  /** The ESC as bought has the receiver in it, and goes. */
  receiverGoes?: boolean;
}

/** The wiring of a plan: every device, and every wire between their ports. */
export function wiringOf(plan: PlanFile, { choices = {}, receiverGoes = false }: WiringOptions = {}): Wiring {
  const count = plan.motorCount ?? 1;
  const devices: Device[] = plan.packs.map((pack, i) => ({ id: `pack-${i + 1}`, kind: 'pack', label: pack.name, ports: power(true), joined: [] }));
  const leads: Lead[] = [];
  const source = packLeads(plan, count, devices, leads);
  for (let n = 1; n <= count; n++) drive(plan, choices, n, count, source, devices, leads);
  control(plan, choices, count, receiverGoes, devices, leads);
  return { devices, leads };
}

const wire = (from: string, to: string, role: PortRole, more: Partial<Wire> = {}): Wire => ({ from, to, role, ...more });

/** Packs joined to what feeds the ESCs; gives the ports that they draw from. */
function packLeads(plan: PlanFile, escs: number, devices: Device[], leads: Lead[]): { plus: string; minus: string } {
  const count = plan.packs.length;
  const last = `pack-${count}`;
  const isParallel = plan.packWiring === 'parallel';
  if (count > 1 && !isParallel)
    for (let i = 1; i < count; i++)
      leads.push({
        id: `series-${i}`,
        label: `Pack ${i} to pack ${i + 1}, in series`,
        note: 'The volts add up: minus of the first goes on plus of the second, and nothing else between them.',
        wires: [wire(`pack-${i}.−`, `pack-${i + 1}.+`, 'power-')],
      });
  if (escs === 1 && (count === 1 || !isParallel)) return { plus: 'pack-1.+', minus: `${last}.−` };
  const fed = isParallel ? count : 1;
  const joint: Device = {
    id: 'joint',
    kind: 'joint',
    label: isParallel && count > 1 ? 'Lead for packs in parallel' : 'Lead to both ESCs',
    ports: [
      { name: '+', role: 'power+', takes: fed + escs },
      { name: '−', role: 'power-', takes: fed + escs },
    ],
    joined: [],
  };
  devices.push(joint);
  if (isParallel)
    for (let i = 1; i <= count; i++)
      leads.push({
        id: `feed-${i}`,
        label: count > 1 ? `Pack ${i} to the lead, in parallel` : 'Pack to the lead',
        ...(count > 1 ? { note: 'Plus with plus, minus with minus, and only with equally charged packs of one kind.' } : {}),
        wires: [wire(`pack-${i}.+`, 'joint.+', 'power+'), wire(`pack-${i}.−`, 'joint.−', 'power-')],
      });
  else
    leads.push({
      id: 'feed-1',
      label: count > 1 ? 'Packs to the lead' : 'Pack to the lead',
      wires: [wire('pack-1.+', 'joint.+', 'power+'), wire(`${last}.−`, 'joint.−', 'power-')],
    });
  return { plus: 'joint.+', minus: 'joint.−' };
}

/** One ESC with its motor. */
function drive(
  plan: PlanFile,
  choices: FitChoices,
  n: number,
  count: number,
  source: { plus: string; minus: string },
  devices: Device[],
  leads: Lead[],
): void {
  const sensored = plan.motor.kind === 'brushless' && plan.motor.sensored === true && plan.esc.sensored === true;
  const terminals = plan.motor.kind === 'brushed' ? BRUSHES : PHASES;
  const id = `esc-${n}`;
  const of = count > 1 ? ` ${n}` : '';
  const phases = terminals.map((name): Port => ({ name, role: 'phase' }));
  const sensor: Port[] = sensored ? [{ name: 'sensor', role: 'sensor' }] : [];
  const hasCapacitor = plan.esc.capacitorV !== undefined;
  const battery = power().map((port) => (hasCapacitor ? { ...port, takes: 2 } : port));
  const esc: Device = {
    id,
    kind: choices.allInOne ? 'one-piece' : 'esc',
    label: choices.allInOne ? `${plan.motor.name} with its ESC${of}` : `${plan.esc.name}${of}`,
    ports: [...battery, ...plug('throttle', true), ...(choices.allInOne ? [] : [...phases, ...sensor])],
    joined: [['−', 'throttle −']],
  };
  devices.push(esc);
  leads.push({
    id: `battery-${n}`,
    label: count > 1 ? `Lead to ESC ${n}` : plan.packs.length > 1 ? 'Packs to the ESC' : 'Pack to the ESC',
    wires: [wire(source.plus, `${id}.+`, 'power+'), wire(source.minus, `${id}.−`, 'power-')],
  });
  if (hasCapacitor) {
    devices.push({ id: `capacitor-${n}`, kind: 'capacitor', label: `Capacitor${of}, ${plan.esc.capacitorV} V`, ports: power(), joined: [] });
    leads.push({
      id: `capacitor-${n}`,
      label: `Capacitor${of} at the ESC’s pack wires`,
      note: 'As near to the ESC as its wires allow.',
      wires: [wire(`${id}.+`, `capacitor-${n}.+`, 'power+'), wire(`${id}.−`, `capacitor-${n}.−`, 'power-')],
    });
  }
  if (choices.allInOne) return;
  devices.push({ id: `motor-${n}`, kind: 'motor', label: `${plan.motor.name}${of}`, ports: [...phases, ...sensor], joined: [] });
  const turned = n === 2 && choices.mirrored !== false;
  const swaps = turned && !sensored;
  const crossed = (name: string) => (swaps && name === terminals[0] ? terminals[1] : swaps && name === terminals[1] ? terminals[0] : name);
  leads.push({
    id: `motor-${n}`,
    label: `Motor leads${of}`,
    ...(swaps
      ? { note: `The motors face each other: two wires of this one are swapped, ${terminals[0]} with ${terminals[1]}.` }
      : turned
        ? {
            note: 'The motors face each other: the rotation setting of this ESC is turned round. Its wires are never swapped, for its sensor counts on them.',
          }
        : {}),
    wires: terminals.map((name) => wire(`${id}.${name}`, `motor-${n}.${crossed(name)}`, 'phase', crossed(name) === name ? {} : { swapped: true })),
  });
  if (sensored)
    leads.push({
      id: `sensor-${n}`,
      label: `Sensor lead${of}`,
      note: 'With it the motor wires go A to A, B to B, C to C.',
      wires: [wire(`${id}.sensor`, `motor-${n}.sensor`, 'sensor')],
    });
}

const CHANNELS = ['steering', 'throttle'] as const;

/** Receiver, servo, fans, and what the ESCs feed. */
function control(plan: PlanFile, choices: FitChoices, escs: number, receiverGoes: boolean, devices: Device[], leads: Lead[]): void {
  const fans = plan.cooling?.motorFans ?? 0;
  const spare = Array.from({ length: fans }, (_, i) => `spare ${i + 1}`);
  const ports = [...CHANNELS, ...spare];
  const rail = (end: '+' | '−') => ports.map((name) => `${name} ${end}`);
  devices.push({
    id: 'receiver',
    kind: 'receiver',
    label: receiverGoes ? 'New receiver' : 'Receiver',
    ports: ports.flatMap((name) => plug(name)),
    joined: [rail('+'), rail('−')],
  });
  devices.push({ id: 'servo', kind: 'servo', label: 'Steering servo', ports: plug('lead'), joined: [] });
  if (receiverGoes)
    devices.push({ id: 'old-esc', kind: 'old-esc', label: 'Old ESC with its receiver', ports: plug('steering'), joined: [], removed: true });
  leads.push({
    id: 'servo',
    label: 'Steering servo to channel 1',
    ...(receiverGoes ? { note: 'Its plug moves from the old ESC to the new receiver.' } : {}),
    wires: threeWires('servo.lead', 'receiver.steering'),
  });
  if (receiverGoes)
    leads.push({
      id: 'old-servo',
      label: 'Where the servo was plugged in',
      note: 'Out: the old ESC goes, and its receiver with it.',
      wires: threeWires('servo.lead', 'old-esc.steering').map((one) => ({ ...one, removed: true as const })),
    });
  if (escs > 1) {
    const arms = Array.from({ length: escs }, (_, i) => `arm ${i + 1}`);
    const one = (end: string) => ['stem', ...arms].map((name) => `${name} ${end}`);
    devices.push({
      id: 'y-lead',
      kind: 'y-lead',
      label: 'Y lead',
      ports: ['stem', ...arms].flatMap((name) => plug(name)),
      joined: [one('signal'), one('+'), one('−')],
    });
    leads.push({ id: 'y-stem', label: 'Y lead to channel 2', wires: threeWires('y-lead.stem', 'receiver.throttle') });
  }
  for (let n = 1; n <= escs; n++)
    leads.push({
      id: `throttle-${n}`,
      label: escs > 1 ? `Throttle lead of ESC ${n}` : choices.allInOne ? 'Throttle lead to channel 2' : 'Throttle lead of the ESC to channel 2',
      ...(n > 1
        ? { note: 'Its plus wire is out of the plug and insulated: a second supply must not meet the first.' }
        : { note: 'Its plus wire feeds the receiver.' }),
      wires: threeWires(`esc-${n}.throttle`, escs > 1 ? `y-lead.arm ${n}` : 'receiver.throttle').map((one) =>
        n > 1 && one.role === 'supply+' ? { ...one, removed: true as const } : one,
      ),
    });
  for (const [i, port] of spare.entries()) {
    devices.push({ id: `fan-${i + 1}`, kind: 'fan', label: fans > 1 ? `Motor fan ${i + 1}` : 'Motor fan', ports: plug('lead').slice(1), joined: [] });
    leads.push({
      id: `fan-${i + 1}`,
      label: `${fans > 1 ? `Motor fan ${i + 1}` : 'Motor fan'} to a spare channel`,
      note: 'It draws from the receiver’s supply.',
      wires: threeWires(`fan-${i + 1}.lead`, `receiver.${port}`).slice(1),
    });
  }
}

const threeWires = (from: string, to: string): Wire[] => [
  wire(`${from} signal`, `${to} signal`, 'signal'),
  wire(`${from} +`, `${to} +`, 'supply+'),
  wire(`${from} −`, `${to} −`, 'supply-'),
];
