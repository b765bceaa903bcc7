import type { Device, Lead, Wire, Wiring } from '@puddler/core';

/** A wiring as it is drawn: boxes in columns from pack to motor, receiver and servo below, wires at right angles between them. */

interface PlacedPort {
  name: string;
  /** What stands beside the port: “+”, “A”, “signal”. */
  label: string;
  x: number;
  y: number;
  side: 'left' | 'right';
}

export interface Box {
  device: Device;
  x: number;
  y: number;
  width: number;
  height: number;
  ports: PlacedPort[];
  /** Its name, in one line or two. */
  words: string[];
}

export interface Line {
  lead: Lead;
  wire: Wire;
  d: string;
  /** Where a mark of a wire that is out, or a word about it, stands. */
  markX: number;
  markY: number;
}

export interface WiringLayout {
  width: number;
  height: number;
  boxes: Box[];
  lines: Line[];
}

const HEAD = 22;
/** From port to port. */
export const PITCH = 15;
const GAP = 26;
const WIDTH = 128;
/** Left edges: packs; leads and capacitors; ESCs and receiver; motors, servo, fans. */
const COLUMNS = [30, 210, 398, 586] as const;
const RIGHT = COLUMNS[3] + WIDTH + 36;

const columnOf = ({ kind }: Device): 0 | 1 | 2 | 3 => {
  switch (kind) {
    case 'pack':
      return 0;
    case 'joint':
    case 'capacitor':
    case 'y-lead':
      return 1;
    case 'esc':
    case 'one-piece':
    case 'receiver':
      return 2;
    case 'motor':
    case 'servo':
    case 'fan':
    case 'old-esc':
      return 3;
  }
};
/** Devices of the radio stand below those of the power. */
const isBelow = ({ kind }: Device) => kind === 'receiver' || kind === 'servo' || kind === 'fan' || kind === 'y-lead' || kind === 'old-esc';

type Side = PlacedPort['side'];

/** The side of a device on which a wire to another one ends. */
function sideOf(device: Device, other: Device): Side {
  const [here, there] = [columnOf(device), columnOf(other)];
  if (here !== there) return here < there ? 'right' : 'left';
  // Packs are joined behind their backs, away from what goes to the ESC; throttle leads run before the ESC, away from its motor; what
  // moves from the old ESC runs behind the servo.
  return here === 3 ? 'right' : 'left';
}

const ends = (wire: Wire) => [wire.from, wire.to] as const;
const deviceIdOf = (end: string) => end.slice(0, end.indexOf('.'));
const portOf = (end: string) => end.slice(end.indexOf('.') + 1);
const short = (name: string) =>
  name.endsWith('signal') ? 'S' : name.endsWith('+') ? '+' : name.endsWith('−') ? '−' : name === 'sensor' ? 'sens.' : name;

export function layoutWiring({ devices, leads }: Wiring): WiringLayout {
  const byId = new Map(devices.map((device) => [device.id, device]));
  const used = portsUsed(leads, byId);
  const boxes: Box[] = [];
  const heights = new Map<number, number>();
  const place = (device: Device, top: number) => {
    const column = columnOf(device);
    // A motor stands beside its ESC.
    const esc = device.kind === 'motor' ? boxes.find((box) => box.device.id === device.id.replace('motor', 'esc')) : undefined;
    if (esc) heights.set(column, esc.y);
    const sides = used.get(device.id) ?? { left: [], right: [] };
    const count = Math.max(sides.left.length, sides.right.length, 1);
    const words = inTwoLines(device.label);
    const head = HEAD + (words.length - 1) * 13;
    const height = head + count * PITCH + 8;
    const y = heights.get(column) ?? top;
    heights.set(column, y + height + GAP);
    const x = COLUMNS[column];
    const ports = (['left', 'right'] as const).flatMap((side) =>
      sides[side].map((name, i): PlacedPort => ({
        name,
        label: short(name),
        side,
        x: side === 'left' ? x : x + WIDTH,
        y: y + head + (i + 0.5) * PITCH,
      })),
    );
    boxes.push({ device, x, y, width: WIDTH, height, ports, words });
  };
  for (const device of devices.filter((one) => !isBelow(one))) place(device, 8);
  const middle = Math.max(...heights.values());
  for (const column of [0, 1, 2, 3]) heights.set(column, middle + 8);
  for (const device of devices.filter(isBelow)) place(device, middle + 8);
  const height = Math.max(...boxes.map((box) => box.y + box.height)) + 12;
  return { width: RIGHT, height, boxes, lines: linesOf(leads, byId, boxes) };
}

/** So many letters and digits of mixed width fill a box. */
const LONGEST_LINE = 18;

/** A name in lines that a box has room for: broken at a space, and cut only where two do not hold it. */
function inTwoLines(text: string): string[] {
  if (text.length <= LONGEST_LINE) return [text];
  const at = text.lastIndexOf(' ', LONGEST_LINE);
  const [first, rest] = at > 0 ? [text.slice(0, at), text.slice(at + 1)] : [text.slice(0, LONGEST_LINE), text.slice(LONGEST_LINE)];
  return [first, rest.length > LONGEST_LINE ? `${rest.slice(0, LONGEST_LINE - 1)}…` : rest];
}

/** Which ports of each device are drawn on which side, in the order in which they are named. */
function portsUsed(leads: readonly Lead[], byId: ReadonlyMap<string, Device>): Map<string, Record<Side, string[]>> {
  const used = new Map<string, Record<Side, string[]>>();
  for (const { wires } of leads)
    for (const wire of wires)
      for (const [end, far] of [ends(wire), [...ends(wire)].reverse()] as [string, string][]) {
        const device = byId.get(deviceIdOf(end))!;
        const sides = used.get(device.id) ?? { left: [], right: [] };
        const side = sideOf(device, byId.get(deviceIdOf(far))!);
        const name = portOf(end);
        if (!sides[side].includes(name)) sides[side].push(name);
        used.set(device.id, sides);
      }
  for (const [id, sides] of used) {
    const order = byId.get(id)!.ports.map((port) => port.name);
    for (const side of ['left', 'right'] as const) sides[side].sort((a, b) => order.indexOf(a) - order.indexOf(b));
  }
  return used;
}

/** Free room between columns, in which wires turn. */
const CHANNEL = 8;

function linesOf(leads: readonly Lead[], byId: ReadonlyMap<string, Device>, boxes: readonly Box[]): Line[] {
  /** How many wires turn in the channel before each column already. */
  const turns = new Map<string, number>();
  const lines: Line[] = [];
  for (const lead of leads)
    for (const wire of lead.wires) {
      const [a, b] = ends(wire).map((end) => {
        const other = end === wire.from ? wire.to : wire.from;
        const device = byId.get(deviceIdOf(end))!;
        const side = sideOf(device, byId.get(deviceIdOf(other))!);
        return boxes.find((box) => box.device === device)!.ports.find((port) => port.name === portOf(end) && port.side === side)!;
      }) as [PlacedPort, PlacedPort];
      const [left, right] = a.x <= b.x ? [a, b] : [b, a];
      const loops = left.side === right.side;
      const channel = loops ? `loop ${left.x} ${left.side}` : `${left.x}`;
      const n = turns.get(channel) ?? 0;
      turns.set(channel, n + 1);
      const room = loops ? 28 : right.x - left.x;
      const away = CHANNEL + ((n * 5) % room);
      const turnX = !loops ? left.x + CHANNEL + ((n * 5) % Math.max(1, room - 2 * CHANNEL)) : left.side === 'left' ? left.x - away : right.x + away;
      const isStraight = Math.abs(left.y - right.y) < 0.5 && !loops;
      lines.push({
        lead,
        wire,
        d: isStraight ? `M${left.x} ${left.y}H${right.x}` : `M${left.x} ${left.y}H${turnX}V${right.y}H${right.x}`,
        markX: isStraight || wire.swapped ? (left.x + right.x) / 2 : (turnX + right.x) / 2,
        markY: right.y,
      });
    }
  return lines;
}
