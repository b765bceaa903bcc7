import { BUY_GROUPS, CHANGES, FAVOURS } from '@puddler/core';
import Joi from 'joi';
import { day } from '../../joi-parts';
import { checkWith } from '../../joi-problems';
import { name, number, oneOf } from '../../schema-words';
import {
  ENVELOPE_EVERY,
  LINE_STATES,
  MOST_LINES,
  type Budget,
  type Bundle,
  type LineNote,
  type OldPart,
  type OwnLine,
  type Purchase,
} from './purchase';

const list = (member: Joi.Schema, id = 'id') => Joi.array().items(member).unique(id).max(MOST_LINES);

const line = Joi.object<LineNote, true>({
  id: name.required(),
  state: oneOf(LINE_STATES),
  price: number('lines.price'),
  shop: name,
  bundle: name,
  buyOn: day,
});

const own = Joi.object<OwnLine, true>({
  id: name.required(),
  what: name.required(),
  count: number('own.count').required(),
  group: oneOf(BUY_GROUPS).required(),
});

const bundle = Joi.object<Bundle, true>({ id: name.required(), name: name.required(), price: number('bundles.price').required() });
const sale = Joi.object<OldPart, true>({ id: oneOf(CHANGES).required(), price: number('sales.price').required() });

const budget = Joi.object<Budget, true>({
  amount: number('budget.amount').required(),
  every: oneOf(ENVELOPE_EVERY).required(),
  from: day.required(),
  start: number('budget.start'),
  wish: number('budget.wish'),
  skipped: list(Joi.object({ day: day.required() }), 'day'),
});

const schema = Joi.object<Purchase, true>({
  lines: list(line).required(),
  own: list(own).required(),
  bundles: list(bundle).required(),
  sales: list(sale).required(),
  budget,
  favours: oneOf(FAVOURS),
});

export const checkPurchase = (body: unknown) => checkWith<Purchase>(schema, body);
