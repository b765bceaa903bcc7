import Joi from 'joi';
import { LONGEST_FILE_NAME } from './files';

/** An id: a UUID in its one usual form, so that no two spellings name the same document. */
export const uuid = Joi.string().guid({ separator: '-', wrapper: false }).lowercase();

/** The name of a file in the data folder: SHA-256 in small hexadecimal digits. */
export const hash = Joi.string().pattern(/^[0-9a-f]{64}$/, 'hash');

const MOST_FILE_BYTES = 1024 ** 3;

export const fileRefKeys = {
  hash: hash.required(),
  type: Joi.string().max(120).required(),
  bytes: Joi.number().integer().min(1).max(MOST_FILE_BYTES).required(),
  name: Joi.string().min(1).max(LONGEST_FILE_NAME),
};
