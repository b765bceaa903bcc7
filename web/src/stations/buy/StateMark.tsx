import type { RowState } from '../../active/noted/buy-rows';

const SHAPES: Record<RowState, { outline: string; fill?: string; tone: string }> = {
  need: { outline: 'M6 1.5a4.5 4.5 0 1 1 0 9a4.5 4.5 0 0 1 0-9z', tone: 'stroke-ink' },
  ordered: { outline: 'M6 1.5a4.5 4.5 0 1 1 0 9a4.5 4.5 0 0 1 0-9z', fill: 'M6 1.5a4.5 4.5 0 0 0 0 9z', tone: 'stroke-steel fill-steel' },
  arrived: { outline: 'M1.5 6.5 4.5 9.5 10.5 2.5', tone: 'stroke-good' },
  have: {
    outline: 'M6 1.5a4.5 4.5 0 1 1 0 9a4.5 4.5 0 0 1 0-9z',
    fill: 'M6 1.5a4.5 4.5 0 1 1 0 9a4.5 4.5 0 0 1 0-9z',
    tone: 'stroke-good fill-good',
  },
  'not-for-me': { outline: 'M2.5 6H9.5', tone: 'stroke-soft' },
};

/** Where a line stands as a shape: an open ring, half, full, a tick, a dash. */
export function StateMark({ state }: { state: RowState }) {
  const { outline, fill, tone } = SHAPES[state];
  return (
    <svg viewBox="0 0 12 12" className={`size-3 shrink-0 ${tone}`} aria-hidden="true">
      {fill && <path d={fill} stroke="none" />}
      <path d={outline} fill="none" strokeWidth="1.6" strokeLinecap="square" />
    </svg>
  );
}
