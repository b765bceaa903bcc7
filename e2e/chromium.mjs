import { chromium } from '@playwright/test';
import { existsSync } from 'node:fs';

/** Where Debian’s packages put it. The headless one opens no window of its own beside each page, which takes a third of a test’s time. */
const DEBIAN = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** The browser of the tests: the one that CHROMIUM_PATH names, else Playwright’s own, else Debian’s. Undefined when there is none. */
export function chromiumPath() {
  const named = process.env.CHROMIUM_PATH;
  if (named) {
    if (!existsSync(named)) throw new Error(`CHROMIUM_PATH names ${named}, which is not there.`);
    return named;
  }
  return [chromium.executablePath(), ...DEBIAN].find((one) => one && existsSync(one));
}
