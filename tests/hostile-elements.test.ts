import { spawn } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { verified } from './broken-library.js';
import { copyDemo, REPOSITORY, writeFiles } from './helpers.js';

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
      /fails: It (?:makes the page crash|does not come to an end) in the sample/,
    ],
    [
      'another address',
      "location.href = 'about:blank#elsewhere';",
      /fails: It takes the page to another address in the sample/,
    ],
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
    const report = await verified(library(code), '--timeout', '3');
    expect(ofSamples(report, 'quay-knob').join('\n')).toMatch(told);
    const failing = report.results.filter(({ verdict }) => verdict === 'fails');
    // One cause is told once: later probes leave the sample out.
    expect(failing.length).toBeLessThanOrEqual(code.includes('body') ? 9 : 1);
    expect(failing.every(({ element }) => element === 'quay-knob')).toBe(true);
    expect(report.results.filter(({ element }) => element === 'quay-sound').length).toBeGreaterThan(5);
  });
});

describe('a command that is told to end', () => {
  const profiles = (): string[] =>
    readdirSync(tmpdir()).filter((name) => name.startsWith('lastwright-profile-'));

  /** Starts verify, sends it a signal a while later, and waits for its end. */
  async function killed(
    signal: NodeJS.Signals,
    after: number,
  ): Promise<{ status: number | null; pid: number }> {
    const child = spawn(
      process.execPath,
      [join(REPOSITORY, 'bin/lastwright.js'), 'verify', '--library', copyDemo(), '--host', 'html'],
      { stdio: 'ignore' },
    );
    setTimeout(() => child.kill(signal), after);
    const status = await new Promise<number | null>((resolve) => child.on('close', resolve));
    return { status, pid: child.pid! };
  }

  it.each([
    ['SIGINT', 130],
    ['SIGTERM', 143],
  ] as const)('by %s leaves no browser and no profile', async (signal, wanted) => {
    for (const after of [900, 2500]) {
      const { status, pid } = await killed(signal, after);
      expect(status).toBe(wanted);
      expect(profiles().filter((name) => name.includes(`-${pid}-`))).toEqual([]);
    }
  });

  it('by SIGKILL leaves what the next run sweeps', async () => {
    const { pid } = await killed('SIGKILL', 2500);
    const left = (): string[] => profiles().filter((name) => name.includes(`-${pid}-`));
    // The browser itself ends when its pipe does.
    await verified(copyDemo(), '--host', 'html', '--element', 'quay-panel');
    expect(left()).toEqual([]);
  });
});
