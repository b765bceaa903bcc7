/** Work that takes a moment, in words. */
export function Busy({ text }: { text: string }) {
  return (
    <p role="status" className="mt-4 flex items-center gap-3 text-soft">
      <progress className="h-1 w-32" aria-label={text} />
      {text}
    </p>
  );
}
