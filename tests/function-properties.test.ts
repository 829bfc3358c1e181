import { beforeAll, describe, expect, it } from 'vitest';
import { verifyReportSchema, type VerifyReport } from '../src/index.js';
import { lastwright, writeFiles } from './helpers.js';

/** What is between the braces of a class with a property that is a function. */
const CLASSES: Record<string, string> = {
  sound: `
  #format; get format() { return this.#format; }
  set format(value) { this.#format = typeof value === 'function' ? value : undefined; this.draw(); }
  draw() { this.textContent = this.#format?.(7) ?? ''; }`,
  wrapping: `
  #format; get format() { return this.#format; }
  set format(value) { this.#format = typeof value === 'function' ? (...given) => value(...given) : undefined; this.draw(); }
  draw() { this.textContent = this.#format?.(7) ?? ''; }`,
  leaving: `
  #format; #gone = false; get format() { return this.#format; }
  set format(value) { if (this.#gone) return; this.#format = typeof value === 'function' ? value : undefined; this.draw(); }
  draw() { this.textContent = this.#format?.(7) ?? ''; }
  connectedCallback() { this.#gone = false; }
  disconnectedCallback() { this.#gone = true; this.#format = undefined; }`,
  arriving: `
  #format; get format() { return this.#format; }
  set format(value) { this.#format = typeof value === 'function' ? value : undefined; this.draw(); }
  draw() { this.textContent = this.#format?.(7) ?? ''; }
  connectedCallback() { const { format } = this; this.#format = format && ((...given) => format(...given)); }`,
  once: `
  #format; get format() { return this.#format; }
  set format(value) { this.#format ??= typeof value === 'function' ? value : undefined; this.draw(); }
  draw() { this.textContent = this.#format?.(7) ?? ''; }`,
  throwing: `
  #format; get format() { return this.#format; }
  set format(value) { if (value && typeof value !== 'function') throw new TypeError('no function'); this.#format = value ?? undefined; this.draw(); }
  draw() { this.textContent = this.#format?.(7) ?? ''; }`,
  keeping: `
  #format; get format() { return this.#format; }
  set format(value) { this.#format = value ?? undefined; this.draw(); }
  draw() { this.textContent = typeof this.#format === 'function' ? this.#format(7) : ''; }`,
  given: `
  #format = () => ''; get format() { return this.#format; }
  set format(value) { this.#format = typeof value === 'function' ? value : undefined; this.draw(); }
  draw() { this.textContent = this.#format?.(7) ?? ''; }`,
};

const SAMPLE = `- sample: Written out
  callbacks: { format: seven }
  steps:
    - expect: { called: format }
`;

let report: VerifyReport;

beforeAll(async () => {
  const files: Record<string, string> = {
    'lastwright.yaml': 'library: 1\nframeworks: [html]\n',
    'package.json': '{ "name": "gauges", "version": "1.0.0" }',
  };
  for (const [name, body] of Object.entries({ ...CLASSES, unshown: CLASSES.sound! })) {
    const place = `elements/quay-${name}/quay-${name}`;
    files[`${place}.contract.yaml`] = `contract: 1
tag: quay-${name}
encapsulation: none
properties: { format: { function: { parameters: [{ name: level, schema: { type: number } }], returns: { type: string } } } }
wraps: { element: ./quay-${name}.js, export: Gauge }
`;
    files[`${place}.js`] = `export class Gauge extends HTMLElement {${body}\n}\n`;
    if (name !== 'unshown') files[`${place}.samples.yaml`] = SAMPLE;
  }
  const { stdout } = await lastwright(['verify', '--json', '--library', writeFiles(files)]);
  report = verifyReportSchema.parse(JSON.parse(stdout)) as VerifyReport;
}, 120_000);

const told = (name: string): string[] =>
  report.results
    .filter(
      ({ element, facet, subject }) =>
        element === `quay-${name}` && facet === 'properties' && subject === 'format',
    )
    .map(({ verdict, note }) => `${verdict} ${note}`);

describe('a property that is a function', () => {
  it('fits if it is kept as it is, and nothing else is', () => {
    expect(told('sound')).toEqual(['fits ']);
  });

  it.each([
    ['wrapping', /^fails set format before it is in the page: .* instead of the same function/],
    ['arriving', /^fails put it into the page, read format/],
    ['leaving', /^fails set it after it has left the page/],
    ['once', /^fails set format to another one/],
    ['throwing', /^fails set format to "text": error: TypeError: no function/],
    ['given', /^fails create the element, read format/],
    ['keeping', /^care What is no function is kept in "format"/],
    ['unshown', /^unchecked No sample passes it on through a framework: give one "callbacks" with format/],
  ])('is told of one that is %s', (name, expected) => {
    expect(told(name)).toEqual([expect.stringMatching(expected)]);
  });
});
