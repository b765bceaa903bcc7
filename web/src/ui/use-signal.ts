import { useEffect, useRef } from 'react';

const BUZZ_MS = [250, 120, 250];
const TONE_HZ = 880;
const TONE_S = 0.35;

/** A buzz and a tone, where the device has them and lets a page use them. */
function signal(): void {
  (navigator as { vibrate?: Navigator['vibrate'] }).vibrate?.(BUZZ_MS);
  try {
    const audio = new AudioContext();
    const tone = new OscillatorNode(audio, { frequency: TONE_HZ });
    const level = new GainNode(audio, { gain: 0.2 });
    tone.connect(level).connect(audio.destination);
    tone.onended = () => void audio.close();
    tone.start();
    tone.stop(audio.currentTime + TONE_S);
  } catch {
    // A page that may make no sound shows it all the same.
  }
}

/** Signals the moment at which something that was looked forward to comes true; what is so from the beginning is no news. */
export function useSignal(isSo: boolean | undefined): void {
  const before = useRef(isSo);
  useEffect(() => {
    if (isSo === true && before.current === false) signal();
    if (isSo !== undefined) before.current = isSo;
  }, [isSo]);
}
