import type { Level } from '@puddler/core';

const SHAPES: Record<Level, { path: string; tone: string; word: string }> = {
  good: { path: 'M5 1.5a3.5 3.5 0 1 1 0 7a3.5 3.5 0 0 1 0-7z', tone: 'fill-good', word: 'good' },
  caution: { path: 'M5 0l5 5l-5 5l-5-5z', tone: 'fill-caution', word: 'caution' },
  stop: { path: 'M0 0h10v10h-10z', tone: 'fill-stop', word: 'stop' },
};

/** A verdict as shape, colour and word: circle, diamond, square. */
export function VerdictMark({ level, silent = false }: { level: Level; silent?: boolean }) {
  const { path, tone, word } = SHAPES[level];
  return (
    <svg
      viewBox="0 0 10 10"
      className={`inline-block size-2.5 shrink-0 ${tone}`}
      role={silent ? undefined : 'img'}
      aria-hidden={silent}
      aria-label={silent ? undefined : word}
    >
      <path d={path} />
    </svg>
  );
}
