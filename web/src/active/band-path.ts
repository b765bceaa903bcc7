import type { FlowLink } from './chain-flow';

/** Shapes of the band, in units along and across the flow; the caller turns them for a standing band. */
export interface BandShape {
  link: FlowLink['link'];
  carries: FlowLink['carries'];
  /** What flows on through this link. */
  body: string;
  /** What leaves it as heat. */
  branch: string;
  /** Where the link begins along the flow, and how far across its edges lie there: of what flows on, and of all. */
  start: number;
  edges: readonly [number, number];
  /** Where the branch ends, for its label. */
  branchEnd: { along: number; across: number };
  lossW: number;
  lossWord: string;
}

export interface BandSize {
  /** Length of each link along the flow. */
  lengths: readonly number[];
  /** Thickness of the largest flow. */
  thickness: number;
  /** Length of the band's space across, branches included. */
  depth: number;
}

const BEND = 7;
const END_GAP = 10;
const BRANCH_DROP = 18;
/** A loss is drawn at least this thin, so that it can be seen at all. */
const THINNEST = 0.75;

/** Lays the flow out link by link: the top edge runs straight, each loss leaves the lower edge in a bend. */
export function bandShapes(flow: readonly FlowLink[], size: BandSize): BandShape[] {
  const most = Math.max(...flow.map((link) => link.inW), 1e-9);
  const scale = size.thickness / most;
  let end = 0;
  return flow.map((link, i) => {
    const start = end;
    end = start + size.lengths[i]!;
    const entering = link.inW * scale;
    const last = i === flow.length - 1;
    const leaving = last ? entering : Math.min(entering, link.lossW * scale);
    const drawn = link.lossW > 0 ? Math.max(leaving, THINNEST) : 0;
    const staying = Math.max(0, entering - leaving);
    // The bend ends short of the next link, whatever its thickness.
    const bend = Math.max(start + 4, end - END_GAP - BEND - drawn);
    const fall = Math.min(size.depth, entering + BEND + BRANCH_DROP);
    const branch =
      drawn === 0
        ? ''
        : `M${start} ${entering - drawn}H${bend}A${BEND + drawn} ${BEND + drawn} 0 0 1 ${bend + BEND + drawn} ${entering + BEND}V${fall}H${bend + BEND}V${entering + BEND}A${BEND} ${BEND} 0 0 0 ${bend} ${entering}H${start}Z`;
    return {
      link: link.link,
      carries: link.carries,
      start,
      edges: [staying, entering],
      body: staying > 0 ? `M${start} 0H${end}V${staying}H${start}Z` : '',
      branch,
      branchEnd: { along: bend + BEND, across: fall },
      lossW: link.lossW,
      lossWord: link.lossWord,
    };
  });
}
