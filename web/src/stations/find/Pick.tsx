const PICK = 'h-8 max-w-full rounded-sm border border-edge bg-sheet px-1 font-semibold max-sm:h-thumb';

interface Props {
  label: string;
  value: string;
  options: [string, string][];
  onPick: (value: string) => void;
}

/** A choice that stands in a sentence. */
export function Pick({ label, value, options, onPick }: Props) {
  return (
    <select aria-label={label} className={PICK} value={value} onChange={(event) => onPick(event.target.value)}>
      {options.map(([one, words]) => (
        <option key={one} value={one}>
          {words}
        </option>
      ))}
    </select>
  );
}
