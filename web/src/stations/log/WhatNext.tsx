import { formatNumber } from '@puddler/figures';
import { NEXT_ANSWERS, type NextAnswer, type NextMeasurement, type PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import { nextJob } from '../../jobs/log-jobs';
import { useJob } from '../../jobs/use-job';
import { Choice } from '../../ui/Choice';
import { Failed } from '../../ui/Failed';
import { Fold } from '../../ui/Fold';

const WORDS: Record<NextAnswer, string> = { topSpeedMs: 'top speed', packCurrentA: 'amps', maxCanC: 'can' };
/** What is left to gain beyond these is little. */
const SHOWN = 4;
const share = (width: number) => `±${formatNumber(50 * width, width < 0.1 ? 1 : 0, true)} %`;

/** What to measure next to be surer of an answer, and how. */
export function WhatNext({ file }: { file: PlanFile }) {
  const [answer, setAnswer] = useState<NextAnswer>('topSpeedMs');
  const question = useMemo(() => ({ plan: file, answer }), [file, answer]);
  const asked = useJob(nextJob, question);
  return (
    <div>
      <div className="flex flex-wrap items-center gap-2">
        <h3 className="eyebrow text-soft">What to measure next, for the</h3>
        {NEXT_ANSWERS.map((one) => (
          <Choice key={one} on={answer === one} onClick={() => setAnswer(one)}>
            {WORDS[one]}
          </Choice>
        ))}
      </div>
      {asked.state === 'waiting' && <p className="py-1 text-body text-soft">Weighing what would tell most …</p>}
      {asked.state === 'failed' && <Failed what="It could not be weighed" reason={asked.reason} onRetry={asked.retry} />}
      {asked.state === 'ready' && asked.value.length === 0 && (
        <p className="py-1 text-body text-soft">Nothing would make this plan’s {WORDS[answer]} notably surer.</p>
      )}
      {asked.state === 'ready' && asked.value.length > 0 && (
        <>
          <Measurement one={asked.value[0]!} />
          {asked.value.length > 1 && (
            <Fold summary="What else would tell something" className="mt-1">
              {asked.value.slice(1, SHOWN).map((one) => (
                <Measurement key={one.id} one={one} />
              ))}
            </Fold>
          )}
        </>
      )}
    </div>
  );
}

function Measurement({ one: { what, how, before, after } }: { one: NextMeasurement }) {
  return (
    <p className="border-b border-rule py-1 text-body">
      <span className="flex flex-wrap justify-between gap-x-3">
        <strong className="font-medium">{what}</strong>
        <span className="whitespace-nowrap text-soft">
          {share(before)} → <strong className="font-semibold text-ink">{share(after)}</strong>
        </span>
      </span>
      <span className="text-soft">{how}</span>
    </p>
  );
}
