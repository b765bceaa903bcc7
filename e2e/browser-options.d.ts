import type { LaunchOptions } from '@playwright/test';
/** Debian's Chromium, kept off the network. */
export declare const CHROMIUM: LaunchOptions;
