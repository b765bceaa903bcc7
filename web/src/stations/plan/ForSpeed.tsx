import { RANGES } from '@puddler/contract/shared';
import { gearCell, gearRun, PlanError, pinionsForSpeed, type Limits, type PinionSpeed, type PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import type { ActivePlan } from '../../active/use-plan';
import { Button } from '../../ui/Button';
import { formatIn, parseFigure, unitOf, type UnitSystem } from '@puddler/figures';
import { useTakeGears } from './use-take-gears';
import { heatWords, motorHeatC } from '../../active/heat-text';
import { Input } from '../../ui/Input';

interface Offer extends PinionSpeed {
  /** Can after the run [°C]; undefined where it cannot be computed. */
  canC: number | undefined;
  goesIn: boolean;
}

/** “60 km/h”: the pinions on either side of it, how hot each makes the motor, and whether it goes in. */
export function ForSpeed({ active, limits }: { active: ActivePlan; limits: Limits }) {
  const system = useAppSelector((state) => state.prefs.units);
  const take = useTakeGears(active);
  const [typed, setTyped] = useState('');
  const unit = unitOf('m/s', system);
  const read = typed.trim() === '' ? undefined : parseFigure(typed, RANGES['today.topSpeedMs'], system);
  const wantedMs = read?.ok ? read.value : undefined;
  const { file } = active;
  const offers = useMemo(() => (wantedMs === undefined ? undefined : offersFor(file, wantedMs, limits)), [wantedMs, file, limits]);
  return (
    <span className="ml-auto flex flex-wrap items-center gap-1.5 text-small">
      <label className="flex items-center gap-1.5 text-soft">
        gear for
        <Input
          size="small"
          figure
          className="w-20 text-ink"
          placeholder={`60 ${unit.symbol}`}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          inputMode="decimal"
          aria-invalid={read?.ok === false}
        />
      </label>
      {read?.ok === false && (
        <span role="alert" className="text-stop">
          {read.message}
        </span>
      )}
      {offers?.below && <OfferButton offer={offers.below} limits={limits} system={system} onTake={take} spur={file.gearing.spur!} />}
      {offers?.above && <OfferButton offer={offers.above} limits={limits} system={system} onTake={take} spur={file.gearing.spur!} />}
      {offers && !offers.above && <span className="text-caution">no pinion reaches it</span>}
    </span>
  );
}

function offersFor(file: PlanFile, wantedMs: number, limits: Limits): { below: Offer | undefined; above: Offer | undefined } {
  const spur = file.gearing.spur!;
  const offer = (one: PinionSpeed | undefined): Offer | undefined =>
    one && {
      ...one,
      canC: canOf(file, one.pinion, spur),
      goesIn: gearCell(file, one.pinion, spur, limits).fits.every((fit) => fit.level !== 'stop'),
    };
  const { below, above } = pinionsForSpeed(file, wantedMs);
  return { below: offer(below), above: offer(above) };
}

function canOf(file: PlanFile, pinion: number, spur: number): number | undefined {
  try {
    return motorHeatC(gearRun(file, pinion, spur));
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}

interface OfferProps {
  offer: Offer;
  limits: Limits;
  system: UnitSystem;
  spur: number;
  onTake: (pinion: number, spur: number) => void;
}

function OfferButton({ offer: { pinion, topSpeedMs, canC, goesIn }, limits, system, spur, onTake }: OfferProps) {
  const [speed, warm] = [unitOf('m/s', system), unitOf('°C', system)];
  const { stop = Infinity, caution = Infinity } = limits['motor-temperature'];
  const passed = canC === undefined || canC < Math.min(caution, stop) ? undefined : canC >= stop ? stop : caution;
  return (
    <Button className="!h-7 max-sm:!h-10" onClick={() => onTake(pinion, spur)}>
      {pinion} T: {formatIn(topSpeedMs, speed, true)}
      {canC !== undefined && (
        <span className={`font-normal ${passed === undefined ? 'text-soft' : passed === stop ? 'text-stop' : 'text-caution'}`}>
          can {heatWords(canC, warm)}
          {passed !== undefined && `, over ${formatIn(passed, warm)}`}
        </span>
      )}
      {!goesIn && ' · does not go in'}
    </Button>
  );
}
