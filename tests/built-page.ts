import { join } from 'node:path';
import { expect, type TestContext } from 'vitest';
import {
  analyze,
  buildLibrary,
  BROWSERS,
  openLibrary,
  type Browser,
  type RunningBrowser,
  type Page,
} from '../src/index.js';
import { PageServer } from '../src/verify/page-server.js';
import { lastwright, linkPackages, readTree, writeFiles } from './helpers.js';

/** Markup of a test, under Trusted Types. */
const MARKUP =
  "const html = (text) => (globalThis.testPolicy ??= trustedTypes.createPolicy('tests', { createHTML: (markup) => markup })).createHTML(text);";

/** The small change of the source that is on where such changes are tried (`npm run mutation:runtime`). */
function activeChange(): string | undefined {
  return (globalThis as { __stryker__?: { activeMutant?: string } }).__stryker__?.activeMutant;
}

/** The browser that built elements are tried in: Chromium, or the one that `LASTWRIGHT_TEST_BROWSER` names. */
export function testBrowser(): Browser {
  const name = process.env.LASTWRIGHT_TEST_BROWSER ?? 'chromium';
  return BROWSERS.find((browser) => browser.name === name)!;
}

/** A library that is built, and a page in a real browser that has loaded all of its elements, under a strict policy. */
export class BuiltPage {
  browser: RunningBrowser | undefined;
  page: Page | undefined;
  readonly server = new PageServer();

  /** The folder of the library. */
  root = '';
  files: ReadonlyMap<string, string | Uint8Array> = new Map();

  constructor(
    readonly sources: Record<string, string>,
    readonly entry = 'index.js',
    /**
     * With `linked`, it has the packages that are installed here; `policy` is the page's, if not a strict one; with `command`, the
     * built program makes the package.
     */
    readonly how: { linked?: boolean; policy?: string; command?: boolean } = {},
  ) {}

  async start(): Promise<void> {
    this.root = writeFiles(this.sources);
    if (this.how.linked) linkPackages(this.root);
    this.files = await (this.how.command ? this.#builtByCommand() : this.#built());
    for (const [path, content] of this.files) this.server.put(`/${path}`, content);
    this.server.put(
      '/change.js',
      `globalThis.__stryker__ = ${JSON.stringify({ activeMutant: activeChange() })};`,
    );
    this.server.put(
      '/page.html',
      `<!doctype html><meta http-equiv="Content-Security-Policy" content="${this.how.policy ?? "script-src 'self'; require-trusted-types-for 'script'"}"><body><script src="/change.js"></script><script type="module" src="/${this.entry}"></script>`,
    );
    await this.server.start();
    this.browser = await testBrowser().launch();
    this.page = await this.browser.newPage();
    await this.page.open(`${this.server.origin}/page.html`);
  }

  async #built(): Promise<BuiltPage['files']> {
    const analysis = analyze(await openLibrary(this.root));
    expect(analysis.findings.filter(({ severity }) => severity === 'error')).toEqual([]);
    const { files, findings } = await buildLibrary(analysis);
    expect(findings.filter(({ severity }) => severity === 'error')).toEqual([]);
    return files;
  }

  async #builtByCommand(): Promise<BuiltPage['files']> {
    const { status, stdout, stderr } = await lastwright(['build'], { cwd: this.root });
    expect(status, stdout + stderr).toBe(0);
    return new Map(Object.entries(readTree(join(this.root, 'dist'))));
  }

  /** Runs code in the page; gives what it returns. `html(text)` makes markup that the page's policy allows. */
  run<Value>(code: string): Promise<Value> {
    return this.page!.evaluate<Value>(`(async () => { ${MARKUP} ${code} })()`, 20_000);
  }

  /**
   * Runs code with what a markup makes in a fresh place of its own: `one(selector)` finds there, `inside(element, selector)` in a
   * shadow root, and `soon()` waits for what was queued.
   */
  inPlace<Value>(markup: string, code: string): Promise<Value> {
    return this.run<Value>(`
      const place = document.body.appendChild(document.createElement('div'));
      place.innerHTML = html(${JSON.stringify(markup)});
      const one = (selector) => place.querySelector(selector);
      const inside = (element, selector) => element.shadowRoot.querySelector(selector);
      const soon = () => new Promise((resolve) => setTimeout(resolve));
      try { await soon(); ${code} } finally { place.remove(); }`);
  }

  /** Skips a test where this browser lacks what the test is about, and says so. */
  async needs(context: TestContext, member: string, place: string): Promise<void> {
    const there = await this.run<boolean>(`return ${JSON.stringify(member)} in ${place};`);
    if (!there) context.skip(`${this.browser!.version} has no ${member}`);
  }

  async stop(): Promise<void> {
    await this.browser?.close();
    await this.server.stop();
  }
}
