import { spawn } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../../src/index.js';
import { verified } from '../broken-library.js';
import { testBrowser } from '../built-page.js';
import { copyDemo, REPOSITORY, writeFiles, scratchFolder } from '../helpers.js';

/** Everything here is tried in one browser after the other in CI. */
const BROWSER = testBrowser().name;

const CONTRACT = (tag: string): string =>
  `contract: 1\ntag: quay-${tag}\nproperties: { label: { type: string } }\nparts: { knob: What is clicked }\nwraps: { element: ./element.ts }\n`;

/** An element, as a wrapped class, that does something at a click. */
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
const SAMPLES = '- sample: Somebody clicks\n  steps:\n    - click: knob\n    - expect: { visible: [knob] }\n';

/** A library of such elements, by tag without its prefix, and a sound one beside them. */
function library(atClick: Record<string, string>): string {
  const files = Object.entries({ ...atClick, sound: '' }).flatMap(([tag, code]) => [
    [`elements/quay-${tag}/quay-${tag}.contract.yaml`, CONTRACT(tag)],
    [`elements/quay-${tag}/quay-${tag}.samples.yaml`, SAMPLES],
    [`elements/quay-${tag}/element.ts`, element(code)],
  ]);
  return writeFiles({
    'lastwright.yaml': 'library: 1\n',
    'package.json': '{ "name": "knobs", "version": "1.0.0" }',
    ...(Object.fromEntries(files) as Record<string, string>),
  });
}

/** What is told of the samples of an element. */
function ofSamples({ results }: VerifyReport, tag: string): string[] {
  return results
    .filter(({ element: own, facet }) => own === tag && facet === 'samples')
    .map(({ verdict, note }) => `${verdict}: ${note}`);
}

const HOSTILE: Record<string, [what: string, code: string, told: RegExp]> = {
  loop: ['an endless loop', 'for (;;);', /fails: It does not come to an end in the sample “Somebody clicks”/],
  microtasks: [
    'microtasks without end',
    'const more = (): void => queueMicrotask(more); more();',
    /fails: It does not come to an end in the sample/,
  ],
  heap: [
    'all memory taken',
    'const all: unknown[] = []; for (;;) all.push(new Array(1e5).fill({}).map(() => ({})));',
    // Which of them comes first is a matter of the machine's speed.
    /fails: It (?:makes the page crash|does not come to an end|takes more than 0.5 GB of memory) in the sample/,
  ],
  buffers: [
    'memory that no heap of a script knows',
    'const all: Uint8Array[] = []; for (;;) all.push(new Uint8Array(2e7).fill(1));',
    // Firefox does not tell that a page has lost its process.
    BROWSER !== 'firefox'
      ? /fails: It takes more than 0.5 GB of memory in the sample “Somebody clicks”, and was ended/
      : /fails: It (?:takes more than 0.5 GB of memory|makes the page crash|does not come to an end)/,
  ],
  away: [
    'another address',
    "location.href = 'about:blank#elsewhere';",
    /fails: It takes the page to another address in the sample/,
  ],
  closing: ['a page that closes itself', 'window.close();', /^(?:fails: It makes the page crash|fits)/],
  emptying: [
    'an empty page',
    'document.body.replaceChildren();',
    /fails: It takes out what stands in the page beside it/,
  ],
  dialog: [
    'a dialog',
    "alert('Ahoy'); confirm('Sure?');",
    /care: It opens a dialog that stops the whole page.*Ahoy/,
  ],
};

describe('an element that stops the page', () => {
  let report: VerifyReport;
  beforeAll(async () => {
    const codes = Object.entries(HOSTILE).map(([tag, [, code]]) => [tag, code]);
    report = await verified(
      library(Object.fromEntries(codes) as Record<string, string>),
      // Long enough for a busy machine to fill half a gigabyte.
      '--timeout',
      '10',
      '--memory',
      '0.5',
      '--browser',
      BROWSER,
    );
  });

  it.each(Object.entries(HOSTILE).map(([tag, [what, , told]]) => [what, tag, told] as const))(
    'by %s spoils what it is tried in, and nothing else',
    (_, tag, told) => {
      expect(ofSamples(report, `quay-${tag}`).join('\n')).toMatch(told);
      const failing = report.results.filter(
        ({ element: own, verdict }) => own === `quay-${tag}` && verdict === 'fails',
      );
      // One cause is told once: later probes leave the sample out.
      expect(failing.length).toBeLessThanOrEqual(tag === 'emptying' ? 9 : 1);
    },
  );

  it('harms no other element', () => {
    const sound = report.results.filter(({ element: own }) => own === 'quay-sound');
    expect(sound.length).toBeGreaterThan(5);
    expect(sound.filter(({ verdict }) => verdict === 'fails')).toEqual([]);
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
      const endsAfter = async (later: number): Promise<void> => {
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
            '--framework',
            'html',
            '--browser',
            BROWSER,
          ],
          { stdio: 'ignore', env: { ...process.env, [name]: value } },
        );
        const ended = new Promise((resolve) => child.on('close', resolve));
        await new Promise((resolve) => setTimeout(resolve, later));
        child.kill(signal);
        await ended;
        await expect.poll(() => marked(word), { timeout: 10_000, interval: 50 }).toEqual([]);
      };
      await Promise.all([300, 2000, 4500].map(endsAfter));
    },
    180_000,
  );
});

describe.runIf(BROWSER === 'chromium')('a command that is told to end', () => {
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
      [join(REPOSITORY, 'bin/lastwright.js'), 'verify', '--library', copyDemo(), '--framework', 'html'],
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
      [join(REPOSITORY, 'bin/lastwright.js'), 'verify', '--library', library, '--framework', 'vue'],
      { stdio: 'ignore', env: { ...process.env, LASTWRIGHT_CACHE: scratchFolder() } },
    );
    const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
    const looked = (): string[] =>
      readdirSync(join(library, '.lastwright')).filter((name) => name.startsWith('types-of-'));
    await expect.poll(() => looked().length, { timeout: 100_000, interval: 20 }).toBe(1);
    child.kill('SIGTERM');
    expect(await ended).toBe(143);
    expect(looked()).toEqual([]);
  });

  it('by SIGKILL leaves what the next run sweeps', async () => {
    const { pid } = await killed('SIGKILL', 1500);
    // The browser itself ends when its pipe does.
    await verified(copyDemo(), '--framework', 'html', '--element', 'quay-panel');
    expect(profilesOf(pid)).toEqual([]);
  });
});
