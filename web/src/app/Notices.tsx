import { X } from 'lucide-react';
import { Toast } from 'radix-ui';
import { loadUpdate } from '../document-store/keep-page';
import { takeBack } from '../document-store/undoable';
import { nameOf } from '../document-store/entry';
import { selectRefused } from '../document-store/selectors';
import { Button } from '../ui/Button';
import { noticeClosed } from '../document-store/notices-slice';
import { useAppDispatch, useAppSelector } from '../document-store/store';

const SHOWN_MS = 9_000;

/** Lines at the foot of the page: what was done, with its undo, and what went wrong. */
export default function Notices() {
  const dispatch = useAppDispatch();
  const notices = useAppSelector((state) => state.notices);
  const refused = useAppSelector(selectRefused);
  return (
    <Toast.Provider duration={SHOWN_MS} swipeDirection="down">
      {refused && (
        <Toast.Root className="flex items-start gap-3 rounded-md border border-stop bg-sheet px-4 py-3 shadow-lg" duration={Infinity}>
          <div className="min-w-0 flex-1">
            <Toast.Title className="font-medium">
              {refused.content ? `${nameOf(refused.content)} is not saved.` : 'An edit is not saved.'} {refused.refused?.message} Correct it or undo
              it: it is tried again with your next edit of it.
            </Toast.Title>
            {refused.refused?.problems.map((problem) => (
              <p key={problem.path} className="text-small text-soft">
                {problem.message}
              </p>
            ))}
          </div>
        </Toast.Root>
      )}
      {notices.map((notice) => (
        <Toast.Root
          key={notice.id}
          className={`flex items-start gap-3 rounded-md border bg-sheet px-4 py-3 shadow-lg ${notice.tone === 'stop' ? 'border-stop' : 'border-edge'}`}
          duration={notice.tone === 'stop' ? Infinity : SHOWN_MS}
          onOpenChange={(open) => !open && dispatch(noticeClosed(notice.id))}
        >
          <div className="min-w-0 flex-1">
            <Toast.Title className="font-medium">{notice.text}</Toast.Title>
            {notice.lines && (
              <ul className="mt-1 max-h-40 overflow-y-auto text-small text-soft">
                {notice.lines.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            )}
          </div>
          {notice.undo !== undefined && (
            <Toast.Action asChild altText="Undo">
              <Button onClick={() => dispatch(takeBack(notice.undo))}>Undo</Button>
            </Toast.Action>
          )}
          {notice.isUpdate && (
            <Toast.Action asChild altText="Load the page again">
              <Button onClick={() => void loadUpdate()}>Load it</Button>
            </Toast.Action>
          )}
          <Toast.Close aria-label="Close" className="hit grid size-8 shrink-0 place-items-center rounded-md hover:bg-wash">
            <X size={15} />
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-4 left-1/2 z-50 flex w-132 max-w-[calc(100vw-1.7rem)] -translate-x-1/2 list-none flex-col gap-2 outline-none" />
    </Toast.Provider>
  );
}
