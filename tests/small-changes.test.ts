import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readBehavior } from '../src/behavior/read-behavior.js';
import { readContract } from '../src/contract/read-contract.js';
import { analyze, buildLibrary, openLibrary } from '../src/index.js';
import { readStyle } from '../src/style/read-style.js';
import { BuiltPage } from './built-page.js';
import { textOf, writeElement } from './helpers.js';

/** So many names that they do not have a bit each. */
const MANY = Array.from({ length: 30 }, (_, place) => `name${place}`);

const FILES = {
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "buoys", "version": "1.0.0" }',
  'elements/quay-either/quay-either.contract.yaml':
    'contract: 1\ntag: quay-either\nproperties: { on: { type: boolean }, word: { type: string, default: a } }\n',
  'elements/quay-either/quay-either.html':
    '<template when="on">on</template><template otherwise><b>{word}</b></template>',
  'elements/quay-many/quay-many.contract.yaml': `contract: 1\ntag: quay-many\nproperties:\n${MANY.map((name) => `  ${name}: { type: string, default: '-' }`).join('\n')}\n`,
  'elements/quay-many/quay-many.html': MANY.map((name) => `<i>{${name}}</i>`).join(''),
  'elements/quay-ear/quay-ear.contract.yaml':
    'contract: 1\ntag: quay-ear\nmethods: { stop: {} }\nproperties: { heard: { type: number, default: 0 } }\n',
  'elements/quay-ear/quay-ear.html': '<b>{heard}</b>',
  'elements/quay-ear/quay-ear.ts': `
const ends = new WeakMap();
export function connected(ear) { ends.set(ear.host, ear.listen(window, 'quay-shout', () => { ear.heard += 1; })); }
export function stop(ear) { ends.get(ear.host)(); }
`,
  'elements/quay-space/quay-space.contract.yaml':
    'contract: 1\ntag: quay-space\nproperties: { on: { type: boolean, reflect: true } }\n',
  'elements/quay-space/quay-space.html': `<label>In
  <select>
    <option>Port</option>
  </select>
  now</label>
<p><b>berth</b><template when="on"> by day</template><template when="on">
  or night
</template></p>`,
  'elements/quay-tick/quay-tick.contract.yaml':
    'contract: 1\ntag: quay-tick\nproperties: { on: { type: boolean }, count: { type: integer, minimum: 2, maximum: 4, default: 4 } }\nform: { value: on }\nparts: { box: {} }\nevents: { change: { relay: box } }\n',
  'elements/quay-tick/quay-tick.html': '<button> {on} </button><input part="box" type="checkbox">',
};

const built = new BuiltPage(FILES);
const run = <Value>(code: string): Promise<Value> => built.run(code);

beforeAll(() => built.start(), 60_000);
afterAll(() => built.stop());

describe('in the browser', () => {
  it('what only an otherwise reads updates it', async () => {
    expect(
      await run(`
        const either = document.body.appendChild(document.createElement('quay-either'));
        either.word = 'b'; await either.settled;
        const seen = either.shadowRoot.textContent; either.remove(); return seen;`),
    ).toBe('b');
  });

  it('each of thirty names updates its own binding, also where names share a bit', async () => {
    expect(
      await run(`
        const many = document.body.appendChild(document.createElement('quay-many'));
        const seen = [];
        for (let place = 0; place < 30; place++) { many['name' + place] = String(place); await many.settled; seen.push(many.shadowRoot.querySelectorAll('i')[place].textContent); }
        many.remove(); return seen;`),
    ).toEqual(MANY.map((_, place) => String(place)));
  });

  it('what listen() gives back ends the listening', async () => {
    expect(
      await run(`
        const ear = document.body.appendChild(document.createElement('quay-ear'));
        dispatchEvent(new Event('quay-shout')); ear.stop(); dispatchEvent(new Event('quay-shout'));
        const seen = ear.heard; ear.remove(); return seen;`),
    ).toBe(1);
  });

  it('a form gets on for true, and nothing for false', async () => {
    expect(
      await run(`
        const form = document.body.appendChild(document.createElement('form'));
        const tick = form.appendChild(document.createElement('quay-tick'));
        tick.setAttribute('name', 'tick');
        const seen = [new FormData(form).get('tick')];
        tick.on = true; await tick.settled;
        seen.push(new FormData(form).get('tick'));
        form.remove(); return seen;`),
    ).toEqual([null, 'on']);
  });

  it('an integer is whole, and within its limits, both of which are allowed', async () => {
    expect(
      await run(`
        const tick = document.createElement('quay-tick');
        return [2, 4, 3, 1, 5, 2.5].map((value) => { tick.count = value; return tick.count; });`),
    ).toEqual([2, 4, 3, 4, 4, 4]);
  });

  it('a relayed event is no more composed than the one it stands for', async () => {
    expect(
      await run(`
        const outer = document.body.appendChild(document.createElement('div'));
        const tick = outer.attachShadow({ mode: 'open' }).appendChild(document.createElement('quay-tick'));
        let [near, far] = [0, 0];
        tick.addEventListener('change', (event) => { near++; far += event.composed ? 1 : 0; });
        outer.addEventListener('change', () => far++);
        tick.shadowRoot.querySelector('input').click();
        outer.remove(); return [near, far];`),
    ).toEqual([1, 0]);
  });

  it('a button has no white space at its edges', async () => {
    expect(
      await run(`
        const tick = document.body.appendChild(document.createElement('quay-tick'));
        const seen = tick.shadowRoot.querySelector('button').textContent; tick.remove(); return seen;`),
    ).toBe('false');
  });

  it('a space that is meant is drawn, beside a control in its line and at the edge of a block', async () => {
    expect(
      await run(`
        const space = document.body.appendChild(document.createElement('quay-space'));
        space.on = true; await space.settled;
        const [label, words] = space.shadowRoot.children;
        const seen = [label.textContent, label.querySelector('select').childNodes.length, words.textContent];
        space.remove(); return seen;`),
    ).toEqual(['In Port now', 1, 'berth by dayor night']);
  });

  it('the manifest tells which properties are reflected', async () => {
    const folder = writeElement({
      '.contract.yaml':
        'contract: 1\ntag: quay-mast\nproperties: { up: { type: boolean, reflect: true }, label: { type: string } }\n',
      '.html': '{up}{label}',
    });
    const { files } = await buildLibrary(analyze(await openLibrary(folder)));
    const { modules } = JSON.parse(textOf(files.get('custom-elements.json')!)) as {
      modules: { declarations?: { members?: { name: string; reflects?: boolean }[] }[] }[];
    };
    const members = modules
      .flatMap(({ declarations = [] }) => declarations)
      .flatMap(({ members: all = [] }) => all);
    const reflects = (name: string): boolean =>
      members.find((member) => member.name === name)?.reflects === true;
    expect([reflects('up'), reflects('label')]).toEqual([true, false]);
  });
});

describe('in Node', () => {
  const findings = async (files: Record<string, string>): Promise<string[]> =>
    analyze(await openLibrary(writeElement(files))).findings.map(({ code }) => code);

  it('a default may be as large as its limit, and no larger', () => {
    const codes = (given: number): string[] =>
      readContract(
        'a.yaml',
        `contract: 1\ntag: quay-mast\nproperties: { size: { type: number, minimum: 1, maximum: 3, default: ${given} } }\n`,
      ).findings.map(({ code }) => code);
    expect([codes(3), codes(1), codes(4), codes(0)]).toEqual([
      [],
      [],
      ['property/default'],
      ['property/default'],
    ]);
  });

  it('a contract’s own definition goes before the library’s, and what a definition refers to comes along', () => {
    const shared = {
      traits: new Map(),
      everywhere: [],
      server: false,
      classes: new Set<string>(),
      definitions: {
        ship: { type: 'object' as const, properties: { flag: { $ref: '#/definitions/flag' } } },
        flag: { type: 'string' as const },
        pier: { type: 'number' as const },
        other: { type: 'number' as const },
      },
    };
    const { contract } = readContract(
      'a.yaml',
      "contract: 1\ntag: quay-mast\nproperties: { ships: { type: array, items: { $ref: '#/definitions/ship' } }, pier: { $ref: '#/definitions/pier' } }\ndefinitions: { pier: { type: string } }\n",
      shared,
    );
    expect(Object.keys(contract!.definitions).sort()).toEqual(['flag', 'pier', 'ship']);
    expect(contract!.properties.find(({ name }) => name === 'pier')!.kind).toBe('string');
  });

  it('`all` sets the display of the host, and `display` of something else does not', () => {
    const sets = (css: string): boolean | undefined => readStyle('a.css', css).facts?.setsHostDisplay;
    expect([
      sets(':host { all: unset }'),
      sets(':host, b { color: red; display: grid }'),
      sets(':host b { display: grid }'),
      sets(':host(.x) { display: grid }'),
      sets('b { display: grid }'),
    ]).toEqual([true, true, false, false, false]);
  });

  it('a misspelt event is one finding, at the place where it is emitted', async () => {
    expect(
      await findings({
        '.contract.yaml': 'contract: 1\ntag: quay-mast\nevents: { mast-raise: {} }\n',
        '.html': '<button onclick="go()">x</button>',
        '.ts': "export const go = (mast) => mast.emit('mast-rise');\n",
      }),
    ).toEqual(['event/undeclared']);
  });

  it('a name that is hidden in a function inside reads nothing of the element', () => {
    const { behavior } = readBehavior(
      'a.ts',
      'export function words(mast) { return mast.flags.map((mast) => mast.colour).concat(mast.state.more); }\n',
    );
    const reads = behavior.exports.get('words')!.reads;
    expect(reads).not.toBe('everything');
    expect(reads).toEqual({ properties: new Set(['flags']), state: new Set(['more']) });
  });
});
