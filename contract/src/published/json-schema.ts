import type { Schema } from 'joi';

type Json = Record<string, unknown>;

/** What `describe()` of Joi says of a schema, as far as Puddler's files use it. */
interface Described {
  type: string;
  flags?: { presence?: 'required' | 'forbidden'; only?: boolean; unknown?: boolean; description?: string };
  allow?: unknown[];
  rules?: { name: string; args?: { limit?: number; base?: number; comparator?: unknown; regex?: string } }[];
  keys?: Record<string, Described>;
  items?: Described[];
  patterns?: { rule: Described; schema: Described }[];
  dependencies?: { rel: string; key?: string; peers: string[] }[];
  matches?: Condition[];
  whens?: Condition[];
  metas?: { unit?: string; definition?: string; ref?: string }[];
}

type Condition = { ref: { path: string[] } } & Partial<Record<'is' | 'then' | 'otherwise', Described>> & {
    switch?: { is: Described; then: Described }[];
  };

const NEVER = { not: {} };

/** A JSON Schema (2020-12) that takes what a Joi schema takes, but for its `custom` rules. */
export function jsonSchemaOf(schema: Schema, head: Json): Json {
  const definitions: Json = {};

  const meta = (one: Described) => Object.assign({}, ...(one.metas ?? [])) as NonNullable<Described['metas']>[number];

  function converted(one: Described): Json {
    const { definition, ref } = meta(one);
    if (ref !== undefined) return { $ref: ref };
    if (definition === undefined) return plain(one);
    definitions[definition] ??= plain(one);
    return { $ref: `#/$defs/${definition}` };
  }

  function plain(one: Described): Json {
    const description = described(one);
    return { ...bare(one), ...(description === '' ? {} : { description }) };
  }

  function described(one: Described): string {
    const { unit = '' } = meta(one);
    const isCount = one.rules?.some(({ name }) => name === 'integer');
    return [one.flags?.description, unit === '' ? undefined : `${isCount ? 'number of' : 'in'} ${unit}`].filter(Boolean).join(', ');
  }

  function bare(one: Described): Json {
    const values = one.allow?.filter((value) => typeof value !== 'object' || value === null) ?? [];
    if (one.flags?.only) return values.length === 1 ? { const: values[0] } : { enum: values };
    switch (one.type) {
      case 'object':
        return objectOf(one);
      case 'array':
        return { type: 'array', ...(one.items?.[0] ? { items: converted(one.items[0]) } : {}), ...rulesOf(one, 'Items') };
      case 'alternatives':
        return chosen(one.matches![0]!, true);
      case 'number':
        return { type: values.includes(null) ? ['number', 'null'] : 'number', ...rulesOf(one, '') };
      case 'string':
        // Joi takes an empty text only where it is allowed by name.
        return { type: 'string', ...(values.includes('') ? {} : { minLength: 1 }), ...rulesOf(one, 'Length') };
      case 'boolean':
        return { type: 'boolean' };
      default:
        return {};
    }
  }

  function rulesOf({ rules = [] }: Described, of: 'Items' | 'Length' | ''): Json {
    const limits: Json = {};
    for (const { name, args = {} } of rules) {
      if (name === 'min' || name === 'max') limits[of === '' ? `${name}imum` : `${name}${of}`] = args.limit;
      else if (name === 'greater') limits['exclusiveMinimum'] = args.limit;
      else if (name === 'integer') limits['type'] = 'integer';
      else if (name === 'multiple') limits['multipleOf'] = args.base;
      else if (name === 'pattern') limits['pattern'] = args.regex!.replace(/^\/|\/$/g, '');
      else if (name === 'unique' && args.comparator === undefined) limits['uniqueItems'] = true;
    }
    return limits;
  }

  function objectOf(one: Described): Json {
    const keys = Object.entries(one.keys ?? {});
    const required = keys.filter(([, key]) => key.flags?.presence === 'required').map(([name]) => name);
    const pattern = one.patterns?.[0];
    const all = [
      ...(one.dependencies ?? []).map(dependent),
      ...keys.flatMap(([name, key]) => (key.whens ?? []).map((when) => onKey(name, key, when))),
    ];
    return {
      type: 'object',
      ...(keys.length > 0 ? { properties: Object.fromEntries(keys.map(([name, key]) => [name, key.whens ? {} : converted(key)])) } : {}),
      ...(pattern
        ? { propertyNames: converted(pattern.rule), additionalProperties: converted(pattern.schema) }
        : one.flags?.unknown
          ? {}
          : { additionalProperties: false }),
      ...(required.length > 0 ? { required } : {}),
      ...(all.length > 0 ? { allOf: all } : {}),
    };
  }

  function dependent({ rel, key, peers }: NonNullable<Described['dependencies']>[number]): Json {
    const given = peers.map((peer) => ({ required: [peer] }));
    if (rel === 'or') return { anyOf: given };
    if (rel === 'xor') return { oneOf: given };
    if (rel === 'with') return { dependentRequired: { [key!]: peers } };
    return { dependentRequired: Object.fromEntries(peers.map((peer) => [peer, peers.filter((other) => other !== peer)])) };
  }

  const has = (path: string[], is: Described): Json => ({ properties: { [path[0]!]: bare(is) }, required: [path[0]] });

  /** What a value has to be by a figure of its own. */
  function chosen({ ref, ...condition }: Condition, isWhole: boolean): Json {
    const cases = condition.switch ?? [{ is: condition.is!, then: condition.then! }];
    const last = condition.otherwise ? converted(condition.otherwise) : isWhole ? NEVER : {};
    return cases.reduceRight<Json>((otherwise, { is, then }) => ({ if: has(ref.path, is), then: converted(then), else: otherwise }), last);
  }

  /** What a key has to be by one beside it. */
  function onKey(name: string, key: Described, { ref, is, then, otherwise }: Condition): Json {
    const { whens: _, ...usual } = key;
    const side = (branch: Described | undefined): Json => {
      const one = branch ?? usual;
      if (one.flags?.presence === 'forbidden') return { properties: { [name]: false } };
      return { properties: { [name]: converted(one) }, ...(one.flags?.presence === 'required' ? { required: [name] } : {}) };
    };
    return { if: has(ref.path, is!), then: side(then), else: side(otherwise) };
  }

  const whole = converted(schema.describe() as Described);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    ...head,
    ...whole,
    ...(Object.keys(definitions).length > 0 ? { $defs: definitions } : {}),
  };
}
