import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import type { ErrorInfo, ReactNode } from 'react';
import { useState } from 'react';
import { Copy } from 'lucide-react';
import { Button } from './Button';
import { Failed } from './Failed';

interface Props {
  /** What stands here, as a sentence begins: “The heat”. */
  what: string;
  /** Shown beside the words of the failure: the same figures another way. */
  instead?: ReactNode;
  /** Whatever changes what is drawn: a change of one of these tries again. */
  resetKeys?: unknown[];
  onReset?: () => void;
  children: ReactNode;
}

/** Draws its children; when one of them throws, only this place says so, and offers another try and a report to copy. */
export function Guarded({ what, instead, resetKeys, onReset, children }: Props) {
  const [info, setInfo] = useState<ErrorInfo>();
  return (
    <ErrorBoundary
      {...(resetKeys ? { resetKeys } : {})}
      {...(onReset ? { onReset } : {})}
      onError={(_error, where) => setInfo(where)}
      fallbackRender={({ error, resetErrorBoundary }: FallbackProps) => (
        <div className="my-2 flex min-w-0 flex-col gap-2">
          <Failed what={`${what} could not be drawn`} reason={reasonOf(error)} onRetry={resetErrorBoundary} />
          {instead}
          <Report text={reportOf(what, error, info)} />
        </div>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}

const UNFETCHED = /dynamically imported module|module script/i;

const reasonOf = (error: unknown): string =>
  error instanceof Error && UNFETCHED.test(error.message)
    ? 'Its program could not be fetched: the server is away.'
    : 'Nothing you typed is lost, and the rest of the page works on.';

const reportOf = (what: string, error: unknown, info: ErrorInfo | undefined): string =>
  [
    `${what} could not be drawn, at ${location.pathname}${location.search}`,
    error instanceof Error ? (error.stack ?? error.message) : String(error),
    info?.componentStack?.trim() ?? '',
    navigator.userAgent,
  ]
    .filter((line) => line !== '')
    .join('\n');

function Report({ text }: { text: string }) {
  const [copied, setCopied] = useState(false);
  // A page that is not served from a secure address has no clipboard: the text can be marked and copied by hand.
  const copy = () => void navigator.clipboard?.writeText(text).then(() => setCopied(true));
  return (
    <details className="text-small">
      <summary className="cursor-pointer text-soft">A report to send along</summary>
      <pre className="mt-1 max-h-40 overflow-auto border border-rule bg-sheet p-2 text-small select-all">{text}</pre>
      {'clipboard' in navigator && (
        <Button className="mt-1" icon={<Copy size={14} aria-hidden="true" />} onClick={copy}>
          {copied ? 'Copied' : 'Copy the report'}
        </Button>
      )}
    </details>
  );
}
