import Joi from 'joi';
import { LONGEST_FILE_NAME } from './files';

/** An id: a UUID in its one usual form, so that no two spellings name the same document. */
export const uuid = Joi.string().guid({ separator: '-', wrapper: false }).lowercase();

const isDay = (text: string): boolean => {
  const at = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 10) === text;
};

/** A day of the calendar, as 2026-05-31. */
export const day = Joi.string().custom((text: string, helpers) => (isDay(text) ? text : helpers.error('day')));

/** The name of a file in the data folder: SHA-256 in small hexadecimal digits. */
export const hash = Joi.string().pattern(/^[0-9a-f]{64}$/, 'hash');

const MOST_FILE_BYTES = 1024 ** 3;

export const fileRefKeys = {
  hash: hash.required(),
  type: Joi.string().max(120).required(),
  bytes: Joi.number().integer().min(1).max(MOST_FILE_BYTES).required(),
  name: Joi.string().min(1).max(LONGEST_FILE_NAME),
};
