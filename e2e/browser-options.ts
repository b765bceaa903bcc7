import type { LaunchOptions } from '@playwright/test';
import { chromiumPath } from './chromium.mjs';

const path = chromiumPath();

/** A second address of this machine, and the name that the network gives it: no browser trusts a connection to it, as on a phone at home. */
export const LAN = { address: '127.0.0.2', name: 'pits.test' };

/** Chromium, kept off the network. */
export const CHROMIUM: LaunchOptions = {
  ...(path === undefined ? {} : { executablePath: path }),
  args: [
    `--host-resolver-rules=MAP ${LAN.name} ${LAN.address}, MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE ${LAN.address}, EXCLUDE localhost`,
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
    // Every browser says what language it would have; this one only when it has one.
    '--accept-lang=en-US',
  ],
};
