import type { Port, Wiring } from './wiring';

/** Something that a wiring must not have: where, and what. */
export interface WiringFault {
  at: string;
  fault: 'no-such-port' | 'too-many-wires' | 'unlike-ports' | 'two-supplies' | 'polarity' | 'unfed' | 'loose';
}

interface At {
  port: Port;
  device: Wiring['devices'][number];
}

/** Nets: ports that are one piece of copper through wires that are in, and through what is joined in devices. */
class Nets {
  private readonly root = new Map<string, string>();

  find(name: string): string {
    const up = this.root.get(name) ?? name;
    if (up === name) return name;
    const top = this.find(up);
    this.root.set(name, top);
    return top;
  }

  join(a: string, b: string): void {
    this.root.set(this.find(a), this.find(b));
  }
}

const isPlus = ({ role }: Port) => role === 'power+' || role === 'supply+';
const isMinus = ({ role }: Port) => role === 'power-' || role === 'supply-';

/**
 * Walks a wiring: every wire goes from port to port that may meet and have room, no supply meets another but equal packs in
 * parallel, plus never meets minus but where packs are in series, what needs a supply has one, and nothing hangs loose.
 */
export function wiringFaults({ devices, leads }: Wiring): WiringFault[] {
  const faults: WiringFault[] = [];
  const ports = new Map<string, At>();
  for (const device of devices) for (const port of device.ports) ports.set(`${device.id}.${port.name}`, { port, device });
  const nets = new Nets();
  for (const device of devices)
    for (const group of device.joined) for (const name of group) nets.join(`${device.id}.${group[0]!}`, `${device.id}.${name}`);

  const used = new Map<string, number>();
  const seriesEnds = new Set<string>();
  for (const { wires } of leads)
    for (const { from, to, removed } of wires) {
      const [a, b] = [ports.get(from), ports.get(to)];
      if (!a || !b) {
        faults.push({ at: a ? to : from, fault: 'no-such-port' });
        continue;
      }
      if (removed) continue;
      for (const name of [from, to]) used.set(name, (used.get(name) ?? 0) + 1);
      const isSeries = a.device.kind === 'pack' && b.device.kind === 'pack' && a.port.role !== b.port.role;
      if (isSeries) for (const name of [from, to]) seriesEnds.add(name);
      else if (a.port.role !== b.port.role) faults.push({ at: `${from} to ${to}`, fault: 'unlike-ports' });
      nets.join(from, to);
    }

  for (const [name, count] of used) if (count > (ports.get(name)!.port.takes ?? 1)) faults.push({ at: name, fault: 'too-many-wires' });

  const byNet = new Map<string, [string, At][]>();
  for (const [name, at] of ports) {
    if (at.device.removed) continue;
    const net = nets.find(name);
    byNet.set(net, [...(byNet.get(net) ?? []), [name, at]]);
  }
  for (const members of byNet.values()) faults.push(...netFaults(members, seriesEnds));
  for (const device of devices) {
    if (device.removed) continue;
    for (const port of device.ports) {
      const name = `${device.id}.${port.name}`;
      if (used.has(name) || mayHang(device.kind, port)) continue;
      faults.push({ at: name, fault: 'loose' });
    }
  }
  return faults;
}

function netFaults(members: readonly [string, At][], seriesEnds: ReadonlySet<string>): WiringFault[] {
  const faults: WiringFault[] = [];
  const [first] = members[0]!;
  const isSeriesJoint = members.every(([name, { device }]) => device.kind === 'pack' && seriesEnds.has(name));
  const plus = members.filter(([, { port }]) => isPlus(port));
  const minus = members.filter(([, { port }]) => isMinus(port));
  if (plus.length > 0 && minus.length > 0 && !isSeriesJoint) faults.push({ at: first, fault: 'polarity' });
  const supplies = members.filter(([, { port }]) => port.gives);
  const allPacks = supplies.every(([, { device }]) => device.kind === 'pack');
  if (supplies.length > 1 && !allPacks) faults.push({ at: supplies[1]![0], fault: 'two-supplies' });
  // What draws from a supply stands on a net that a pack or a BEC feeds.
  const draws = plus.filter(([, { port, device }]) => !port.gives && device.kind !== 'y-lead');
  if (draws.length > 0 && supplies.length === 0) faults.push({ at: draws[0]![0], fault: 'unfed' });
  return faults;
}

/** Whether a port may stay unconnected: a BEC whose lead was cut, the arm of the Y-lead that it was cut from, and a channel that only feeds a fan. */
const mayHang = (kind: Wiring['devices'][number]['kind'], port: Port): boolean =>
  (port.gives === true && port.role === 'supply+') ||
  (kind === 'y-lead' && port.role === 'supply+') ||
  (kind === 'receiver' && port.name.startsWith('spare'));
