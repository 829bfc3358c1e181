import { BROWSERS, browserNamed } from '../browsers/index.js';
import type { Library } from '../library/open-library.js';
import { once } from '../system/once.js';
import { PagePool, makeTurns } from './page-pool.js';
import { Pictures } from './pictures.js';
import type { VerifyOptions } from './verify-options.js';

/** How long one probe may take without an answer where nothing is said, in milliseconds. */
const PROBE_TIMEOUT = 10_000;

/** The pages of a run in all its browsers, and the pictures that are taken there. Whoever makes them closes them. */
export class RunPages {
  readonly pictures = new Pictures();
  /** By the browser's name. */
  readonly pools: ReadonlyMap<string, PagePool>;

  constructor(
    { config }: Pick<Library, 'config'>,
    { browsers, probeTimeout }: Pick<VerifyOptions, 'browsers' | 'probeTimeout'>,
  ) {
    const turns = makeTurns();
    // One that nobody knows is a finding of the check, and there is nothing to be seen then.
    const known = (browsers ?? config.browsers).filter((name) => BROWSERS.some((one) => one.name === name));
    this.pools = new Map(
      known.map((name) => {
        const browser = browserNamed(name, config.elsewhere[name]);
        return [name, new PagePool(browser, probeTimeout ?? PROBE_TIMEOUT, this.pictures, turns)];
      }),
    );
  }

  /** Starts browsers and opens pages while what they are to show is still being made. */
  start(): void {
    for (const pool of this.pools.values()) pool.start();
  }

  /** Closes them all; when they are closed already, it does nothing. */
  readonly close = once(async () => {
    await Promise.all([...this.pools.values()].map((pool) => pool.close()));
  });
}
