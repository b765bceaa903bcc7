import { Copy } from 'lucide-react';
import { useRef, useState } from 'react';
import { Button } from '../../ui/Button';

/** A text to be taken along: copied at a click, or selected where the browser gives no clipboard. */
export function CopyField({ label, text, lines }: { label: string; text: string; lines: number }) {
  const field = useRef<HTMLTextAreaElement>(null);
  const [said, setSaid] = useState<string>();
  const copy = async () => {
    field.current?.select();
    try {
      await navigator.clipboard.writeText(text);
      setSaid('Copied.');
    } catch {
      setSaid('Selected: Ctrl+C takes it.');
    }
  };
  return (
    <div className="mt-3">
      <div className="flex items-center justify-between gap-3">
        <h3 className="eyebrow text-soft">{label}</h3>
        <span className="flex items-center gap-2 text-small text-soft">
          <span role="status">{said}</span>
          <Button icon={<Copy size={13} />} onClick={() => void copy()}>
            Copy {label.toLowerCase()}
          </Button>
        </span>
      </div>
      <textarea
        ref={field}
        readOnly
        aria-label={label}
        rows={lines}
        value={text}
        className="mt-1 w-full resize-none rounded-sm border border-rule bg-paper p-2 font-mono text-small whitespace-pre"
        onFocus={(event) => event.currentTarget.select()}
      />
    </div>
  );
}
