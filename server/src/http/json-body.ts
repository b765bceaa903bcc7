import type { ParameterizedContext } from 'koa';
import { setImmediate as breath } from 'node:timers/promises';
import { problem } from '@puddler/contract';
import rawBody from 'raw-body';
import { AppError } from './app-error';
import { COUNTED_NAMES, measureJson } from './measure-json';

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

/** Deeper than any document, and shallow enough for whatever walks through it. */
const MOST_DEPTH = 16;
/** More fields than any object has that is kept. */
const MOST_KEYS = 200;

/**
 * The JSON that a request carries; undefined when it carries nothing. Size, depth and number of values are bounded before it
 * is read. Throws `too-large`, `unsupported-type`, `unsupported-encoding`, `bad-json`, `bad-document`.
 */
export async function jsonBody(ctx: ParameterizedContext, limit: BodyLimit): Promise<unknown> {
  const encoding = ctx.get('content-encoding').toLowerCase();
  if (encoding !== '' && encoding !== 'identity') throw new AppError('unsupported-encoding');
  const isJson = ctx.is('json') !== false;
  // Whoever names no type may have sent nothing at all; nobody knows before the body is read.
  if (!isJson && ctx.get('content-type') !== '') throw new AppError('unsupported-type');
  const bytes = await rawBody(ctx.req, { length: ctx.request.length ?? null, limit: limit.bytes });
  if (bytes.length === 0) return undefined;
  if (!isJson) throw new AppError('unsupported-type');
  const { depth, keys, values, names } = measureJson(bytes);
  const refuse = (what: string, value: number, allowed: string) => {
    throw new AppError('bad-document', { problems: [problem(what, value, allowed)] });
  };
  if (depth > MOST_DEPTH) refuse('depth', depth, `at most ${MOST_DEPTH} groups inside one another`);
  if (keys > MOST_KEYS) refuse('fields of one group', keys, `at most ${MOST_KEYS}`);
  if (names > COUNTED_NAMES) refuse('names of fields', names, `at most ${COUNTED_NAMES} different ones`);
  if (values > limit.values) refuse('values', values, `at most ${limit.values} in one request`);
  // Counting, decoding and reading a large text each take a while: others are answered in between.
  if (bytes.length > MB) await breath();
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    throw new AppError('bad-json');
  }
}
