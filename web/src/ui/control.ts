/** Small within a line of text or a dense table, plain in a form, large where a page begins with it. */
type ControlSize = 'small' | 'plain' | 'large';

export interface ControlLook {
  size?: ControlSize;
  /** Figures stand to the right, as in a column of them. */
  figure?: boolean;
  /** Without an edge until it is pointed at: a word within a sentence that can be chosen otherwise. */
  bare?: boolean;
  invalid?: boolean;
}

const SIZES: Record<ControlSize, string> = { small: 'h-7 px-1', plain: 'h-8 px-2', large: 'h-9 px-2' };

/** The look of all fields and choices; on a phone each is as high as a thumb needs. */
export function controlClass({ size = 'plain', figure = false, bare = false, invalid = false }: ControlLook, more = ''): string {
  const edge = invalid ? 'border-stop' : bare ? 'border-transparent hover:border-edge' : size === 'large' ? 'border-edge' : 'border-rule';
  const ground = bare ? 'bg-transparent' : 'bg-paper';
  const figures = figure ? 'text-right font-medium placeholder:font-normal placeholder:text-soft' : '';
  return [SIZES[size], 'rounded-sm border max-sm:h-thumb', ground, edge, figures, more].filter(Boolean).join(' ');
}
