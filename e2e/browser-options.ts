import type { LaunchOptions } from '@playwright/test';
import { chromiumPath } from './chromium.mjs';

const path = chromiumPath();

/** Chromium, kept off the network. */
export const CHROMIUM: LaunchOptions = {
  ...(path === undefined ? {} : { executablePath: path }),
  args: [
    '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
};
