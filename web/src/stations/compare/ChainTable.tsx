import { LINK_NAMES, SWAPPED_LINKS, withLinkOf, type LinkName, type SwappedLink } from '@puddler/core';
import { ArrowLeftRight, ArrowLeftToLine, ArrowRight, RotateCcw, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { broughtFirst, putBack, repinned, unpinned } from '../../desk/pins-slice';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { LINK_TITLES } from '../../in-hand/field-specs';
import { detail, headline } from '../../in-hand/link-text';
import type { ComparedSetup } from './use-setups';

interface Props {
  setups: readonly ComparedSetup[];
  onOpen: (setup: ComparedSetup) => void;
}

const SMALL = 'hit grid size-7 place-items-center rounded-sm text-soft hover:bg-wash hover:text-ink max-sm:size-10';

/** The chains side by side, link by link; what differs from the first stands out, and a link can change places with the first's. */
export function ChainTable({ setups, onOpen }: Props) {
  const dispatch = useAppDispatch();
  const system = useAppSelector((state) => state.prefs.units);
  const first = setups[0]!;
  const swap = (setup: ComparedSetup, link: SwappedLink) =>
    dispatch(
      repinned([
        { id: first.pin.id, file: withLinkOf(first.pin.file, setup.pin.file, link) },
        { id: setup.pin.id, file: withLinkOf(setup.pin.file, first.pin.file, link) },
      ]),
    );
  const cell = (setup: ComparedSetup, link: LinkName): ReactNode => {
    const steady = setup.view.state === 'ready' ? setup.view.steady : undefined;
    const text = (one: ComparedSetup) => `${headline(link, one.pin.file, system)} ${detail(link, one.pin.file, undefined, system)}`;
    const differs = setup !== first && text(setup) !== text(first);
    const swappable = (SWAPPED_LINKS as readonly string[]).includes(link);
    return (
      <td key={setup.pin.id} className={`border-l border-rule px-2.5 py-1 align-top ${differs ? 'bg-wash/60' : ''}`}>
        <span className="flex items-start justify-between gap-1">
          <span className="min-w-0 leading-tight">
            <span className={`block ${differs || setup === first ? 'font-semibold' : 'text-soft'}`}>{headline(link, setup.pin.file, system)}</span>
            <span className="block text-[11.5px] text-soft">{detail(link, setup.pin.file, steady, system)}</span>
          </span>
          {differs && swappable && (
            <button
              type="button"
              className={SMALL}
              aria-label={`Swap the ${LINK_TITLES[link].toLowerCase()} of ${first.letter} and ${setup.letter}`}
              title={`Swap with ${first.letter}`}
              onClick={() => swap(setup, link as SwappedLink)}
            >
              <ArrowLeftRight size={13} />
            </button>
          )}
        </span>
      </td>
    );
  };
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="The chains side by side">
      <table className="w-full min-w-[640px] table-fixed text-left text-[13px]">
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
              <th scope="col" key={setup.pin.id} className="border-l border-rule px-2.5 py-1 align-top font-normal">
                <span className="flex flex-wrap items-start gap-x-2 sm:flex-nowrap">
                  <span className="wide text-[22px] leading-6 font-bold">{setup.letter}</span>
                  <span className="min-w-32 flex-1 leading-tight sm:min-w-0">
                    <span className="block font-semibold">{setup.pin.name}</span>
                    <span className="block text-[11.5px] text-soft">
                      {setup.pin.before ? 'changed since it was pinned' : setup === first ? 'the others are told against it' : ''}
                    </span>
                  </span>
                  <span className="-mt-1 flex max-sm:-ml-1">
                    {setup !== first && (
                      <button
                        type="button"
                        className={SMALL}
                        aria-label={`Tell the others against ${setup.letter}`}
                        title="Make it the first"
                        onClick={() => dispatch(broughtFirst({ id: setup.pin.id }))}
                      >
                        <ArrowLeftToLine size={14} />
                      </button>
                    )}
                    {setup.pin.before && (
                      <button
                        type="button"
                        className={SMALL}
                        aria-label={`Put ${setup.letter} back as it was pinned`}
                        title="Back to how it was pinned"
                        onClick={() => dispatch(putBack({ id: setup.pin.id }))}
                      >
                        <RotateCcw size={14} />
                      </button>
                    )}
                    <button
                      type="button"
                      className={SMALL}
                      aria-label={`Open ${setup.letter} as a plan`}
                      title="Open as a plan"
                      onClick={() => onOpen(setup)}
                    >
                      <ArrowRight size={14} />
                    </button>
                    <button
                      type="button"
                      className={SMALL}
                      aria-label={`Take ${setup.letter} out`}
                      title="Take it out"
                      onClick={() => dispatch(unpinned({ id: setup.pin.id }))}
                    >
                      <X size={14} />
                    </button>
                  </span>
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {LINK_NAMES.map((link) => (
            <tr key={link} className="border-b border-rule">
              <th scope="row" className="eyebrow py-1.5 align-top text-soft">
                {LINK_TITLES[link]}
              </th>
              {setups.map((setup) => cell(setup, link))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
