import { chromium } from './chromium.js';
import type { Elsewhere } from './elsewhere.js';
import type { Engine } from './engine.js';
import { firefox } from './firefox.js';
import { remoteEngine } from './remote.js';
import { webkit } from './webkit.js';

/** All engines that elements can be verified in. */
export const ENGINES: readonly Engine[] = [chromium, firefox, webkit];

/** An engine by its name; the one behind an endpoint, where it is elsewhere. */
export function engineNamed(name: string, elsewhere?: Elsewhere): Engine {
  const engine = ENGINES.find((one) => one.name === name)!;
  return elsewhere ? remoteEngine(engine, elsewhere) : engine;
}
