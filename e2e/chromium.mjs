import { chromium } from '@playwright/test';
import { existsSync } from 'node:fs';

/** Where Debian’s package puts it. */
const DEBIAN = '/usr/bin/chromium';

/** The browser of the tests: the one that CHROMIUM_PATH names, else Playwright’s own, else Debian’s. Undefined when there is none. */
export function chromiumPath() {
  const named = process.env.CHROMIUM_PATH;
  if (named) {
    if (!existsSync(named)) throw new Error(`CHROMIUM_PATH names ${named}, which is not there.`);
    return named;
  }
  return [chromium.executablePath(), DEBIAN].find((one) => one && existsSync(one));
}
