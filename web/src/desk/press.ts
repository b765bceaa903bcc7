let presses = 0;
let under: number | undefined;

/** Tells edits which press of the pointer they were made under: those of one drag are one undo, however slow the hand. */
export function watchPresses(target: Pick<Window, 'addEventListener'>): void {
  target.addEventListener('pointerdown', () => (under = ++presses), { capture: true });
  for (const end of ['pointerup', 'pointercancel'] as const) target.addEventListener(end, () => (under = undefined), { capture: true });
}

/** The press that is under way; undefined while no button is down. */
export const currentPress = (): number | undefined => under;
