import { Fragment } from 'react';
import { FILL } from '../../charts/tones';
import { bandsOf, LEFT, TOP, type Found } from './trace-layout';

interface Props {
  found: readonly Found[];
  x: (timeS: number) => number;
  right: number;
  height: number;
}

/** Where each kind of thing was found: a row of bands at the top, and passes through all lanes. */
export function FoundBands({ found, x, right, height }: Props) {
  return found.map(({ kind, tone, at }, row) => (
    <Fragment key={kind}>
      {kind === 'passes' && <path d={bandsOf(at, x, [LEFT, right], [TOP - 8, height - TOP - 12])} className="fill-wash" />}
      <path d={bandsOf(at, x, [LEFT, right], [2 + 2 * row, 2])} className={FILL[tone]} />
    </Fragment>
  ));
}
