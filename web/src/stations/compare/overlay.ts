import type { Pane, PaneData } from '../../charts/pane-layout';

/** One setup's course over time. */
export interface Course {
  letter: string;
  tone: Pane['tone'];
  samples: readonly { timeS: number }[];
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

/** Several courses on one axis of time: each is read at the same moments, its last value held after its end. */
export function overlay<S extends { timeS: number }>(
  courses: readonly (Omit<Course, 'samples'> & { samples: readonly S[] })[],
  panes: readonly OverlaidPane<S>[],
  secondsPerX: number,
): PaneData {
  const end = Math.max(1e-6, ...courses.map((course) => course.samples[course.samples.length - 1]?.timeS ?? 0));
  const times = Array.from({ length: POINTS + 1 }, (_, i) => (end * i) / POINTS);
  return {
    x: times.map((time) => time / secondsPerX),
    panes: panes.flatMap(({ of, label, limits, ...rest }) =>
      courses.map((course, i): Pane => ({
        ...rest,
        label: `${course.letter} ${label}`,
        tone: course.tone,
        y: readAt(course.samples, of, times),
        ...(i === 0 ? (limits ? { limits } : {}) : { over: true as const }),
        ...(i % 2 === 1 ? { broken: true as const } : {}),
      })),
    ),
  };
}

function readAt<S extends { timeS: number }>(samples: readonly S[], of: (sample: S) => number, times: readonly number[]): number[] {
  if (samples.length === 0) return times.map(() => 0);
  let i = 0;
  return times.map((time) => {
    while (i < samples.length - 2 && samples[i + 1]!.timeS <= time) i++;
    const [a, b] = [samples[i]!, samples[Math.min(i + 1, samples.length - 1)]!];
    const share = b.timeS > a.timeS ? Math.min(1, Math.max(0, (time - a.timeS) / (b.timeS - a.timeS))) : 1;
    return of(a) + share * (of(b) - of(a));
  });
}
