import type { Pane, PaneData } from '../../charts/pane-layout';

/** What one setup did, sample by sample. */
interface Setup<S> {
  letter: string;
  tone: Pane['tone'];
  samples: readonly S[];
}

export interface OverlaidPane<S> {
  label: string;
  unit: string;
  weight: number;
  digits: number;
  fromZero: boolean;
  of: (sample: S) => number;
  limits?: Pane['limits'];
}

const POINTS = 240;

/** Several setups on one axis, of time or distance: each is read at the same places, its last value held after its end. */
export function overlay<S>(setups: readonly Setup<S>[], panes: readonly OverlaidPane<S>[], xOf: (sample: S) => number): PaneData {
  const ends = setups.flatMap(({ samples }) => (samples.length > 0 ? [xOf(samples[samples.length - 1]!)] : []));
  const end = Math.max(1e-6, ...ends);
  const x = Array.from({ length: POINTS + 1 }, (_, i) => (end * i) / POINTS);
  return {
    x,
    panes: panes.flatMap(({ of, label, limits, ...rest }) =>
      setups.map((setup, i): Pane => ({
        ...rest,
        label: `${setup.letter} ${label}`,
        tone: setup.tone,
        y: readAt(setup.samples, of, xOf, x),
        ...(i === 0 ? (limits ? { limits } : {}) : { over: true as const }),
        ...(i % 2 === 1 ? { broken: true as const } : {}),
      })),
    ),
  };
}

function readAt<S>(samples: readonly S[], of: (sample: S) => number, xOf: (sample: S) => number, places: readonly number[]): number[] {
  if (samples.length === 0) return places.map(() => 0);
  let i = 0;
  return places.map((place) => {
    while (i < samples.length - 2 && xOf(samples[i + 1]!) <= place) i++;
    const [a, b] = [samples[i]!, samples[Math.min(i + 1, samples.length - 1)]!];
    const apart = xOf(b) - xOf(a);
    const share = apart > 0 ? Math.min(1, Math.max(0, (place - xOf(a)) / apart)) : 1;
    return of(a) + share * (of(b) - of(a));
  });
}
