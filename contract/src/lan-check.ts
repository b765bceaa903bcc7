import Joi from 'joi';
import type { Checked } from './checked';
import { checkWith } from './joi-problems';
import { LONGEST_DEVICE_NAME, SECRET_HEX } from './lan';
import { oneOf } from './schema-words';

/** What a device asks to be let in with. */
export interface PairingAsked {
  secret?: string;
  code?: string;
  name: string;
}

const token = Joi.string()
  .pattern(/^[0-9a-f]+$/)
  .length(SECRET_HEX);
/** Longer than any code with the spaces and dashes that people type. */
const MOST_TYPED = 30;

const asked = Joi.object<PairingAsked, true>({
  secret: token,
  code: Joi.string().max(MOST_TYPED),
  name: Joi.string().min(1).max(LONGEST_DEVICE_NAME).required(),
}).xor('secret', 'code');

export const checkPairingAsked = (body: unknown): Checked<PairingAsked> => checkWith(asked, body);

export const checkPairingToken = (body: unknown): Checked<{ token: string }> => checkWith(Joi.object({ token: token.required() }), body);

export const checkPairingAnswer = (body: unknown): Checked<{ answer: 'yes' | 'no' }> =>
  checkWith(Joi.object({ answer: oneOf(['yes', 'no']).required() }), body);

/** Whether the local network is to be served, and where; left out, at the first address. */
export interface LanAsked {
  isOn: boolean;
  address?: string;
  /** Left out: plain HTTP. */
  isTls?: boolean;
}

export const checkLanAsked = (body: unknown): Checked<LanAsked> =>
  checkWith(
    Joi.object<LanAsked, true>({ isOn: Joi.boolean().required(), address: Joi.string().ip({ cidr: 'forbidden' }), isTls: Joi.boolean() }),
    body,
  );
