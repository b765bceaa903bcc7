import { Pin } from 'lucide-react';
import type { CSSProperties } from 'react';
import { useAppSelector } from '../../document-store/store';
import type { FoundSetup } from '../../workers/search-worker';
import { figureText, type FrontFigure } from './figures';
import { gearsText, newMoneyText, motorText } from './setup-text';

interface Props {
  setup: FoundSetup;
  figures: readonly FrontFigure[];
  /** Its place among all rows, also those out of sight. */
  index: number;
  selected: boolean;
  pinned: boolean;
  why: string;
  style: CSSProperties;
  onSelect: () => void;
  onOpen: () => void;
}

/** A setup of the front as a row. */
export function ResultsRow({ setup, figures, index, selected, pinned, why, style, onSelect, onOpen }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-selected={selected}
      className={`absolute inset-x-0 grid cursor-default items-center border-b border-rule text-body hover:bg-wash/60 ${selected ? 'bg-wash' : ''}`}
      style={style}
      onClick={onSelect}
      onDoubleClick={onOpen}
    >
      <span role="cell" className={`min-w-0 border-l-2 pr-2 pl-2 leading-tight ${selected ? 'border-ember' : 'border-transparent'}`}>
        <span className="flex items-center gap-1.5 truncate">
          <strong className="truncate font-semibold">
            {motorText(setup)} · {gearsText(setup)}
          </strong>
          {pinned && <Pin size={12} className="shrink-0 text-steel" aria-label="pinned" />}
        </span>
        <span className="block truncate text-fine text-soft">
          {setup.parts[0]!.name} · {setup.parts[1]!.name} · {why}
        </span>
      </span>
      {figures.map((figure) => (
        <span key={figure.id} role="cell" className="px-2 text-right">
          {figure.id === 'newMoney' ? newMoneyText(setup) : figureText(figure, setup.figures, system)}
        </span>
      ))}
    </div>
  );
}
