import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport, VerifyResult } from '../src/index.js';
import { verified } from './broken-library.js';
import { copyDemo, lastwright, linkPackages, writeFiles } from './helpers.js';

describe('verify --facet', () => {
  const panel = ['--element', 'quay-panel', '--framework', 'html', '--no-types'];
  let folder: string;
  let report: VerifyReport;

  beforeAll(async () => {
    folder = copyDemo();
    report = await verified(folder, ...panel, '--facet', 'slots', '--facet', 'lifecycle');
  });

  it('sees what is asked for, and says of the rest that it was left out', () => {
    const asked = report.results.filter(({ facet }) => ['slots', 'lifecycle'].includes(facet));
    expect(new Set(asked.map(({ facet, verdict }) => `${facet}: ${verdict}`))).toEqual(
      new Set(['slots: fits', 'lifecycle: fits']),
    );
    const others = report.results.filter(({ facet }) => !['slots', 'lifecycle'].includes(facet));
    expect(others.length).toBeGreaterThan(8);
    expect(new Set(others.map(({ verdict, note }) => `${verdict}: ${note}`))).toEqual(
      new Set(['unchecked: Left out: only slots, lifecycle were asked for.']),
    );
    expect(report.cells).toEqual({ seen: 2, remembered: 0 });
  });

  it('remembers it, and takes a part of what was seen whole', async () => {
    const again = await verified(folder, ...panel, '--facet', 'lifecycle', '--facet', 'slots');
    expect(again.cells).toEqual({ seen: 0, remembered: 2 });
    const whole = await verified(folder, ...panel);
    expect(whole.cells.remembered).toBe(0);
    const part = await verified(folder, ...panel, '--facet', 'properties');
    expect(part.cells).toEqual({ seen: 0, remembered: 1 });
  });

  it('names the nearest where there is no such facet', async () => {
    const { status, stderr } = await lastwright(['verify', '--library', folder, '--facet', 'slot']);
    expect(status).toBe(2);
    expect(stderr).toContain('Unknown facet "slot".');
    expect(stderr).toContain('slots');
  });
});

/** An element that draws its label; `more` is done when it arrives. */
const element = (more: string): string => `
export default class extends HTMLElement {
  static observedAttributes = ['label'];
  #label = '';
  #text = document.createElement('p');
  constructor() {
    super();
    this.attachShadow({ mode: 'open' }).append(this.#text);
    if (Object.hasOwn(this, 'label')) { const { label } = this; delete (this as any).label; this.label = label; }
  }
  get label() { return this.#label; }
  set label(value) { this.#label = value === undefined || value === null ? '' : String(value); this.#text.textContent = this.#label; }
  attributeChangedCallback(_: string, __: string, text: string) { this.label = text; }
  connectedCallback() { ${more} }
}
`;

/** True in Vue's pages only. */
const IN_VUE = "Boolean((this.closest('div') as any)?.__vue_app__ ?? (this.parentElement as any)?._vnode)";

describe('what only looks at the element', () => {
  let report: VerifyReport;
  const own = (tag: string, framework: string, facet: string): VerifyResult[] =>
    report.results.filter((one) => one.element === tag && one.framework === framework && one.facet === facet);
  const isTakenOver = ({ observed }: VerifyResult): boolean =>
    observed[0]?.did.startsWith('compare what it makes') ?? false;

  beforeAll(async () => {
    const files: Record<string, string> = {
      'lastwright.yaml': 'library: 1\nframeworks: [html, react, preact, vue]\n',
      'package.json': '{ "name": "masts", "version": "1.0.0", "type": "module" }',
    };
    const put = (tag: string, more: string): void => {
      files[`elements/${tag}/${tag}.contract.yaml`] =
        `contract: 1\ntag: ${tag}\nproperties: { label: { type: string, default: '' } }\nwraps: { element: ./element.ts }\n`;
      files[`elements/${tag}/element.ts`] = element(more);
    };
    put('quay-same', '');
    put(
      'quay-other',
      `queueMicrotask(() => {
        if (!${IN_VUE}) return;
        this.#text.after(document.createElement('hr'));
        const style = document.createElement('style');
        style.textContent = 'p { color: red }';
        document.head.append(style);
      });`,
    );
    put('quay-leaking', `if (${IN_VUE}) addEventListener('resize', () => this.label);`);
    const folder = writeFiles(files);
    linkPackages(folder);
    const facets = ['encapsulation', 'lifecycle', 'independence'].flatMap((name) => ['--facet', name]);
    report = await verified(folder, '--no-types', ...facets);
  }, 120_000);

  it('is taken over where a framework makes the same as another one did, and says so', () => {
    const told = (facet: string): unknown => own('quay-same', 'vue', facet)[0]!.observed[0];
    const comparedWith = (title: string): unknown => ({
      did: `compare what it makes with what ${title} makes`,
      saw: `the same tree, values and listeners, so that it comes to the same as in ${title}`,
    });
    expect(told('encapsulation')).toEqual(comparedWith('HTML'));
    // There a label is given, in HTML by an attribute, in React by the property.
    expect(told('lifecycle')).toEqual(comparedWith('React 19'));
    expect(own('quay-same', 'react', 'lifecycle').some(isTakenOver)).toBe(false);
    const verdicts = report.results.filter(({ element: tag }) => tag === 'quay-same');
    expect(verdicts.filter(({ verdict }) => verdict === 'fails')).toEqual([]);
  });

  it('runs where a framework renders something else, and reports what is wrong there', () => {
    expect(own('quay-other', 'preact', 'encapsulation').every(isTakenOver)).toBe(true);
    expect(own('quay-other', 'preact', 'encapsulation').some(({ verdict }) => verdict === 'fails')).toBe(
      false,
    );
    expect(own('quay-other', 'vue', 'encapsulation').some(isTakenOver)).toBe(false);
    expect(own('quay-other', 'vue', 'encapsulation').some(({ verdict }) => verdict === 'fails')).toBe(true);
  });

  it('does not hide what is the framework’s own doing', () => {
    const removed = (framework: string): VerifyResult =>
      own('quay-leaking', framework, 'lifecycle').find(
        ({ subject }) => subject === 'removed by the framework',
      )!;
    expect(isTakenOver(removed('vue'))).toBe(false);
    expect(removed('vue').verdict).toBe('fails');
    expect(removed('preact').verdict).toBe('fits');
  });
});
