import { cornerGripMs2, LINK_NAMES, type LinkName, type ResolvedPlan } from '@puddler/core';
import { linkTitle } from '../../active/field-specs';
import type { ActivePlan } from '../../active/use-plan';
import { Sheet } from '../../ui/Sheet';
import { CourseFields } from './CourseFields';
import { FromShelf } from './FromShelf';
import { PackActions } from './LinkActions';
import { LinkFields } from './LinkFields';

interface Props {
  link: LinkName;
  active: ActivePlan;
  resolved: ResolvedPlan | undefined;
  onClose: () => void;
  /** The drawer covers the links at the right: its own row of them leads on. */
  onOpen: (link: LinkName) => void;
}

/** All figures of one link, where each came from, and room to change them. */
export default function LinkDrawer({ link, active, resolved, onClose, onOpen }: Props) {
  return (
    <Sheet
      open
      onClose={onClose}
      title={linkTitle(link, active.file)}
      hint="Figures typed with a unit are understood. Clear one to go back to the estimate."
    >
      <nav aria-label="Links of the chain" className="-mx-1 mb-2 flex justify-between border-b border-rule">
        {LINK_NAMES.map((other) => (
          <button
            key={other}
            type="button"
            className={`px-1.5 py-1.5 text-body max-sm:py-2.5 ${other === link ? 'border-b-2 border-ember font-semibold' : 'text-soft hover:text-ink'}`}
            aria-current={other === link}
            onClick={() => onOpen(other)}
          >
            {linkTitle(other, active.file)}
          </button>
        ))}
      </nav>
      {link === 'road' && <CourseFields active={active} gripMs2={resolved && cornerGripMs2(resolved.site)} />}
      <LinkFields key={link} link={link} active={active} resolved={resolved} />
      {link === 'pack' && <PackActions active={active} />}
      {link === 'pack' && (
        <p className="mt-4 text-small text-soft">
          Lithium packs: a charger for that chemistry, never below the cut-off, never unattended, in a fire-safe place.
        </p>
      )}
      <FromShelf key={`shelf:${link}`} link={link} active={active} />
    </Sheet>
  );
}
