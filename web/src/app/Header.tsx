import { capitalized } from '@puddler/core';
import { Contrast, Moon, Redo2, Search, Sun, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { redone } from '../document-store/document-store-slice';
import { takeBack } from '../document-store/undoable';
import { JobLine } from './JobLine';
import { nextTheme, themeSwapped, unitsSwapped } from '../document-store/prefs-slice';
import { SaveState } from './SaveState';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { Trail } from './Trail';
import { useWhere } from './use-where';

const TOOL = 'hit grid h-8 min-w-8 place-items-center rounded-md px-1.5 text-body font-medium hover:bg-wash max-sm:h-thumb max-sm:min-w-thumb';

const THEME_ICONS = { light: Sun, dark: Moon, sunlight: Contrast };

/** Moves the keyboard past the dozen tools that are everywhere. */
function toPage(): void {
  const page = document.querySelector('main');
  page?.setAttribute('tabindex', '-1');
  page?.focus();
}

/** Where you are, whether it is saved, and the tools that are everywhere. */
export function Header({ onSearch }: { onSearch: () => void }) {
  const dispatch = useAppDispatch();
  const { units, theme } = useAppSelector((state) => state.prefs);
  const undoLabel = useAppSelector((state) => state.documentStore.past[state.documentStore.past.length - 1]?.label);
  const where = useWhere();
  const ThemeIcon = THEME_ICONS[theme];
  const redoLabel = useAppSelector((state) => state.documentStore.future[state.documentStore.future.length - 1]?.label);
  return (
    <header className="border-b border-rule print:hidden">
      <button type="button" className="sr-only focus:not-sr-only focus:absolute focus:z-30 focus:bg-sheet focus:px-3 focus:py-2" onClick={toPage}>
        Past the tools, to the page
      </button>
      <div className="mx-auto flex min-h-11 max-w-page flex-wrap items-center gap-x-4 px-6 max-sm:px-3">
        <Link
          to="/"
          className="wide inline-flex items-center rounded-sm py-2 text-title max-sm:h-thumb font-bold [font-stretch:122%]"
          aria-label="Puddler, to the Garage"
        >
          Puddler
        </Link>
        <Trail where={where} />
        <JobLine where={where} />
        <div className="ml-auto flex items-center gap-0.5">
          <SaveState />
          <button
            type="button"
            className={TOOL}
            disabled={undoLabel === undefined}
            onClick={() => dispatch(takeBack())}
            aria-label={undoLabel ? `Undo ${undoLabel}` : 'Nothing to undo'}
            title={undoLabel ? `Undo ${undoLabel} (Ctrl+Z)` : undefined}
          >
            <Undo2 size={16} />
          </button>
          <button
            type="button"
            className={`${TOOL} ${redoLabel === undefined ? 'max-sm:hidden' : ''}`}
            disabled={redoLabel === undefined}
            onClick={() => dispatch(redone({ at: Date.now() }))}
            aria-label={redoLabel ? `Redo ${redoLabel}` : 'Nothing to redo'}
            title={redoLabel ? `Redo ${redoLabel} (Ctrl+Shift+Z)` : undefined}
          >
            <Redo2 size={16} />
          </button>
          <button type="button" className={TOOL} onClick={() => dispatch(unitsSwapped())} aria-label={`Units: ${units}. Swap`} title="Swap units (u)">
            {units === 'metric' ? 'km/h °C' : 'mph °F'}
          </button>
          <button
            type="button"
            className={TOOL}
            onClick={() => dispatch(themeSwapped())}
            aria-label={`Theme: ${theme}. Swap`}
            title={`${capitalized(theme)}; ${nextTheme(theme)} next`}
          >
            <ThemeIcon size={16} />
          </button>
          <button
            type="button"
            className={`${TOOL} sm:border sm:border-rule`}
            onClick={onSearch}
            aria-label="Find a car, a plan, a part or a command (Ctrl+K)"
          >
            <span className="flex items-center gap-1.5">
              <Search size={15} />
              <span className="text-small text-soft max-sm:hidden">Ctrl K</span>
            </span>
          </button>
        </div>
      </div>
    </header>
  );
}
