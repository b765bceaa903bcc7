import { ERRORS, type ErrorBody, type ErrorCode, type Newer, type Problem } from '@puddler/contract';

/** An error from the catalogue: safe to show. Anything else thrown becomes `internal`. */
export class AppError extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly details: { problems?: Problem[]; newer?: Newer } = {},
  ) {
    super(ERRORS[code].message);
    this.name = 'AppError';
  }

  get status(): number {
    return ERRORS[this.code].status;
  }

  body(): ErrorBody {
    const { message, mend } = ERRORS[this.code];
    return { error: { code: this.code, message, mend, ...this.details } };
  }
}
