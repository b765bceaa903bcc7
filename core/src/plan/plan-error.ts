/** A plan that cannot be resolved: which field, what it holds, what is allowed. */
export class PlanError extends RangeError {
  constructor(
    readonly path: string,
    readonly value: unknown,
    readonly allowed: string,
  ) {
    super(`${path}: ${allowed}`);
    this.name = 'PlanError';
  }
}
