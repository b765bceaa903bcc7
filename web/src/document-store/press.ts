let gestures = 0;
let under: number | undefined;

/**
 * Tells edits which gesture they were made under. A press of the pointer is one from down to up, however slow the hand; a key is
 * one from the press to its release, its repeats while it is held among it.
 */
export function watchPresses(target: Pick<Window, 'addEventListener'>): void {
  const begin = () => (under = ++gestures);
  const end = () => (under = undefined);
  target.addEventListener('pointerdown', begin, { capture: true });
  target.addEventListener('keydown', (event) => !event.repeat && begin(), { capture: true });
  for (const last of ['pointerup', 'pointercancel', 'keyup'] as const) target.addEventListener(last, end, { capture: true });
}

/** The gesture that is under way; undefined while nothing is pressed. */
export const currentPress = (): number | undefined => under;
