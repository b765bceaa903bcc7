import type { ParameterizedContext } from 'koa';
import { boundsProblem } from '@puddler/contract';
import rawBody from 'raw-body';
import { yieldToEventLoop } from '../event-loop';
import { AppError } from './app-error';

/** How large a body may be, and how much may be in it: what is checked afterwards takes its time by the value. */
export interface BodyLimit {
  bytes: number;
  values: number;
}

const MB = 1024 * 1024;
/** One document or a plan file: some hundred values. */
export const USUAL_BODY: BodyLimit = { bytes: MB, values: 20_000 };
/** A whole CSV file of parts: 20,000 with some thirty figures each. */
export const LARGE_BODY: BodyLimit = { bytes: 16 * MB, values: 800_000 };

/**
 * The JSON that a request carries; undefined when it carries nothing. Size, depth and number of values are bounded before it
 * is read. Throws `too-large`, `unsupported-type`, `unsupported-encoding`, `bad-json`, `bad-document`.
 */
export async function jsonBody(ctx: ParameterizedContext, limit: BodyLimit): Promise<unknown> {
  const encoding = ctx.get('content-encoding').toLowerCase();
  if (encoding !== '' && encoding !== 'identity') throw new AppError('unsupported-encoding');
  const isJson = ctx.is('json') !== false;
  // A request without a type may have no body at all, which is known only once it is read.
  if (!isJson && ctx.get('content-type') !== '') throw new AppError('unsupported-type');
  const bytes = await rawBody(ctx.req, { length: ctx.request.length ?? null, limit: limit.bytes });
  if (bytes.length === 0) return undefined;
  if (!isJson) throw new AppError('unsupported-type');
  const tooMuch = boundsProblem(bytes, limit.values);
  if (tooMuch) throw new AppError('bad-document', { problems: [tooMuch] });
  // Counting, decoding and reading a large text each take a while: others are answered in between.
  if (bytes.length > MB) await yieldToEventLoop();
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    throw new AppError('bad-json');
  }
}
