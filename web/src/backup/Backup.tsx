import { Download, FolderInput } from 'lucide-react';
import { useAppSelector } from '../document-store/store';
import { FileButton } from '../ui/FileButton';
import { PANEL } from '../ui/panel';
import { CheckPanel } from './CheckPanel';
import { Preview } from './Preview';
import { SetAsideList } from './SetAsideList';
import { useRestore } from './use-restore';

/** Everything out as one file, and such a file back in. */
export default function Backup() {
  const { state, check, restore, forget } = useRestore();
  const isWorking = state.at === 'checking' || state.at === 'restoring';
  return (
    <main className="mx-auto max-w-reading px-6 py-5 max-sm:px-3">
      <h1 className="wide mb-4 text-head leading-tight font-bold">Backup</h1>
      <div className="grid gap-4 md:grid-cols-2">
        <section aria-labelledby="backup-out" className={PANEL}>
          <h2 id="backup-out" className="font-semibold">
            Make a backup
          </h2>
          <p className="mt-1 mb-3 text-soft">
            One zip file with every car, plan, wish, part and photo. It is of one moment, also while you go on working. Keep it on another disk.
          </p>
          <a
            href="/api/backup"
            download
            className="inline-flex h-8 items-center gap-1.5 rounded-md border border-ember bg-ember px-2.5 text-body font-medium text-paper hover:opacity-90 max-sm:h-thumb"
          >
            <Download size={15} /> Save a backup
          </a>
        </section>
        <section aria-labelledby="backup-in" className={PANEL}>
          <h2 id="backup-in" className="font-semibold">
            Restore a backup
          </h2>
          <p className="mt-1 mb-3 text-soft">
            First you see what it would bring. Of two versions the newer one stays, where that can be told; what was deleted since comes back.
          </p>
          <FileButton
            label="Backup to restore"
            accept=".zip,application/zip"
            icon={<FolderInput size={15} />}
            disabled={isWorking}
            onFiles={([file]) => void check(file!)}
          >
            Choose a backup
          </FileButton>
        </section>
      </div>
      <div className="mt-4" aria-live="polite">
        {state.at === 'checking' && <p className="text-soft">Checking {state.name} …</p>}
        {state.at === 'restoring' && <p className="text-soft">Restoring …</p>}
        {state.at === 'refused' && (
          <p role="alert" className="border-l-4 border-stop bg-sheet px-4 py-3">
            <strong>{state.message}</strong> {state.why} Nothing was changed.
          </p>
        )}
        {state.at === 'checked' && (
          <Preview preview={state.preview} onRestore={(takesUnsure) => void restore(state.preview.token, takesUnsure)} onCancel={forget} />
        )}
        {state.at === 'restored' && (
          <p role="status" className="border-l-4 border-ink bg-sheet px-4 py-3">
            {state.taken === 0
              ? 'Everything in that backup was here already.'
              : `Restored: ${state.taken} ${state.taken === 1 ? 'document' : 'documents'}.`}
          </p>
        )}
      </div>
      <CheckPanel className={`mt-4 ${PANEL}`} />
      <SetAsideList setAside={useAppSelector((now) => now.documentStore.setAside)} />
      <p className="mt-6 text-small text-soft">
        Beside this, Puddler keeps copies of its database from the last seven days it was used, in the folder backups of its data folder.
      </p>
    </main>
  );
}
