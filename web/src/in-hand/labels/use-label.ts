import { PART_FIELDS, partFields, partValue, rangeText } from '@puddler/contract/shared';
import { partFromLabel, readLabel, type LabelKind, type LabelReading, type Part, type ReadFields } from '@puddler/core';
import { foreignCurrencyText, priceIn } from '@puddler/figures';
import { useMemo, useState } from 'react';

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
  /** What the label would still have to say. */
  missing: string[];
  /** What cannot be: contradictions on the label, figures out of range. */
  problems: string[];
  /** What is not taken of the label, and why; the rest of it is. */
  notTaken: string | undefined;
}

/** Reads a label as it is typed. Without a kind, that is detected from the words. `guessesSize` makes a part of a motor whose digits have two meanings. */
export function useLabel(kind?: LabelKind, { guessesSize = false } = {}): LabelInHand {
  const [text, setText] = useState('');
  const [answer, setAnswer] = useState<ReadFields>();
  // The label is read without its price, which is the builder's currency's or nobody's.
  const { price, rest, foreign } = priceIn(text);
  const reading = useMemo(() => {
    if (text.trim() === '') return undefined;
    const read = readLabel(rest, kind);
    return { ...read, price: foreign === undefined ? (price ?? read.price) : undefined };
  }, [text, rest, kind, price, foreign]);
  // Until the builder says what a code measures, the first reading of it stands in: what was understood is not lost over it.
  const taken = answer ?? (guessesSize ? reading?.question?.choices[0]?.fields : undefined);
  const made = useMemo(() => (reading ? partFromLabel(rest, reading, taken) : { parts: [], missing: [] }), [rest, reading, taken]);
  const problems = useMemo(() => [...(reading?.problems ?? []), ...made.parts.flatMap(outOfRange)], [reading, made]);
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
