import { FileUp } from 'lucide-react';
import { FileButton } from '../../ui/FileButton';

/** Asks for logs, for those who cannot drop them. */
export function LogPicker({ onFiles }: { onFiles: (files: File[]) => void }) {
  return (
    <FileButton label="Logs of a run" accept=".csv,.txt,.log,.tsv,.gpx,.nmea,.json,text/*" multiple icon={<FileUp size={14} />} onFiles={onFiles}>
      Choose logs
    </FileButton>
  );
}
