import { ChevronLeft, ChevronRight, TriangleAlert, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { useAwake } from '../../ui/use-awake';
import { PHASE_WORDS } from './fit-text';
import { Reading, StepWarnings } from './FitStep';
import type { FitRow } from '../../active/noted/fit-progress';
import type { AtBench } from './use-fit';
import { Said } from '../../active/Said';

/** One step a screen in big type: a thumb or the space bar ticks it and goes on, arrows move. The screen is kept awake. */
export default function BenchMode({ bench, onClose }: { bench: AtBench; onClose: () => void }) {
  const { rows } = bench;
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      rows.findIndex((row) => row.state !== 'done'),
    ),
  );
  useAwake();
  const row = rows[Math.min(at, rows.length - 1)]!;
  const { step } = row;
  const move = (by: number) => setAt(Math.min(rows.length - 1, Math.max(0, at + by)));
  const done = () => {
    if (row.state !== 'done') bench.tick(row, true);
    move(1);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col bg-paper"
          onKeyDown={(event) => {
            if (event.target instanceof HTMLInputElement) return;
            if (event.key === ' ') {
              event.preventDefault();
              done();
            }
            if (event.key === 'ArrowRight') move(1);
            if (event.key === 'ArrowLeft') move(-1);
          }}
        >
          <div className="flex items-center justify-between border-b border-rule px-4 py-2">
            <span className="eyebrow text-soft">
              {PHASE_WORDS[step.phase]} · {at + 1} of {rows.length}
            </span>
            <Dialog.Close className="grid size-10 place-items-center rounded-md hover:bg-wash" aria-label="Leave the bench view">
              <X size={20} />
            </Dialog.Close>
          </div>
          <StepInBig row={row} bench={bench} />
          <div className="grid grid-cols-[4.6rem_1fr_4.6rem] gap-2 border-t border-rule p-2">
            <TurnButton label="Step before" icon={<ChevronLeft />} disabled={at === 0} onClick={() => move(-1)} />
            <button type="button" autoFocus className="h-16 rounded-md bg-ember text-head font-semibold text-paper" onClick={done}>
              {row.state === 'done' ? 'Go on' : 'Done, go on'} <span className="text-body font-normal max-sm:hidden">space</span>
            </button>
            <TurnButton label="Next step" icon={<ChevronRight />} disabled={at === rows.length - 1} onClick={() => move(1)} />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What is done, why, and what to mind. */
function StepInBig({ row, bench }: { row: FitRow; bench: AtBench }) {
  const { step } = row;
  return (
    <div className="flex-1 overflow-y-auto px-5 py-5 text-head leading-snug sm:px-16">
      <Dialog.Title className="wide text-figure leading-tight font-semibold">
        {step.title}
        {row.state === 'done' && <span className="text-good"> ✓</span>}
      </Dialog.Title>
      <div className="mt-3 max-w-3xl">
        <StepWarnings row={row} />
        <p>
          <Said>{step.right}</Said>
        </p>
        <p className="mt-2 text-soft">
          <Said>{step.why}</Said>
        </p>
        {step.caution && (
          <p className="mt-3 flex items-start gap-2 border-l-4 border-caution bg-sheet px-3 py-2">
            <TriangleAlert size={22} className="mt-0.5 shrink-0 text-caution" aria-label="Caution" />
            <span>{step.caution}</span>
          </p>
        )}
        {step.tools.length > 0 && <p className="mt-2 text-title text-soft">At hand: {step.tools.join(', ')}.</p>}
        <div className="mt-3">
          <Reading row={row} bench={bench} />
        </div>
      </div>
    </div>
  );
}

function TurnButton({ label, icon, disabled, onClick }: { label: string; icon: ReactNode; disabled: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      className="grid h-16 place-items-center rounded-md border border-edge"
      onClick={onClick}
      disabled={disabled}
      aria-label={label}
    >
      {icon}
    </button>
  );
}
