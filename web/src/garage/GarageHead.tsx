import { Archive, FolderInput, MountainSnow, Plus, Smartphone } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { isHere } from '../document-store/is-here';
import { Button } from '../ui/Button';
import { FileButton } from '../ui/FileButton';

interface Props {
  line: string;
  onFiles: (files: File[]) => void;
  onAdd: () => void;
}

/** The Garage's title, what is in it, and what can be put in. */
export function GarageHead({ line, onFiles, onAdd }: Props) {
  return (
    <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 className="wide text-head leading-tight font-bold">Garage</h1>
        <p className="text-soft">{line}</p>
      </div>
      <div className="flex flex-wrap gap-2">
        {isHere() && (
          <>
            <Place to="/backup" icon={<Archive size={15} />}>
              Backup
            </Place>
            <Place to="/phones" icon={<Smartphone size={15} />}>
              Phones
            </Place>
          </>
        )}
        <Place to="/practice" icon={<MountainSnow size={15} />}>
          Practice
        </Place>
        <FileButton label="Plan files to import" accept=".json,application/json" multiple icon={<FolderInput size={15} />} onFiles={onFiles}>
          Import a plan
        </FileButton>
        <Button tone="action" icon={<Plus size={15} />} onClick={onAdd}>
          New car
        </Button>
      </div>
    </div>
  );
}

/** The way to a place beside the journey. */
function Place({ to, icon, children }: { to: string; icon: ReactNode; children: string }) {
  return (
    <Link
      to={to}
      className="inline-flex h-8 items-center gap-1.5 rounded-md px-2.5 text-body font-medium whitespace-nowrap hover:bg-wash max-sm:h-thumb"
    >
      {icon} {children}
    </Link>
  );
}
