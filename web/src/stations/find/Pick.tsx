import { Select } from '../../ui/Select';
interface Props {
  label: string;
  value: string;
  options: [string, string][];
  onPick: (value: string) => void;
}

/** A choice that stands in a sentence. */
export function Pick({ label, value, options, onPick }: Props) {
  return (
    <Select aria-label={label} className="max-w-full font-semibold" value={value} onChange={(event) => onPick(event.target.value)}>
      {options.map(([one, words]) => (
        <option key={one} value={one}>
          {words}
        </option>
      ))}
    </Select>
  );
}
