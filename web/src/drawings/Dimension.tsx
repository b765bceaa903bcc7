interface Props {
  from: number;
  to: number;
  /** Where the line stands across its direction. */
  at: number;
  upright?: boolean;
  text: string;
  tone?: 'ink' | 'stop';
}

const TICK = 4;

/** A dimension: a line with ticks at both ends, and its figure beside it. */
export function Dimension({ from, to, at, upright = false, text, tone = 'ink' }: Props) {
  const [a, b] = [Math.min(from, to), Math.max(from, to)];
  const line = upright
    ? `M${at} ${a}V${b}M${at - TICK} ${a}h${2 * TICK}M${at - TICK} ${b}h${2 * TICK}`
    : `M${a} ${at}H${b}M${a} ${at - TICK}v${2 * TICK}M${b} ${at - TICK}v${2 * TICK}`;
  const middle = (a + b) / 2;
  return (
    <g>
      <path d={line} fill="none" className={tone === 'stop' ? 'stroke-stop' : 'stroke-edge'} />
      <text
        x={upright ? at + 7 : middle}
        y={upright ? middle + 4 : at - 5}
        textAnchor={upright ? 'start' : 'middle'}
        className={tone === 'stop' ? 'fill-stop' : 'fill-ink'}
        fontWeight={tone === 'stop' ? 600 : undefined}
      >
        {text}
      </text>
    </g>
  );
}
