import { PART_SOURCES, type PlanFile, type SearchScope } from '@puddler/core';
import { useState, type ReactNode } from 'react';
import { GEAR_SOURCE_WORDS, SOURCE_WORDS } from './wish-text';
import { Select } from '../../ui/Select';

interface Props {
  scope: SearchScope;
  file: PlanFile;
  onScope: (scope: SearchScope, label: string) => void;
}

/** Where the parts of a search may come from. */
export function WishScope({ scope, file, onScope }: Props) {
  const [isOpen, setOpen] = useState(false);
  const geared = file.gearing.pinion !== undefined;
  const source = (kind: 'motor' | 'esc' | 'pack' | 'gears', name: string): ReactNode => (
    <label className="inline-flex items-center gap-1.5">
      <span className="text-soft">{name}</span>
      <Select
        aria-label={`Where ${name.toLowerCase().replace('esc', 'ESC')} come from`}
        size="small"
        className="max-w-[13.5rem]"
        value={scope[kind]}
        onChange={(event) => onScope({ ...scope, [kind]: event.target.value as SearchScope['motor'] }, `where ${name.toLowerCase()} come from`)}
      >
        {PART_SOURCES.map((one) => (
          <option key={one} value={one}>
            {(kind === 'gears' ? GEAR_SOURCE_WORDS : SOURCE_WORDS)[one]}
          </option>
        ))}
      </Select>
    </label>
  );
  const flag = (field: 'packPairs' | 'twoMotors' | 'gearbox', name: string): ReactNode => (
    <label className="inline-flex min-h-7 items-center gap-1.5">
      <input
        type="checkbox"
        className="size-4"
        checked={scope[field]}
        onChange={(event) => onScope({ ...scope, [field]: event.target.checked }, name)}
      />
      {name}
    </label>
  );
  const sources = [...new Set([scope.motor, scope.esc, scope.pack])].map((one) => SOURCE_WORDS[one]);
  return (
    <>
      {/* On a phone what was found comes first. */}
      <button
        type="button"
        aria-expanded={isOpen}
        className="hit mt-1 min-h-10 text-left text-body text-steel underline sm:hidden"
        onClick={() => setOpen(!isOpen)}
      >
        Parts: {sources.join('; ')}
      </button>
      <div className={`mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-small ${isOpen ? '' : 'max-sm:hidden'}`}>
        {source('motor', 'Motors')}
        {source('esc', 'ESCs')}
        {source('pack', 'Packs')}
        {geared && source('gears', 'Gears')}
        {flag('packPairs', 'pairs of packs')}
        {flag('twoMotors', 'one or two motors')}
        {(file.car.gearboxRatios?.length ?? 0) > 1 && flag('gearbox', 'each gear of the gearbox')}
      </div>
    </>
  );
}
