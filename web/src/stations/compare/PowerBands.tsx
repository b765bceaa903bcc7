import { LINK_NAMES } from '@puddler/core';
import { useRef } from 'react';
import { ChartHead } from '../../charts/ChartHead';
import { toCsv } from '../../ui/to-csv';
import { useWidth } from '../../ui/useWidth';
import { formatNumber } from '@puddler/figures';
import { FLOW_FILL } from '../../active/Band';
import { LINK_TITLES } from '../../active/field-specs';
import { short } from '../../active/link-text';
import { bandRows, type BandRow } from './band-rows';
import type { ComparedSetup } from './use-setups';

const TITLE = 'Where the power goes at top speed';
const HEAD_PX = 18;
const LEFT = 62;
/** Narrower links have room for the watts only. */
const ROOM_FOR_SHARE_PX = 92;
/** Less than this says nothing and is not labelled. */
const LEAST_W = 0.05;

/** The setups' bands of power below each other, as many pixels a watt in each: what a slower or hotter one loses is seen where it leaves. */
export function PowerBands({ setups }: { setups: readonly ComparedSetup[] }) {
  const [ref, width] = useWidth<HTMLDivElement>(780);
  const svg = useRef<SVGSVGElement>(null);
  const linkPx = Math.max(48, (width - LEFT) / LINK_NAMES.length);
  const rows = bandRows(
    setups.map(({ view }) => (view.state === 'ready' ? view.band : undefined)),
    LINK_NAMES.map(() => linkPx),
  );
  const height = HEAD_PX + rows.reduce((sum, row) => sum + (row?.height ?? 0), 0);
  const csv = () => {
    const known = rows.flatMap((row, i) => (row ? [{ row, letter: setups[i]!.letter }] : []));
    return toCsv(
      ['', ...known.map(({ letter }) => `${letter} [W]`)],
      [
        ['given by the cells', ...known.map(({ row }) => row.givenW)],
        ...LINK_NAMES.map((link, i) => [lossName(link, known[0]?.row.shapes[i]?.lossWord), ...known.map(({ row }) => row.shapes[i]!.lossW)]),
      ],
    );
  };
  return (
    <figure className="m-0 min-w-0">
      <ChartHead title={TITLE} name={TITLE} svg={() => svg.current} csv={csv} />
      <div ref={ref} className="overflow-x-clip">
        <svg
          ref={svg}
          width={width}
          height={height}
          role="img"
          aria-label={`${TITLE}. ${rows.map((row, i) => (row ? say(setups[i]!.letter, row) : '')).join(' ')}`}
          className="block text-fine"
        >
          {LINK_NAMES.map((link, i) => (
            <text key={link} x={LEFT + i * linkPx + 4} y={11} className="fill-soft">
              {LINK_TITLES[link]}
            </text>
          ))}
          {rows.map((row, i) => row && <Row key={setups[i]!.pin.id} row={row} letter={setups[i]!.letter} linkPx={linkPx} />)}
        </svg>
      </div>
    </figure>
  );
}

function Row({ row, letter, linkPx }: { row: BandRow; letter: string; linkPx: number }) {
  return (
    <g transform={`translate(0 ${HEAD_PX + row.top})`}>
      <text x={0} y={12} className="fill-ink text-body font-bold">
        {letter}
      </text>
      <text x={LEFT - 7} y={12} textAnchor="end" className="fill-ink font-semibold">
        {short(row.givenW)} W
      </text>
      <g transform={`translate(${LEFT} 0)`}>
        {row.shapes.map((shape) => (
          <g key={shape.link}>
            <path d={shape.body} className={FLOW_FILL[shape.carries]} />
            <path d={shape.branch} className="fill-heat" />
          </g>
        ))}
        {row.shapes.map(
          (shape) =>
            shape.lossW >= LEAST_W && (
              <text
                key={shape.link}
                x={shape.branchEnd.along - 4}
                y={shape.branchEnd.across - 3}
                textAnchor="end"
                className="fill-ember font-semibold"
              >
                {short(shape.lossW)} W{linkPx >= ROOM_FOR_SHARE_PX && ` · ${formatNumber((100 * shape.lossW) / row.givenW, 0)} %`}
              </text>
            ),
        )}
      </g>
    </g>
  );
}

const lossName = (link: (typeof LINK_NAMES)[number], word: string | undefined) => `lost at ${LINK_TITLES[link]}${word ? ` (${word})` : ''}`;

const say = (letter: string, { givenW, shapes }: BandRow) =>
  `${letter}: ${short(givenW)} W from the cells; ${shapes.map((shape) => `${short(shape.lossW)} W at the ${LINK_TITLES[shape.link].toLowerCase()}`).join(', ')}.`;
