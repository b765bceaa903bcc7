import { amend } from '@puddler/core';
import { ENVELOPE_EVERY, type Budget } from '@puddler/contract/shared';
import { Button } from '../../ui/Button';
import { FigureField } from '../../active/FigureField';
import { isDay, today } from './envelopes';
import type { Buying } from './use-buy';
import { Input } from '../../ui/Input';
import { Select } from '../../ui/Select';

const USUAL: Omit<Budget, 'from'> = { amount: 40, every: 'week' };

/** How much there is to spend, and when: one sentence, each figure in place. */
export function BudgetSentence({ buying }: { buying: Buying }) {
  const { purchase, change } = buying;
  const { budget } = purchase;
  const set = (next: Parameters<typeof amend<Budget>>[1] | undefined, label: string) =>
    change(({ budget: before, ...noted }) => (next && before ? { ...noted, budget: amend(before, next) } : noted), label, label);
  if (!budget)
    return (
      <p className="flex flex-wrap items-center gap-2 text-body">
        <span className="text-soft">With an envelope a week or a month you see what to buy first, and when it runs.</span>
        <Button onClick={() => change((noted) => ({ ...noted, budget: { ...USUAL, from: today() } }), 'an envelope')}>Set an envelope</Button>
      </p>
    );
  return (
    <div className="flex flex-wrap items-start gap-x-2 gap-y-1 text-body print:hidden">
      <FigureField
        named
        label="An envelope of"
        path="budget.amount"
        value={budget.amount}
        className="w-14"
        onSet={(amount) => set({ amount: amount ?? 0 }, 'envelope')}
      />
      <label className="flex items-center gap-1.5">
        each
        <Select size="small" value={budget.every} onChange={(event) => set({ every: event.target.value as Budget['every'] }, 'how often')}>
          {ENVELOPE_EVERY.map((every) => (
            <option key={every}>{every}</option>
          ))}
        </Select>
      </label>
      <label className="flex items-center gap-1.5">
        from
        <Input
          type="date"
          size="small"
          key={budget.from}
          defaultValue={budget.from}
          onBlur={({ target }) =>
            isDay(target.value) ? target.value !== budget.from && set({ from: target.value }, 'first envelope') : (target.value = budget.from)
          }
        />
      </label>
      <FigureField
        named
        label="with"
        path="budget.start"
        value={budget.start}
        placeholder="0"
        className="w-12"
        onSet={(start) => set({ start }, 'money in hand')}
      />
      <span className="pt-1">in hand</span>
      <FigureField
        named
        label="wish: at most"
        path="budget.wish"
        value={budget.wish}
        placeholder="any"
        className="w-14"
        onSet={(wish) => set({ wish }, 'wish')}
      />
      <Button tone="quiet" className="h-7" onClick={() => set(undefined, 'no envelope')}>
        No envelope
      </Button>
    </div>
  );
}
