import { spawn } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { verified } from './broken-library.js';
import { testEngine } from './built-page.js';
import { copyDemo, REPOSITORY, writeFiles, scratchFolder } from './helpers.js';

/** Everything here is tried in one engine after the other in CI. */
const ENGINE = testEngine().name;

/** An element that does something at a click, as a wrapped class; and a sound one beside it. */
function library(atClick: string): string {
  const contract = (tag: string): string =>
    `contract: 1\ntag: quay-${tag}\nproperties: { label: { type: string } }\nparts: { knob: What is clicked }\nwraps: { element: ./element.ts }\n`;
  const element = (code: string): string => `
export default class extends HTMLElement {
  #label: string | undefined;
  constructor() {
    super();
    const knob = document.createElement('button');
    knob.part.add('knob');
    knob.textContent = 'Knob';
    knob.addEventListener('click', () => { ${code} });
    this.attachShadow({ mode: 'open' }).append(knob);
    if (!Object.hasOwn(this, 'label')) return;
    const { label } = this;
    delete (this as any).label;
    this.label = label;
    this.#early = true;
    queueMicrotask(() => { this.#early = false; });
  }
  #early = false;
  static observedAttributes = ['label'];
  get label() { return this.#label; }
  set label(value) { this.#label = value === undefined || value === null ? undefined : String(value); }
  attributeChangedCallback(_name: string, _before: string, text: string) { if (!this.#early) this.label = text; }
}
`;
  const samples =
    '- sample: Somebody clicks\n  steps:\n    - click: knob\n    - expect: { visible: [knob] }\n';
  return writeFiles({
    'lastwright.yaml': 'library: 1\n',
    'package.json': '{ "name": "knobs", "version": "1.0.0" }',
    'elements/quay-knob/quay-knob.contract.yaml': contract('knob'),
    'elements/quay-knob/quay-knob.samples.yaml': samples,
    'elements/quay-knob/element.ts': element(atClick),
    'elements/quay-sound/quay-sound.contract.yaml': contract('sound'),
    'elements/quay-sound/quay-sound.samples.yaml': samples,
    'elements/quay-sound/element.ts': element(''),
  });
}

/** What is told of the samples of an element. */
function ofSamples({ results }: VerifyReport, tag: string): string[] {
  return results
    .filter(({ element, facet }) => element === tag && facet === 'samples')
    .map(({ verdict, note }) => `${verdict}: ${note}`);
}

describe('an element that stops the page', () => {
  it.each([
    ['an endless loop', 'for (;;);', /fails: It does not come to an end in the sample “Somebody clicks”/],
    [
      'microtasks without end',
      'const more = (): void => queueMicrotask(more); more();',
      /fails: It does not come to an end in the sample/,
    ],
    [
      'all memory taken',
      'const all: unknown[] = []; for (;;) all.push(new Array(1e5).fill({}).map(() => ({})));',
      /fails: It (?:makes the page crash|does not come to an end|takes more than 0.5 GB of memory) in the sample/,
    ],
    [
      'memory that no heap of a script knows',
      'const all: Uint8Array[] = []; for (;;) all.push(new Uint8Array(2e7).fill(1));',
      /fails: It takes more than 0.5 GB of memory in the sample “Somebody clicks”, and was ended/,
    ],
    [
      'another address',
      "location.href = 'about:blank#elsewhere';",
      /fails: It takes the page to another address in the sample/,
    ],
    ['a page that closes itself', 'window.close();', /^(?:fails: It makes the page crash|fits)/],
    [
      'an empty page',
      'document.body.replaceChildren();',
      /fails: It takes out what stands in the page beside it/,
    ],
    [
      'a dialog',
      "alert('Ahoy'); confirm('Sure?');",
      /care: It opens a dialog that stops the whole page.*Ahoy/,
    ],
  ])('by %s spoils what it is tried in, and nothing else', async (_, code, told) => {
    const report = await verified(library(code), '--timeout', '3', '--memory', '0.5', '--engine', ENGINE);
    expect(ofSamples(report, 'quay-knob').join('\n')).toMatch(told);
    const failing = report.results.filter(({ verdict }) => verdict === 'fails');
    // One cause is told once: later probes leave the sample out.
    expect(failing.length).toBeLessThanOrEqual(code.includes('body') ? 9 : 1);
    expect(failing.every(({ element }) => element === 'quay-knob')).toBe(true);
    expect(report.results.filter(({ element }) => element === 'quay-sound').length).toBeGreaterThan(5);
  });
});

/** Numbers of the processes that have a word in their environment. */
function marked(word: string): string[] {
  return readdirSync('/proc').filter((pid) => {
    if (!/^\d+$/.test(pid)) return false;
    try {
      return readFileSync(`/proc/${pid}/environ`, 'latin1').includes(word);
    } catch {
      return false;
    }
  });
}

describe.runIf(process.platform === 'linux')('a command that ends early, in any way', () => {
  it.each(['SIGINT', 'SIGTERM', 'SIGKILL'] as const)(
    'by %s leaves no process behind, whatever it was doing',
    async (signal) => {
      for (const later of [300, 2000, 4500]) {
        const word = `LASTWRIGHT_MARK=${signal}-${later}-${process.pid}`;
        const [name, value] = word.split('=') as [string, string];
        const child = spawn(
          process.execPath,
          [
            join(REPOSITORY, 'bin/lastwright.js'),
            'verify',
            '--no-types',
            '--library',
            copyDemo(),
            '--host',
            'html',
            '--engine',
            ENGINE,
          ],
          { stdio: 'ignore', env: { ...process.env, [name]: value } },
        );
        const ended = new Promise((resolve) => child.on('close', resolve));
        await new Promise((resolve) => setTimeout(resolve, later));
        child.kill(signal);
        await ended;
        await expect.poll(() => marked(word), { timeout: 10_000, interval: 50 }).toEqual([]);
      }
    },
    180_000,
  );
});

describe.runIf(ENGINE === 'chromium')('a command that is told to end', () => {
  const profiles = (): string[] =>
    readdirSync(tmpdir()).filter((name) => name.startsWith('lastwright-profile-'));

  const profilesOf = (pid: number): string[] => profiles().filter((name) => name.includes(`-${pid}-`));

  /** Starts verify, sends it a signal as soon as its browser has a profile and a while later, and waits for its end. */
  async function killed(
    signal: NodeJS.Signals,
    later: number,
  ): Promise<{ status: number | null; pid: number }> {
    const child = spawn(
      process.execPath,
      [join(REPOSITORY, 'bin/lastwright.js'), 'verify', '--library', copyDemo(), '--host', 'html'],
      { stdio: 'ignore' },
    );
    const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
    await expect.poll(() => profilesOf(child.pid!).length, { timeout: 30_000, interval: 20 }).toBe(1);
    await new Promise((resolve) => setTimeout(resolve, later));
    child.kill(signal);
    return { status: await ended, pid: child.pid! };
  }

  it.each([
    ['SIGINT', 130],
    ['SIGTERM', 143],
  ] as const)('by %s leaves no browser and no profile', async (signal, wanted) => {
    for (const later of [0, 1500]) {
      const { status, pid } = await killed(signal, later);
      expect(status).toBe(wanted);
      expect(profilesOf(pid)).toEqual([]);
    }
  });

  it('while a checker of types works, leaves none of the files that it looks at', async () => {
    const library = copyDemo();
    const child = spawn(
      process.execPath,
      [join(REPOSITORY, 'bin/lastwright.js'), 'verify', '--library', library, '--host', 'vue'],
      { stdio: 'ignore', env: { ...process.env, LASTWRIGHT_CACHE: scratchFolder() } },
    );
    const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
    const looked = (): string[] =>
      readdirSync(join(library, '.lastwright')).filter((name) => name.startsWith('types-of-'));
    await expect.poll(() => looked().length, { timeout: 30_000, interval: 20 }).toBe(1);
    child.kill('SIGTERM');
    expect(await ended).toBe(143);
    expect(looked()).toEqual([]);
  });

  it('by SIGKILL leaves what the next run sweeps', async () => {
    const { pid } = await killed('SIGKILL', 1500);
    // The browser itself ends when its pipe does.
    await verified(copyDemo(), '--host', 'html', '--element', 'quay-panel');
    expect(profilesOf(pid)).toEqual([]);
  });
});
