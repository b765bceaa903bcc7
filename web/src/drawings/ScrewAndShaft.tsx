import type { PressFit, ScrewDepth } from '@puddler/core';
import { useAppSelector } from '../document-store/store';
import { formatIn, unitOf } from '@puddler/figures';
import { Dimension } from './Dimension';
import { DrawingFrame } from './DrawingFrame';

const WIDTH = 690;
const SCALE = 14;

interface Props {
  name: string;
  screw: ScrewDepth | undefined;
  shaft: { shaftMm: number; boreMm: number; fit: PressFit } | undefined;
}

/** A motor screw in plate and thread, and a shaft that has to be turned down, both to scale. */
export function ScrewAndShaft({ name, screw, shaft }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const length = unitOf('mm', system);
  const fine = system === 'metric' ? 2 : 4;
  const mm = (value: number) => `${formatIn(value, { ...length, digits: fine })} ${length.symbol}`;
  return (
    <DrawingFrame
      title="Screw and shaft, to scale"
      name={`screw and shaft of ${name}`}
      width={WIDTH}
      height={192}
      label={[
        screw
          ? `A screw may go ${mm(screw.deepestMm)} past the plate; the thread is ${mm(screw.threadDepthMm)} deep`
          : 'The thread has not been measured',
        shaft
          ? `the shaft of ${mm(shaft.shaftMm)} is turned to ${mm(shaft.fit.fromMm)} to ${mm(shaft.fit.toMm)} for a bore of ${mm(shaft.boreMm)}`
          : '',
      ]
        .filter(Boolean)
        .join('; ')}
    >
      {screw && <Screw screw={screw} mm={mm} />}
      {shaft && <Shaft shaft={shaft} mm={mm} left={screw ? 380 : 60} />}
    </DrawingFrame>
  );
}

const PLATE_TOP = 60;
const DRAWN_PLATE_MM = 2;

function Screw({ screw: { threadDepthMm, deepestMm, reachMm, plateMm, longestScrewMm }, mm }: { screw: ScrewDepth; mm: (value: number) => string }) {
  const face = 60 + (plateMm ?? DRAWN_PLATE_MM) * SCALE;
  const at = (depth: number) => face + depth * SCALE;
  const over = reachMm !== undefined && reachMm > deepestMm;
  return (
    <g>
      <rect x={60} y={PLATE_TOP - 26} width={face - 60} height={78} className="fill-wash stroke-ink" />
      <text x={(60 + face) / 2} y={PLATE_TOP - 32} textAnchor="middle" className="fill-soft">
        plate
      </text>
      <rect x={face} y={PLATE_TOP - 26} width={at(threadDepthMm) - face + 34} height={78} className="fill-sheet stroke-ink" />
      <rect x={face} y={PLATE_TOP} width={at(threadDepthMm) - face} height={26} className="fill-paper stroke-edge" strokeDasharray="3 3" />
      <path d={`M${at(threadDepthMm) + 34} ${PLATE_TOP - 26}v78`} className="stroke-ember" strokeWidth="3" />
      <text x={at(threadDepthMm) + 42} y={PLATE_TOP + 17} className="fill-soft">
        windings
      </text>
      <path
        d={`M48 ${PLATE_TOP - 4}h12v34h-12zM60 ${PLATE_TOP + 4}H${at(Math.min(reachMm ?? deepestMm, threadDepthMm + 2))}v18H60z`}
        className={over ? 'fill-wash stroke-stop' : 'fill-wash stroke-ink'}
      />
      <Dimension from={face} to={at(deepestMm)} at={PLATE_TOP + 72} text={`at most ${mm(deepestMm)}`} />
      <Dimension from={face} to={at(threadDepthMm)} at={PLATE_TOP + 98} text={`thread ${mm(threadDepthMm)}`} />
      {reachMm !== undefined && over && (
        <text x={60} y={20} className="fill-stop" fontWeight="600">
          this screw goes {mm(reachMm)} past the plate
        </text>
      )}
      <text x={48} y={186} className="fill-ink">
        {longestScrewMm === undefined ? 'Type the plate’s thickness for the longest screw.' : `Longest screw: ${mm(longestScrewMm)} under its head.`}
      </text>
    </g>
  );
}

function Shaft({ shaft: { shaftMm, boreMm, fit }, mm, left }: { shaft: NonNullable<Props['shaft']>; mm: (value: number) => string; left: number }) {
  const middle = 84;
  const half = (diameter: number) => (diameter * SCALE) / 2;
  return (
    <g>
      <rect x={left} y={middle - half(shaftMm)} width={90} height={2 * half(shaftMm)} className="fill-wash stroke-ink" />
      <rect x={left + 90} y={middle - half(fit.toMm)} width={110} height={2 * half(fit.toMm)} className="fill-sheet stroke-ember" />
      <path d={`M${left + 90} ${middle - half(boreMm)}h110M${left + 90} ${middle + half(boreMm)}h110`} className="stroke-ink" strokeDasharray="3 3" />
      <Dimension upright from={middle - half(shaftMm)} to={middle + half(shaftMm)} at={left - 8} text="" />
      <text x={left - 4} y={middle - half(shaftMm) - 8} className="fill-ink">
        shaft {mm(shaftMm)}
      </text>
      <text x={left + 90} y={middle + half(shaftMm) + 18} className="fill-ember" fontWeight="600">
        turn to {mm(fit.fromMm)} … {mm(fit.toMm)}
      </text>
      <text x={left + 90} y={middle + half(shaftMm) + 34} className="fill-soft">
        bore {mm(boreMm)} (dashed)
      </text>
    </g>
  );
}
