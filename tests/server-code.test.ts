import { describe, expect, it } from 'vitest';
import { lastwright, writeFiles } from './helpers.js';

const VIEW = '<b>{now()}</b><i onclick="press()">{label}</i><template when="wide"><u>{kept}</u></template>\n';

/** What check says of a behavior, as `line: name`, with the library promising a server or not. */
async function said(behavior: string, more: { server?: boolean; contract?: string } = {}): Promise<string[]> {
  const root = writeFiles({
    'lastwright.yaml': `library: 1\nserver: ${more.server ?? true}\nseverity: { behavior/module-state: off, behavior/unused: off }\n`,
    'package.json': '{ "name": "masts", "version": "1.0.0" }',
    'elements/quay-mast/quay-mast.contract.yaml': `contract: 1\ntag: quay-mast\nproperties: { label: { type: string } }\n${more.contract ?? ''}`,
    'elements/quay-mast/quay-mast.html': VIEW,
    'elements/quay-mast/quay-mast.js': behavior,
  });
  const { stdout } = await lastwright(['check', '--json', '--no-types'], { cwd: root });
  const { findings } = JSON.parse(stdout) as { findings: { code: string; line: number; message: string }[] };
  expect(findings.filter(({ code }) => code !== 'behavior/browser-only')).toEqual([]);
  return findings.map(({ line, message }) => `${line}: ${/"(.*?)"/.exec(message)![1]!}`);
}

const behaving = (now: string, wide = 'true', rest = ''): string =>
  `export const state = () => ({ kept: 1 });
export function now(mast) { return ${now}; }
export const results = { wide: (mast) => ${wide} };
export function press(mast) { window.scrollTo(0, mast.parts.x ? 1 : 0); }
${rest}`;

describe('code for the first rendering that needs a browser', () => {
  it.each<[string, string, string[]]>([
    ['a global', behaving('window.innerWidth'), ['2: window']],
    ['a result', behaving('1', 'document.title === mast.label'), ['3: document']],
    ['the host as an element', behaving('mast.host.isConnected'), ['2: host.isConnected']],
    ['parts and internals', behaving('mast.parts.x', 'mast.internals.form'), ['2: parts', '3: internals']],
    [
      'a function of the module',
      behaving('width()', 'true', 'function width() { return innerWidth; }'),
      ['5: innerWidth'],
    ],
    [
      'the state',
      'export const state = () => ({ kept: localStorage.getItem("a") });\nexport const now = () => 1;\nexport const results = { wide: () => 1 };\nexport function press() {}\n',
      ['1: localStorage'],
    ],
    [
      'what the module does when it is loaded',
      behaving('1', 'true', 'export const language = navigator.language;'),
      ['5: navigator'],
    ],
  ])('is told: %s', async (_, behavior, expected) => {
    expect(await said(behavior)).toEqual(expected);
  });

  it.each<[string, string]>([
    [
      'handlers and moments of life',
      behaving('1', 'true', 'export function connected(mast) { mast.state.kept = window.innerWidth; }'),
    ],
    ['a name whose type was asked for', behaving('typeof window === "undefined" ? 0 : window.innerWidth')],
    ['a variable of that name', behaving('((location) => location.name)({ name: 1 })')],
    ['a member of that name', behaving('mast.label?.document ?? { location: 1 }.location')],
    ['properties and attributes of the host', behaving('mast.host.label + mast.host.getAttribute("label")')],
    [
      'functions that nobody calls',
      behaving(
        '1',
        'true',
        'function other() { return document.title; }\nexport const more = () => other();',
      ),
    ],
  ])('is none: %s', async (_, behavior) => {
    expect(await said(behavior)).toEqual([]);
  });

  it('is none where no server is promised', async () => {
    const behavior = behaving('window.innerWidth');
    expect(await said(behavior, { server: false })).toEqual([]);
    expect(await said(behavior, { contract: 'server: false\n' })).toEqual([]);
    expect(await said(behavior, { server: false, contract: 'server: true\n' })).toEqual(['2: window']);
  });
});
