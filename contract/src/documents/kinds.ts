import { CAR } from './car/car';
import { DAY } from './day/day';
import { FITTING } from './fitting/fitting';
import { schemaVersionOf, type Kind, type ListName } from './kind';
import { PART } from './part/part';
import { PLAN } from './plan/plan';
import { PURCHASE } from './purchase/purchase';
import { LEARNED } from './learned/learned';
import { LADDER } from './ladder/ladder';
import { RUN } from './run/run';
import { WISH } from './wish/wish';

/** Every kind of document. Parents stand before their children: they are written in this order. */
export const KINDS = {
  car: CAR,
  plan: PLAN,
  wish: WISH,
  purchase: PURCHASE,
  fitting: FITTING,
  ladder: LADDER,
  run: RUN,
  learned: LEARNED,
  day: DAY,
  part: PART,
};

export type KindName = keyof typeof KINDS;
/** What documents of a kind hold; of several kinds, what any of them holds. */
export type BodyOf<K extends KindName> = K extends KindName ? ((typeof KINDS)[K] extends Kind<infer Body> ? Body : never) : never;

export const KIND_NAMES = Object.keys(KINDS) as KindName[];

/** What is known of a kind, for code that treats all kinds alike. */
export const kindOf = (name: KindName): Kind<unknown> => KINDS[name] as Kind<unknown>;
export const parentOf = (name: KindName): KindName | undefined => kindOf(name).parent as KindName | undefined;
export const kindsOfList = (list: ListName): KindName[] => KIND_NAMES.filter((name) => kindOf(name).list === list);
export const isKindName = (name: string): name is KindName => Object.hasOwn(KINDS, name);

/** What every kept document has: `version` counts its writes, from 1; deleting and restoring are writes. Times are ISO 8601. */
export interface Doc<K extends KindName = KindName> {
  id: string;
  version: number;
  createdAt: string;
  updatedAt: string;
  /** The document it belongs to, where its kind has a parent. */
  parentId?: string;
  body: BodyOf<K>;
}

/** All documents of one list that are not deleted, oldest first, and those that cannot be read. */
export interface DocList {
  documents: { [K in KindName]?: Doc<K>[] };
  setAside: SetAside[];
}

/** So many documents of a list as were asked for; `next` is where it goes on, left out at its end. */
export interface DocPiece extends DocList {
  next?: string;
}

/** What a list shows of a plan before its car is looked at. */
export interface PlanName {
  id: string;
  name: string;
}

/** Cars in pieces, as a page begins with them: the names of their plans by car, and nothing else that belongs to them. */
export interface CarPiece extends DocPiece {
  plans: Record<string, PlanName[]>;
}

/** More documents than this in one piece would hold up their reader. */
export const MOST_IN_PIECE = 1000;

/** A document that the data folder holds but cannot be shown; it stays as it is. */
export interface SetAside {
  /** Of a later release it may be one that is not known here. */
  kind: string;
  id: string;
  /** As far as it is legible. */
  name?: string;
  why: 'broken' | 'newer-release';
}

/** The schema versions of all kinds: pages and servers of which these differ do not take documents from each other unchecked. */
export const SCHEMAS = KIND_NAMES.map((name) => `${name}${schemaVersionOf(kindOf(name) as Kind<never>)}`).join('.');
