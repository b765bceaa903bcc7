import type { PlanBody } from '../../plan-body';
import type { Kind } from '../kind';

export const PLAN: Kind<PlanBody> = {
  path: 'plans',
  noun: 'plan',
  list: 'garage',
  parent: 'car',
  nameOf: ({ name }) => name,
  memberIds: {},
  marks: ['measured', 'usualParts', 'gearing.typical'],
  migrations: [],
};
