import type { LaunchOptions } from '@playwright/test';

/** Debian's Chromium, kept off the network. */
export const CHROMIUM: LaunchOptions = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
};
