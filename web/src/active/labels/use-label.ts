import { PART_FIELDS, partFields, partValue, rangeText } from '@puddler/contract/shared';
import {
  partFromLabel,
  readKit,
  readLabel,
  type KitPart,
  type LabelKind,
  type LabelReading,
  type Part,
  type PartStatus,
  type ReadFields,
  type UsualPart,
} from '@puddler/core';
import { foreignCurrencyText, priceIn } from '@puddler/figures';
import { useMemo, useState } from 'react';
import { wordFor } from '../../ui/words';

/** A label that is being typed: how it is read, and the parts it makes. */
export interface LabelInHand {
  text: string;
  setText: (text: string) => void;
  /** Undefined while nothing is typed. */
  reading: LabelReading | undefined;
  answer: ReadFields | undefined;
  /** What stands in for the answer where there is none yet. */
  taken: ReadFields | undefined;
  setAnswer: (fields: ReadFields) => void;
  parts: Part[];
  /** Of which of them the main figure is only usual. */
  usual: UsualPart[];
  /** The parts of a line that a shop sells as one, each with what it would still have to say. */
  kit: KitPart[] | undefined;
  /** What the label would still have to say. */
  missing: string[];
  /** What cannot be: contradictions on the label, figures out of range. */
  problems: string[];
  /** What is not taken of the label, and why; the rest of it is. */
  notTaken: string | undefined;
}

interface Options {
  /** Makes a part of a motor whose digits have two meanings. */
  guessesSize?: boolean;
  /** Whether its parts are owned or only considered. */
  status?: PartStatus;
}

/** What a number alone counts in a field of these parts: it can be nothing else there. */
const COUNTS: Partial<Record<LabelKind, string>> = { gears: 'T', esc: 'A' };
const withUnit = (text: string, kind: LabelKind | undefined): string =>
  kind && COUNTS[kind] && /^\s*\d+\s*$/.test(text) ? `${text.trim()}${COUNTS[kind]}` : text;

/** Reads a label as it is typed. Without a kind, that is detected from the words, and what is sold as one is several parts. */
export function useLabel(kind?: LabelKind, { guessesSize = false, status }: Options = {}): LabelInHand {
  const [text, setText] = useState('');
  const [answer, setAnswer] = useState<ReadFields>();
  // The label is read without its price, which is the builder's currency's or nobody's.
  const { price, rest: typed, foreign } = priceIn(text);
  const rest = withUnit(typed, kind);
  const reading = useMemo(() => {
    if (text.trim() === '') return undefined;
    const read = readLabel(rest, kind);
    return { ...read, price: foreign === undefined ? (price ?? read.price) : undefined };
  }, [text, rest, kind, price, foreign]);
  // Until the builder says what a code measures, the first reading of it stands in: what was understood is not lost over it.
  const taken = answer ?? (guessesSize ? reading?.question?.choices[0]?.fields : undefined);
  const kit = useMemo(() => (kind === undefined ? readKit(rest, reading?.price, status) : undefined), [kind, rest, reading, status]);
  const made = useMemo(() => {
    if (!kit) return reading ? partFromLabel(rest, reading, taken, status) : { parts: [], usual: [], missing: [] };
    const missing = kit.flatMap((one) => one.missing.map((word) => `${word} of the ${wordFor(one.kind)}`));
    if (missing.length > 0) return { parts: [], usual: [], missing };
    return { parts: kit.flatMap(({ parts }) => parts), usual: kit.flatMap(({ usual }) => usual), missing };
  }, [kit, rest, reading, taken, status]);
  const problems = useMemo(
    () => [...(kit ? kit.flatMap((one) => one.problems) : (reading?.problems ?? [])), ...made.parts.flatMap(outOfRange)],
    [kit, reading, made],
  );
  return {
    text,
    setText: (next) => {
      setText(next);
      setAnswer(undefined);
    },
    reading,
    answer,
    taken,
    setAnswer,
    parts: problems.length > 0 ? [] : made.parts,
    usual: problems.length > 0 ? [] : made.usual,
    kit,
    missing: made.missing,
    problems,
    notTaken: foreign === undefined ? undefined : `the price: ${foreignCurrencyText(foreign)}`,
  };
}

/** Figures of a part outside their sane range, in words. */
function outOfRange(part: Part): string[] {
  return partFields(part.kind).flatMap(({ path, label, range }) => {
    const value = partValue(part, path);
    if (!range || typeof value !== 'number') return [];
    const bad = value < range.min || value > range.max || (range.integer === true && !Number.isInteger(value));
    return bad ? [`${label} ${value} cannot be; allowed: ${rangeText(range)}`] : [];
  });
}

/** The word for a field of a reading. */
export function labelOf(field: string): string {
  if (field === 'pinion' || field === 'spur') return field;
  return PART_FIELDS.find((one) => one.path === `spec.${field}`)?.label ?? field;
}
