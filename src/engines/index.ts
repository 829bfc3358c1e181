import { chromium } from './chromium.js';
import type { Engine } from './engine.js';

/** All engines that elements can be verified in. */
export const ENGINES: readonly Engine[] = [chromium];
