import { FIT_PHASES } from '@puddler/core';
import { Maximize2, Printer } from 'lucide-react';
import { useState } from 'react';
import { OnPlan } from '../../active/OnPlan';
import type { ActivePlan } from '../../active/use-plan';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { latePart } from '../../ui/late-part';
import { Choices } from './Choices';
import { BayPanel, ScrewPanel, WiringPanel } from './Drawings';
import { fitProgress } from '../../active/noted/fit-progress';
import { PHASE_WORDS } from './fit-text';
import { FitSteps } from './FitSteps';
import { SettingsTable } from './SettingsTable';
import { useFit, type AtBench } from './use-fit';
import { WhichWayHelper } from './WhichWayHelper';
import { Guarded } from '../../ui/Guarded';

const BenchMode = latePart('The bench', () => import('./BenchMode'));

const PANELS = [
  ['wiring', 'Wiring'],
  ['bay', 'Bay'],
  ['screw', 'Screw and shaft'],
  ['which-way', 'Which way'],
  ['settings', 'Settings'],
] as const;
type Panel = (typeof PANELS)[number][0];

export default function FitStation() {
  return <OnPlan so="no steps can be made for it">{(active) => <AtTheBench key={active.id} active={active} />}</OnPlan>;
}

/** The bench: what to do in which order, and beside it what it looks like. */
function AtTheBench({ active }: { active: ActivePlan }) {
  const bench = useFit(active);
  const [isBench, setBench] = useState(false);
  const name = active.plan.name;
  const { of } = fitProgress(bench.rows);
  return (
    <main className="mx-auto grid max-w-page gap-x-8 gap-y-4 px-6 pt-3 pb-10 max-sm:px-3 max-sm:pb-20 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.15fr)] print:block">
      <div className="min-w-0">
        <div className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4">
          <h1 className="wide text-head font-semibold">
            At the bench{' '}
            <span className="text-lead font-normal text-soft">
              with {name}, {active.car.name}
            </span>
          </h1>
          <span className="flex items-baseline gap-1 print:hidden">
            {of > 0 && (
              <Button tone="action" icon={<Maximize2 size={14} />} onClick={() => setBench(true)}>
                One step a screen
              </Button>
            )}
            <Button tone="quiet" icon={<Printer size={14} />} onClick={() => window.print()}>
              Print
            </Button>
          </span>
        </div>
        {of === 0 ? (
          <p className="text-body text-soft">This plan changes nothing of the car as bought: there is nothing to fit.</p>
        ) : (
          <Steps bench={bench} carId={active.carId} />
        )}
      </div>
      <Panels bench={bench} active={active} />
      {isBench && <BenchMode bench={bench} onClose={() => setBench(false)} />}
    </main>
  );
}

/** How far one is, and every step by its phase. */
function Steps({ bench, carId }: { bench: AtBench; carId: string }) {
  const { done, of } = fitProgress(bench.rows);
  const again = bench.rows.filter((row) => row.state === 'again').length;
  return (
    <>
      <p className="text-body">
        <strong className="font-semibold">
          {done} of {of}
        </strong>{' '}
        <span className="text-soft">steps done</span>
        {again > 0 && <span className="text-caution"> · {again} to do again, for the plan has changed</span>}
      </p>
      <nav aria-label="Phases" className="mt-1 mb-2 flex flex-wrap gap-x-3 text-small print:hidden">
        {FIT_PHASES.filter((phase) => bench.rows.some((row) => row.step.phase === phase)).map((phase) => (
          <a
            key={phase}
            href={`#phase-${phase}`}
            className="text-steel underline-offset-2 hover:underline max-sm:inline-flex max-sm:min-h-thumb max-sm:min-w-thumb max-sm:items-center"
          >
            {PHASE_WORDS[phase]}
          </a>
        ))}
      </nav>
      <Choices bench={bench} carId={carId} />
      <Guarded what="The steps">
        <FitSteps bench={bench} />
      </Guarded>
      <p className="text-small text-soft">
        A conversion ends most warranties. In doubt about a joint, a pack or a rule of the place ask a hobby shop or a licensed electrician.
      </p>
    </>
  );
}

/** Drawings, the helper and the settings: one at a time on the screen, all that belong to the guide on paper. */
function Panels({ bench, active }: { bench: AtBench; active: ActivePlan }) {
  const [shown, setShown] = useState<Panel>('wiring');
  const { name } = active.plan;
  const bodies: Record<Panel, React.ReactNode> = {
    wiring: <WiringPanel bench={bench} name={name} />,
    bay: <BayPanel bench={bench} name={name} />,
    screw: <ScrewPanel bench={bench} active={active} name={name} />,
    'which-way': <WhichWayHelper bench={bench} />,
    settings: <SettingsTable bench={bench} carId={active.carId} planId={active.id} />,
  };
  return (
    <div className="min-w-0 self-start lg:sticky lg:top-3">
      <div className="mb-2 flex flex-wrap gap-1.5 print:hidden" role="group" aria-label="Beside the steps">
        {PANELS.map(([id, word]) => (
          <Choice key={id} size="large" on={shown === id} onClick={() => setShown(id)}>
            {word}
          </Choice>
        ))}
      </div>
      {PANELS.map(([id, word]) => (
        <div key={id} className={`${shown === id ? '' : 'hidden'} ${id === 'which-way' ? 'print:hidden' : 'print:mb-4 print:block'}`}>
          <Guarded what={`The panel “${word}”`}>{bodies[id]}</Guarded>
        </div>
      ))}
    </div>
  );
}
