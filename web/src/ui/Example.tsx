interface Props {
  of: 'shelf' | 'log' | 'compare';
  /** What is seen, for those who do not see it. */
  alt: string;
}

/** A view as the demo club fills it, where there is nothing of the builder's own to show yet. */
export function Example({ of, alt }: Props) {
  return (
    <figure className="mx-auto mt-6 max-w-reading">
      <img src={`/examples/${of}.png`} alt={alt} width={1280} height={800} loading="lazy" className="h-auto w-full rounded-sm border border-rule" />
      <figcaption className="mt-1 text-center text-small text-soft">So it looks in the demo club.</figcaption>
    </figure>
  );
}
