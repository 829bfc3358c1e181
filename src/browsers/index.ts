import { chromium } from './chromium.js';
import type { Elsewhere } from './elsewhere.js';
import type { Browser } from './browser.js';
import { firefox } from './firefox.js';
import { remoteBrowser } from './remote.js';
import { webkit } from './webkit.js';

/** All browsers that elements can be verified in. */
export const BROWSERS: readonly Browser[] = [chromium, firefox, webkit];

/** A browser by its name; the one behind an endpoint, where it is elsewhere. */
export function browserNamed(name: string, elsewhere?: Elsewhere): Browser {
  const browser = BROWSERS.find((one) => one.name === name)!;
  return elsewhere ? remoteBrowser(browser, elsewhere) : browser;
}
