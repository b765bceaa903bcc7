import type { FigurePath } from './figure-path';
import type { UsualPart } from './plan-file';
import { usualPartAt } from './usual-parts';

/** Where a figure came from; `typical` is what the kind of car usually has. `rule` says in words how one was made that was not given as it is. */
export type Source = 'measured' | 'learned' | 'label' | 'typical' | 'estimated';

export interface Origin {
  source: Source;
  /** Of a learned figure: where it came from before any run. */
  was?: Exclude<Source, 'learned'>;
  rule?: string;
  /** The figure as used, in the plan file's unit. */
  value: unknown;
}

/** By the figure's path in the plan file (`motor.resistanceOhm`, `packs[0].massG`). */
export type Provenance = { [Path in FigurePath]?: Origin };

/** Collects origins while a plan is resolved: each figure is either given or filled by a rule. */
export class ProvenanceLog {
  readonly origins: Provenance = {};
  private readonly measured: ReadonlySet<string>;
  private readonly typical: ReadonlySet<string>;

  /** `typical` are paths, `usualParts` parts of which every given figure is only typical. */
  constructor(
    measured: readonly string[] = [],
    typical: readonly string[] = [],
    private readonly usualParts: readonly UsualPart[] = [],
  ) {
    this.measured = new Set(measured);
    this.typical = new Set(typical);
  }

  /** Returns `given` and marks it with `source`, or calls `fill` and marks its result estimated by `rule`. */
  take<T>(path: FigurePath, given: T | undefined, source: Source, rule: string, fill: () => T): T {
    if (given !== undefined) {
      this.given(path, source, given);
      return given;
    }
    const value = fill();
    this.origins[path] = { source: 'estimated', rule, value };
    return value;
  }

  /** Marks a figure that the plan must hold; `rule` where another follows from it. */
  given(path: FigurePath, source: Source, value: unknown, rule?: string): void {
    this.origins[path] = {
      source: this.measured.has(path) ? 'measured' : this.isTypical(path) ? 'typical' : source,
      value,
      ...(rule === undefined ? {} : { rule }),
    };
  }

  private isTypical(path: FigurePath): boolean {
    const part = this.usualParts.length > 0 ? usualPartAt(path) : undefined;
    return this.typical.has(path) || (part !== undefined && this.usualParts.includes(part));
  }
}
