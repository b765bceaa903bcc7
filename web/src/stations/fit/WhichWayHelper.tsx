import { WHICH_WAY, whichWay, type WhichWay, type WhichWayQuestion } from '@puddler/core';
import { useState } from 'react';
import { ANSWER_WORDS, QUESTION_WORDS } from './fit-text';
import type { AtBench } from './use-fit';
import { Select } from '../../ui/Select';

const QUESTIONS = Object.keys(WHICH_WAY) as WhichWayQuestion[];

/** What is seen with the wheels up, and what to do about it. */
export function WhichWayHelper({ bench: { input, fitting } }: { bench: AtBench }) {
  const [seen, setSeen] = useState<WhichWay>({
    trigger: 'forward',
    brake: 'untried',
    speed: 'untried',
    steering: 'right',
    drive: fitting.choices.allInOne ? 'one-piece' : input.sensored ? 'sensored' : 'sensorless',
    motors: input.twins ? 'two' : 'one',
    reverseSwitch: 'yes',
  });
  const [first, ...others] = whichWay(seen);
  return (
    <section aria-label="Which way does it turn">
      <p className="text-small text-soft">All wheels off the ground, hands and hair away from them. Say what you see.</p>
      <div className="mt-1 grid gap-x-4 gap-y-1 sm:grid-cols-2">
        {QUESTIONS.map((question) => (
          <label key={question} className="flex items-center justify-between gap-2 text-body">
            {QUESTION_WORDS[question]}
            <Select className="w-52 shrink-0" value={seen[question]} onChange={(event) => setSeen({ ...seen, [question]: event.target.value })}>
              {WHICH_WAY[question].map((answer) => (
                <option key={answer} value={answer}>
                  {ANSWER_WORDS[answer]}
                </option>
              ))}
            </Select>
          </label>
        ))}
      </div>
      <div aria-live="polite" className="mt-2">
        {first && <Advice remedy={first} main />}
        {others.map((remedy) => (
          <Advice key={remedy.id} remedy={remedy} />
        ))}
      </div>
    </section>
  );
}

function Advice({ remedy: { seen, cause, todo, not, next }, main = false }: { remedy: ReturnType<typeof whichWay>[number]; main?: boolean }) {
  return (
    <div className={`border-l-4 bg-sheet px-3 py-2 ${main ? 'border-ember' : 'mt-2 border-edge'}`}>
      <h3 className="font-semibold">{main ? seen : `Then: ${seen.charAt(0).toLowerCase()}${seen.slice(1)}`}</h3>
      <dl className="text-body [&_dd]:mb-0.5 [&_dd]:pl-24 [&_dt]:float-left [&_dt]:text-soft">
        <dt>Cause</dt>
        <dd>{cause}</dd>
        <dt>Do</dt>
        <dd className="font-medium">{todo}</dd>
        <dt>Do not</dt>
        <dd>{not}</dd>
        <dt>If it stays</dt>
        <dd>{next}</dd>
      </dl>
    </div>
  );
}
