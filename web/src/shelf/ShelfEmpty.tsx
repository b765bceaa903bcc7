import { Example } from '../ui/Example';

/** What stands in place of the table while there is nothing to show. */
export function ShelfEmpty({ loaded }: { loaded: boolean }) {
  return loaded ? (
    <div className="border border-dashed border-edge px-6 py-8 text-center">
      <p className="text-title font-semibold">Put what you have on the shelf</p>
      <p className="mx-auto mt-1 max-w-md text-soft">
        Type what is printed on a part in the line above, or take in a CSV file. Plans then pick from it and say what would not fit.
      </p>
      <Example of="shelf" alt="A shelf: motors, ESCs, packs and gears, each with its figures, whether it is owned, and its price." />
    </div>
  ) : (
    <p className="py-12 text-center text-soft">Fetching the shelf …</p>
  );
}
