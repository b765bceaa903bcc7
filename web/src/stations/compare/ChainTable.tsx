import { LINK_NAMES, SWAPPED_LINKS, withLinkOf, type LinkName, type SwappedLink } from '@puddler/core';
import { ArrowLeftRight, ArrowLeftToLine, ArrowRight, RotateCcw, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { broughtFirst, putBack, repinned, unpinned } from '../../document-store/pins-slice';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { LINK_TITLES } from '../../active/field-specs';
import { detail, headline } from '../../active/link-text';
import type { ComparedSetup } from './use-setups';

interface Props {
  setups: readonly ComparedSetup[];
  onOpen: (setup: ComparedSetup) => void;
}

const SMALL = 'grid size-7 place-items-center rounded-sm text-soft hover:bg-wash hover:text-ink max-sm:size-thumb';

/** The chains side by side, link by link; what differs from the first stands out, and a link can change places with the first's. */
export function ChainTable({ setups, onOpen }: Props) {
  const dispatch = useAppDispatch();
  const first = setups[0]!;
  const swap = (setup: ComparedSetup, link: SwappedLink) =>
    dispatch(
      repinned([
        { id: first.pin.id, file: withLinkOf(first.pin.file, setup.pin.file, link) },
        { id: setup.pin.id, file: withLinkOf(setup.pin.file, first.pin.file, link) },
      ]),
    );
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The chains side by side">
      <table className="w-full min-w-183 table-fixed text-left text-body">
        <colgroup>
          <col className="w-[4.6rem]" />
          {setups.map((setup) => (
            <col key={setup.pin.id} />
          ))}
        </colgroup>
        <thead>
          <tr className="border-b border-rule">
            <td />
            {setups.map((setup) => (
              <SetupHead key={setup.pin.id} setup={setup} isFirst={setup === first} onOpen={() => onOpen(setup)} />
            ))}
          </tr>
        </thead>
        <tbody>
          {LINK_NAMES.map((link) => (
            <tr key={link} className="border-b border-rule">
              <th scope="row" className="eyebrow py-1.5 align-top text-soft">
                {LINK_TITLES[link]}
              </th>
              {setups.map((setup) => (
                <LinkCell key={setup.pin.id} setup={setup} first={first} link={link} onSwap={swap} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What a setup is called, and what can be done with it. */
function SetupHead({ setup: { pin, letter }, isFirst, onOpen }: { setup: ComparedSetup; isFirst: boolean; onOpen: () => void }) {
  const dispatch = useAppDispatch();
  const { id, before } = pin;
  return (
    <th scope="col" className="border-l border-rule px-2.5 py-1 align-top font-normal">
      <span className="flex flex-wrap items-start gap-x-2 sm:flex-nowrap">
        <span className="wide text-head leading-6 font-bold">{letter}</span>
        <span className="min-w-32 flex-1 leading-tight sm:min-w-0">
          <span className="block font-semibold">{pin.name}</span>
          <span className="block text-fine text-soft">
            {before ? 'changed since it was pinned' : isFirst ? 'the others are compared with it' : ''}
          </span>
        </span>
        <span className="-mt-1 flex max-sm:-ml-1">
          {!isFirst && (
            <Tool label={`Compare the others with ${letter}`} title="Make it the first" onClick={() => dispatch(broughtFirst({ id }))}>
              <ArrowLeftToLine size={14} />
            </Tool>
          )}
          {before && (
            <Tool label={`Put ${letter} back as it was pinned`} title="Back to how it was pinned" onClick={() => dispatch(putBack({ id }))}>
              <RotateCcw size={14} />
            </Tool>
          )}
          <Tool label={`Open ${letter} as a plan`} title="Open as a plan" onClick={onOpen}>
            <ArrowRight size={14} />
          </Tool>
          <Tool label={`Take ${letter} out`} title="Take it out" onClick={() => dispatch(unpinned({ id }))}>
            <X size={14} />
          </Tool>
        </span>
      </span>
    </th>
  );
}

function Tool({ label, title, onClick, children }: { label: string; title: string; onClick: () => void; children: ReactNode }) {
  return (
    <button type="button" className={SMALL} aria-label={label} title={title} onClick={onClick}>
      {children}
    </button>
  );
}

interface CellProps {
  setup: ComparedSetup;
  first: ComparedSetup;
  link: LinkName;
  onSwap: (setup: ComparedSetup, link: SwappedLink) => void;
}

const isSwapped = (link: LinkName): link is SwappedLink => (SWAPPED_LINKS as readonly string[]).includes(link);

/** One link of one setup; it stands out where it differs from the first's. */
function LinkCell({ setup, first, link, onSwap }: CellProps) {
  const system = useAppSelector((state) => state.prefs.units);
  const steady = setup.view.state === 'ready' ? setup.view.steady : undefined;
  const text = (one: ComparedSetup) => `${headline(link, one.pin.file, system)} ${detail(link, one.pin.file, undefined, system)}`;
  const differs = setup !== first && text(setup) !== text(first);
  return (
    <td className={`border-l border-rule px-2.5 py-1 align-top ${differs ? 'bg-wash/60' : ''}`}>
      <span className="flex items-start justify-between gap-1">
        <span className="min-w-0 leading-tight">
          <span className={`block ${differs || setup === first ? 'font-semibold' : 'text-soft'}`}>{headline(link, setup.pin.file, system)}</span>
          <span className="block text-fine text-soft">{detail(link, setup.pin.file, steady, system)}</span>
        </span>
        {differs && isSwapped(link) && (
          <Tool
            label={`Swap the ${LINK_TITLES[link].toLowerCase()} of ${first.letter} and ${setup.letter}`}
            title={`Swap with ${first.letter}`}
            onClick={() => onSwap(setup, link)}
          >
            <ArrowLeftRight size={13} />
          </Tool>
        )}
      </span>
    </td>
  );
}
