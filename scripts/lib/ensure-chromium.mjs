import { chromiumPath } from '../../e2e/chromium.mjs';
import { must } from './run.mjs';

/** Debian’s Chromium for the interface tests, where no browser is there. Says what it is about to do. */
export async function ensureChromium() {
  if (chromiumPath()) return;
  console.error('No browser was found for the interface tests. Installing Debian’s Chromium by apt-get, which needs root:');
  console.error('  apt-get update && apt-get install --no-install-recommends chromium-headless-shell fonts-liberation');
  console.error('To use another, stop this and set CHROMIUM_PATH.');
  await must('apt-get', ['update', '-qq']);
  await must('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell', 'fonts-liberation']);
}
