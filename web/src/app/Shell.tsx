import { useEffect } from 'react';
import { lateDialog, latePart } from '../ui/late-part';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet } from 'react-router';
import { redone } from '../document-store/document-store-slice';
import { takeBack } from '../document-store/undoable';
import { selectConflict, selectRefused } from '../document-store/selectors';
import { Header } from './Header';
import { NextLine } from './NextLine';
import { PracticeBanner } from './PracticeBanner';
import { ReadOnlyBanner } from './ReadOnlyBanner';
import { SearchField } from './SearchField';
import { useSearch } from './use-search';
import { togglePlanPin, toggleStockPin } from '../active/pinning';
import { unitsSwapped } from '../document-store/prefs-slice';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { useWhere } from './use-where';

const ConflictDialog = lateDialog('The question', () => import('./ConflictDialog'));
const Notices = latePart('The notices', () => import('./Notices'));
const CommandPalette = latePart('The search', () => import('./CommandPalette'), SearchField);

/** A field that is being typed in undoes its own letters; a stepper that stands, a choice and a tick have none. */
function isTyping({ target }: KeyboardEvent): boolean {
  if (target instanceof HTMLTextAreaElement) return true;
  if (!(target instanceof HTMLInputElement)) return false;
  return target.role === 'spinbutton' ? target.dataset['typing'] === 'true' : !['checkbox', 'radio', 'range'].includes(target.type);
}
const UNDO_KEYS = { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: isTyping };

/** The frame of every view: header, shortcuts, notices, and the questions that cannot wait. */
export function Shell() {
  const dispatch = useAppDispatch();
  const theme = useAppSelector((state) => state.prefs.theme);
  const hasNotices = useAppSelector((state) => state.notices.length > 0 || selectRefused(state) !== undefined);
  const conflict = useAppSelector(selectConflict);
  const where = useWhere();
  const { station, car } = where;
  const { open, search } = useSearch();

  useEffect(() => {
    document.documentElement.dataset['theme'] = theme;
  }, [theme]);

  useHotkeys('mod+z', () => dispatch(takeBack()), UNDO_KEYS);
  useHotkeys(['mod+shift+z', 'mod+y'], () => dispatch(redone({ at: Date.now() })), UNDO_KEYS);
  useHotkeys('mod+k', open, { preventDefault: true, enableOnFormTags: true });
  useHotkeys('u', () => dispatch(unitsSwapped()));
  // Plan and Find pin what they have in hand themselves.
  useHotkeys('p', () => {
    const planId = pointedPlanId();
    if (planId) dispatch(togglePlanPin(planId));
    else if (station.id === 'car' && car) dispatch(toggleStockPin(car.id));
  });

  return (
    <>
      {/* The line at the foot stands there on a short page too. */}
      <div className="flex min-h-dvh flex-col print:block">
        <Header onSearch={open} />
        <ReadOnlyBanner />
        {car && <PracticeBanner carId={car.id} />}
        <div className="min-w-0 grow">
          <Outlet />
        </div>
        {station.onLine && <NextLine where={where} />}
      </div>
      {conflict && <ConflictDialog entry={conflict} />}
      {hasNotices && <Notices />}
      {search && <CommandPalette {...search} />}
    </>
  );
}

/** The id of the plan whose row has the focus or is under the pointer; undefined while none is. */
function pointedPlanId(): string | undefined {
  const row = document.activeElement?.closest<HTMLElement>('[data-plan]') ?? document.querySelector<HTMLElement>('[data-plan]:hover');
  return row?.dataset['plan'];
}
