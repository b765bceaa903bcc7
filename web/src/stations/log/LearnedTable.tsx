import { SideScroll } from '../../ui/SideScroll';
import { P90, type Learned, type LearnedFigure } from '@puddler/core';
import { formatNumber } from '@puddler/figures';
import { scaleLinear } from 'd3-scale';
import { useWidth } from '../../ui/useWidth';

const percent = (ln: number) => `${ln >= 0 ? '+' : '−'}${formatNumber(Math.abs(100 * Math.expm1(ln)), 1)} %`;

/** So many that the runs narrowed most stand in sight. */
const IN_SIGHT = 3;

/** Every figure before and after on one scale, and which runs carry it. */
export function LearnedTable({ learned, all, onAll }: { learned: Learned; all: boolean; onAll: () => void }) {
  const order = learned.figures
    .map((figure, i) => ({ figure, ln: learned.theta[i]! }))
    .sort((a, b) => a.figure.learnedSigma / a.figure.sigma - b.figure.learnedSigma / b.figure.sigma);
  const counted = order.filter(({ figure }) => figure.counts);
  const shown = all ? order : counted.slice(0, IN_SIGHT);
  const widest = Math.max(0.02, ...shown.map(({ figure, ln }) => Math.max(P90 * figure.sigma, Math.abs(ln) + P90 * figure.learnedSigma)));
  return (
    <div>
      {shown.length > 0 && (
        <SideScroll label="Learned figures">
          <table className="w-full min-w-120 text-body">
            <thead>
              <tr className="border-b border-edge text-left text-small text-soft">
                <th scope="col" className="py-1 font-medium">
                  Figure
                </th>
                <th scope="col" className="pr-3 text-right font-medium">
                  changed by
                </th>
                <th scope="col" className="font-medium">
                  likely: before, and now
                </th>
                <th scope="col" className="pl-3 font-medium">
                  carried by
                </th>
              </tr>
            </thead>
            <tbody>
              {shown.map(({ figure, ln }) => (
                <tr key={figure.key} className="border-b border-rule">
                  <th scope="row" className="py-1 pr-2 text-left font-normal">
                    {figure.label}
                    <PartOf figure={figure} />
                  </th>
                  <td className={`pr-3 text-right whitespace-nowrap ${figure.counts ? 'font-semibold' : 'text-soft'}`}>
                    {percent(ln)}
                    <span className="block text-fine font-normal text-soft">±{formatNumber(100 * figure.learnedSigma, 1)} %</span>
                  </td>
                  <td className="w-[36%]">
                    <BeforeAfter figure={figure} ln={ln} widest={widest} />
                  </td>
                  <td className="max-w-36 truncate pl-3 text-small text-soft" title={figure.carriedBy.join(', ')}>
                    {figure.carriedBy.join(', ') || 'no run'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </SideScroll>
      )}
      <button type="button" className="hit mt-1 text-small text-steel underline-offset-2 hover:underline" onClick={onAll}>
        {all ? 'Only what the runs narrowed most' : `All ${order.length} figures, ${counted.length} of them surer by a fifth or more`}
      </button>
    </div>
  );
}

/** Whose a figure is, where it is not the car’s: the part’s name, or the ground. */
function PartOf({ figure: { key } }: { figure: LearnedFigure }) {
  const at = key.indexOf('@');
  return at < 0 ? null : <span className="block text-fine text-soft">{key.slice(at + 1).replace('-', ' ')}</span>;
}

/** The likely range before as a thin bar, now as a thick one, about no change. */
function BeforeAfter({ figure, ln, widest }: { figure: LearnedFigure; ln: number; widest: number }) {
  const [ref, width] = useWidth<HTMLSpanElement>(150);
  const x = scaleLinear([-widest, widest], [2, Math.max(10, width - 2)]);
  const bar = (from: number, to: number) => ({ x: x(from), width: Math.max(2, x(to) - x(from)) });
  const [before, after] = [P90 * figure.sigma, P90 * figure.learnedSigma];
  return (
    <span ref={ref} className="block">
      <svg
        width={width}
        height={22}
        role="img"
        aria-label={`before ${percent(-before)} to ${percent(before)}, now ${percent(ln - after)} to ${percent(ln + after)}`}
        className="block"
      >
        <path d={`M${x(0)} 1v20`} className="stroke-edge" />
        <rect {...bar(-before, before)} y={4} height={4} className="fill-rule" />
        <rect {...bar(ln - after, ln + after)} y={11} height={7} className={figure.counts ? 'fill-amps' : 'fill-rule'} />
        <path d={`M${x(ln)} 10v9`} className="stroke-ink [stroke-width:2]" />
      </svg>
    </span>
  );
}
