import type { Wire, Wiring } from '@puddler/core';
import { DrawingFrame } from './DrawingFrame';
import { layoutWiring, PITCH, type Box, type Line } from './wiring-layout';
import { Fold } from '../ui/Fold';

/** How a wire is drawn by what it carries: thickness and dashes tell it without colour. */
const LOOK: Record<Wire['role'], { tone: string; width: number; dash?: string; word: string }> = {
  'power+': { tone: 'stroke-ember', width: 3, word: 'pack plus' },
  'power-': { tone: 'stroke-ink', width: 3, dash: '9 3', word: 'pack minus' },
  phase: { tone: 'stroke-steel', width: 2, word: 'motor' },
  sensor: { tone: 'stroke-steel', width: 1.5, dash: '2 2', word: 'sensor' },
  signal: { tone: 'stroke-steel', width: 1, word: 'signal' },
  'supply+': { tone: 'stroke-ember', width: 1.3, word: 'supply plus' },
  'supply-': { tone: 'stroke-ink', width: 1.3, dash: '6 3', word: 'supply minus' },
};

/** Every device and every wire of a plan; the list below says the same lead by lead. */
export function WiringDrawing({ wiring, name }: { wiring: Wiring; name: string }) {
  const layout = layoutWiring(wiring);
  const notes = wiring.leads.filter((lead) => lead.note);
  return (
    <DrawingFrame
      title="Wiring"
      name={`wiring of ${name}`}
      width={layout.width}
      height={layout.height + KEY_ROOM}
      minWidth={620}
      label={`Wiring: ${wiring.devices.length} devices, ${wiring.leads.length} leads; each is named in the list below`}
      below={<Connections wiring={wiring} open={notes.length > 0} />}
    >
      {layout.lines.map((line) => (
        <WireLine key={`${line.lead.id} ${line.wire.from} ${line.wire.to}`} line={line} />
      ))}
      {layout.boxes.map((box) => (
        <DeviceBox key={box.device.id} box={box} />
      ))}
      <Key y={layout.height + 8} roles={[...new Set(wiring.leads.flatMap((lead) => lead.wires.map((wire) => wire.role)))]} />
    </DrawingFrame>
  );
}

const KEY_ROOM = 20;

function WireLine({ line: { d, lead, wire, markX, markY } }: { line: Line }) {
  const { tone, width, dash } = LOOK[wire.role];
  return (
    <g>
      <path d={d} fill="none" strokeWidth={width} strokeDasharray={wire.removed ? '1 4' : dash} className={wire.removed ? 'stroke-stop' : tone} />
      {wire.removed && <path d={`M${markX - 4} ${markY - 4}l8 8m0 -8l-8 8`} fill="none" strokeWidth="2" className="stroke-stop" />}
      {wire === lead.wires.find((one) => one.swapped) && (
        <text x={markX} y={markY - PITCH - 8} textAnchor="middle" className="fill-ember" fontSize="10" fontWeight="600">
          swapped
        </text>
      )}
    </g>
  );
}

function DeviceBox({ box: { device, x, y, width, height, ports, words } }: { box: Box }) {
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} className="fill-sheet stroke-ink" strokeDasharray={device.removed ? '4 3' : undefined} />
      {words.map((line, i) => (
        <text key={line} x={x + 7} y={y + 15 + 13 * i} className="fill-ink" fontWeight="600">
          {line}
        </text>
      ))}
      {device.removed && (
        <text x={x + width / 2} y={y + height - 8} textAnchor="middle" className="fill-stop" fontWeight="600">
          out
        </text>
      )}
      {ports.map((port) => (
        <g key={`${port.name} ${port.side}`}>
          <circle cx={port.x} cy={port.y} r="2.5" className="fill-paper stroke-ink" />
          <text
            x={port.side === 'left' ? port.x + 7 : port.x - 7}
            y={port.y + 4}
            textAnchor={port.side === 'left' ? 'start' : 'end'}
            className="fill-ink"
            fontSize="10.5"
          >
            {port.label}
          </text>
        </g>
      ))}
      {channelWords(ports).map(({ word, at, side }) => (
        <text
          key={`${word} ${side}`}
          x={side === 'left' ? x + 24 : x + width - 24}
          y={at}
          textAnchor={side === 'left' ? 'start' : 'end'}
          className="fill-soft"
          fontSize="10"
        >
          {word}
        </text>
      ))}
    </g>
  );
}

/** The name of a plug of three, once beside its middle port: “throttle”. */
function channelWords(ports: Box['ports']): { word: string; at: number; side: 'left' | 'right' }[] {
  return ports.flatMap(({ name, y, side }) => {
    const word = /^(.+) \+$/.exec(name)?.[1];
    return word === undefined || word === 'lead' ? [] : [{ word, at: y + 4, side }];
  });
}

function Key({ y, roles }: { y: number; roles: Wire['role'][] }) {
  return (
    <g>
      {roles.map((role, i) => {
        const { tone, width, dash, word } = LOOK[role];
        const x = 8 + i * 102;
        return (
          <g key={role}>
            <path d={`M${x} ${y}h22`} fill="none" strokeWidth={width} strokeDasharray={dash} className={tone} />
            <text x={x + 27} y={y + 4} className="fill-soft" fontSize="10.5">
              {word}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The wiring as a list of connections. */
function Connections({ wiring, open }: { wiring: Wiring; open: boolean }) {
  const label = (end: string) => {
    const [id, port] = [end.slice(0, end.indexOf('.')), end.slice(end.indexOf('.') + 1)];
    return { device: wiring.devices.find((device) => device.id === id)!.label, port };
  };
  return (
    <Fold open={open} summary="As a list of connections">
      <ul>
        {wiring.leads.map((lead) => (
          <li key={lead.id} className="border-b border-rule py-0.5 last:border-0">
            <strong className="font-medium">{lead.label}</strong>
            {': '}
            {lead.wires
              .map((wire) => {
                const [from, to] = [label(wire.from), label(wire.to)];
                return `${from.device} ${from.port} to ${to.device} ${to.port}${wire.removed ? ' (out)' : wire.swapped ? ' (swapped)' : ''}`;
              })
              .join('; ')}
            .{lead.note && <span className="text-ember"> {lead.note}</span>}
          </li>
        ))}
      </ul>
    </Fold>
  );
}
