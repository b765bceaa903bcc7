import { newId, type ErrorBody } from '@puddler/contract/shared';

/** The name of this page: the server does not tell it what it did itself. */
export const PAGE = newId();

const ANSWER_MS = 15_000;

export interface Asked {
  method?: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** Sent as JSON. */
  json?: unknown;
  /** Sent as it is. */
  body?: Blob | string;
  type?: string;
  timeoutMs?: number;
  /** As the server has it now: what the browser kept of it does not do. */
  isFresh?: boolean;
  /** In the name of another page than this one: a worker asks for the page that it works for. */
  page?: string;
}

/** The server answered, and not with what was asked. */
export class RequestFailed extends Error {
  constructor(
    readonly status: number,
    /** What it says is wrong, where it says so. */
    readonly error: ErrorBody['error'] | undefined,
  ) {
    super(error ? `${error.message} ${error.mend}` : `The server answered ${status}.`);
  }
}

/** Names an answer that the browser kept and gives in the server’s place (service-worker.js). */
const KEPT = 'x-kept';
let keptGiven: () => void = () => undefined;

/** Calls this whenever the browser gave what it kept, which may be old, in the place of a server that is out of reach. */
export function whenKeptGiven(call: () => void): void {
  keptGiven = call;
}

/**
 * What the server answers to a path below `/api`. Throws `RequestFailed` for any answer that is none, and what `fetch` throws where the server is out of reach
 * or takes too long.
 */
export async function request<T>(
  path: string,
  { method = 'GET', json, body, type, timeoutMs = ANSWER_MS, isFresh = false, page = PAGE }: Asked = {},
): Promise<T> {
  const sent = json === undefined ? body : JSON.stringify(json);
  const sentType = json === undefined ? type : 'application/json';
  const answer = await fetch(`/api/${path}`, {
    method,
    headers: { 'x-page': page, ...(sentType === undefined ? {} : { 'content-type': sentType }) },
    signal: AbortSignal.timeout(timeoutMs),
    ...(sent === undefined ? {} : { body: sent }),
    ...(isFresh ? { cache: 'no-cache' } : {}),
  });
  if (answer.headers.has(KEPT)) keptGiven();
  const text = await answer.text();
  if (!answer.ok) throw new RequestFailed(answer.status, errorIn(text));
  return (text === '' ? undefined : JSON.parse(text)) as T;
}

function errorIn(text: string): ErrorBody['error'] | undefined {
  try {
    return (JSON.parse(text) as Partial<ErrorBody> | null)?.error;
  } catch {
    return undefined;
  }
}

/** The catalogue’s error in a request that failed; undefined where the server could not be reached, or another answered in its place. */
export function errorOf(cause: unknown): (ErrorBody['error'] & { status: number }) | undefined {
  return cause instanceof RequestFailed && cause.error ? { ...cause.error, status: cause.status } : undefined;
}
