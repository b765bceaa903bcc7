import { DndContext, KeyboardSensor, PointerSensor, useDraggable, useDroppable, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import type { Budget, Purchase } from '@puddler/contract/shared';
import type { Instalment } from '@puddler/core';
import { X } from 'lucide-react';
import { moneyText } from '@puddler/figures';
import type { BuyRow } from '../../active/noted/buy-rows';
import { withNote } from '../../active/noted/buy-rows';
import type { BuyView } from './buy-view';
import { dayOfPeriod, dayText, periodOfDay } from './envelopes';
import { Fold } from '../../ui/Fold';
import { Sales } from './Sales';
import type { Buying } from './use-buy';

const BAR = 44;

/** Each envelope with what it buys and what is carried over. A part can be dragged to another envelope, or given a day on its line. */
export function Instalments({ buying, plan, budget }: { buying: Buying; plan: NonNullable<BuyView['plan']>; budget: Budget }) {
  const { schedule, holds, path } = plan;
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }), useSensor(KeyboardSensor));
  const dates = Object.values(schedule.reachedIn);
  const [first, target] = [
    dates.length > 0 ? Math.min(...dates) : undefined,
    schedule.unbought.length === 0 ? schedule.instalments.length - 1 : undefined,
  ];
  const most = Math.max(...schedule.instalments.map((one) => one.available), 1);
  const day = (period: number) => dayOfPeriod(budget, period);
  const move = ({ active, over }: DragEndEvent) => {
    const rows = holds.get(String(active.id));
    if (!over || !rows) return;
    const on = day(Number(over.id));
    buying.change(
      (noted) => rows.reduce((sofar: Purchase, row) => withNote(sofar, row.id, { buyOn: on }), noted),
      `date of ${nameOf(rows, String(active.id), buying)}`,
    );
  };
  const toggle = (period: number) => {
    const on = day(period);
    const skipped = budget.skipped ?? [];
    const isSkipped = skipped.some((one) => periodOfDay(budget, one.day) === period);
    const next = isSkipped ? skipped.filter((one) => periodOfDay(budget, one.day) !== period) : [...skipped, { day: on }];
    buying.change(
      (noted) => ({ ...noted, budget: { ...budget, skipped: next } }),
      `${isSkipped ? 'take up' : 'skip'} the envelope of ${dayText(on)}`,
    );
  };
  return (
    <>
      <Reached
        first={first === undefined || !path ? undefined : day(first)}
        target={target === undefined ? undefined : day(target)}
        unbought={schedule.unbought.length}
        unpriced={buying.view?.cost.unpriced ?? 0}
      />
      <Fold summary="Envelope by envelope, and what is sold on the way" className="mt-1">
        <DndContext sensors={sensors} onDragEnd={move}>
          <ol className="mt-1 flex gap-px overflow-x-auto pb-1" aria-label="Instalments" tabIndex={0}>
            {schedule.instalments.map((one) => (
              <Column key={one.period} period={one.period}>
                <p className={`text-fine whitespace-nowrap ${one.period === first || one.period === target ? 'font-semibold' : 'text-soft'}`}>
                  {dayText(day(one.period))}
                  {one.period === target ? ' · target' : one.period === first ? ' · first run' : ''}
                </p>
                <Bar one={one} most={most} />
                {one.bought.map((id) => (
                  <Chip key={id} id={id} rows={holds.get(id) ?? []} buying={buying} />
                ))}
                {one.sold.map((id) => (
                  <p key={id} className="text-fine text-good">
                    sold: old {id}
                  </p>
                ))}
                <p className="text-fine text-soft">{moneyText(one.carriedOver)} left</p>
                <button
                  type="button"
                  className="text-fine text-steel underline-offset-2 hover:underline max-sm:h-8 print:hidden"
                  aria-label={`${isSkippedIn(budget, one.period) ? 'Take up' : 'Skip'} the envelope of ${dayText(day(one.period))}`}
                  onClick={() => toggle(one.period)}
                >
                  {isSkippedIn(budget, one.period) ? 'skipped: take up' : 'skip'}
                </button>
              </Column>
            ))}
          </ol>
        </DndContext>
        <Sales buying={buying} />
      </Fold>
    </>
  );
}

interface ReachedProps {
  /** The days from which something runs, and all of it; undefined where the envelopes do not pay for it. */
  first: string | undefined;
  target: string | undefined;
  unbought: number;
  unpriced: number;
}

function Reached({ first, target, unbought, unpriced }: ReachedProps) {
  return (
    <p className="mt-1 text-body">
      {first !== undefined && (
        <>
          Something runs from <strong className="font-semibold">{dayText(first)}</strong>;{' '}
        </>
      )}
      {target === undefined ? (
        <span className="text-stop">these envelopes do not pay for {unbought} of the lines.</span>
      ) : (
        <>
          the whole plan from <strong className="font-semibold">{dayText(target)}</strong>.
        </>
      )}
      {unpriced > 0 && (
        <span className="text-caution">
          {' '}
          {unpriced === 1
            ? '1 line has no price yet and counts as nothing: type what it costs.'
            : `${unpriced} lines have no price yet and count as nothing: type what they cost.`}
        </span>
      )}
    </p>
  );
}

const isSkippedIn = (budget: Budget, period: number) => (budget.skipped ?? []).some((one) => periodOfDay(budget, one.day) === period);

function nameOf(rows: readonly BuyRow[], id: string, { purchase }: Buying): string {
  return purchase.bundles.find((one) => `bundle ${one.id}` === id)?.name ?? rows[0]?.line.what ?? id;
}

function Column({ period, children }: { period: number; children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: String(period) });
  return (
    <li ref={setNodeRef} className={`w-32 shrink-0 border-t-2 px-1 pt-0.5 ${isOver ? 'border-ember bg-wash' : 'border-edge'}`}>
      {children}
    </li>
  );
}

/** What is in hand as an outline, and what is spent of it filled. */
function Bar({ one, most }: { one: Instalment; most: number }) {
  const spent = one.available - one.carriedOver;
  return (
    <svg width="40" height={BAR + 2} role="img" aria-label={`${moneyText(one.available)} in hand, ${moneyText(spent)} spent`} className="my-0.5">
      <rect x="1" y={1 + BAR - (BAR * one.available) / most} width="38" height={(BAR * one.available) / most} className="fill-wash stroke-edge" />
      <rect x="1" y={1 + BAR - (BAR * spent) / most} width="38" height={(BAR * spent) / most} className="fill-ink" />
    </svg>
  );
}

function Chip({ id, rows, buying }: { id: string; rows: readonly BuyRow[]; buying: Buying }) {
  const { setNodeRef, listeners, attributes, transform } = useDraggable({ id });
  const name = nameOf(rows, id, buying);
  const isFixed = rows.some((row) => row.note.buyOn !== undefined);
  const free = () =>
    buying.change((noted) => rows.reduce((sofar: Purchase, row) => withNote(sofar, row.id, { buyOn: undefined }), noted), `date of ${name}`);
  return (
    <div className="mb-0.5 flex items-start">
      <div
        ref={setNodeRef}
        {...listeners}
        {...attributes}
        aria-label={`Move ${name} to another envelope`}
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 20, position: 'relative' } : undefined}
        className={`min-w-0 flex-1 cursor-grab touch-none rounded-sm border bg-sheet px-1 text-fine leading-snug ${isFixed ? 'border-ink' : 'border-rule'}`}
      >
        {name}
      </div>
      {isFixed && (
        <button
          type="button"
          className="hit grid size-4 place-items-center text-soft print:hidden"
          aria-label={`Buy ${name} as soon as it is its turn`}
          onClick={free}
        >
          <X size={11} />
        </button>
      )}
    </div>
  );
}
