import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';

/** Names and texts in views that code put together as text would stumble over. */
const many = Array.from({ length: 30 }, (_, place) => `n${place}`);

const FILES = {
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "words", "version": "1.0.0" }',
  'elements/quay-words/quay-words.contract.yaml': `
contract: 1
tag: quay-words
properties:
  label: { type: string, default: L }
  json: { type: number, default: 1 }
  flags: { type: array, items: { type: object }, default: [] }
  shown: { type: boolean }
`,
  // Names of what the emitted class calls its own, bound by the author.
  'elements/quay-words/quay-words.html': `
<p id="shadowed">{flags.map((host) => host.name + label).join()}</p>
<p id="parameters">{flags.map(({ name: value, state = 'none' }, inside) => value + state + inside + label).join()}</p>
<button onclick="const host = label; label = host + '!'">x</button>
<ul><template for-each="LABEL of flags"><li>{LABEL.name}{label}</li></template></ul>
<ol><template for-each="value, changed of flags"><li>{changed}{value.name}</li></template></ol>
<p id="global">{JSON.stringify({ json, label })}</p>
<p id="glyphs">{'\uE001\uE002' + label}\uE001</p>
<pre id="pre">one
  two {label}
three<b>
  four</b><template when="label">
  five</template></pre>
<p id="attribute" title="one
  {label}
two" data-a.b="{label}" xlink:href="{label}"></p>
<svg><use id="use" xlink:href="#{label}"></use></svg>
<div id="chosen"><b local-name="{shown ? 'b' : 'pre'}" local-names="b pre">one
  two</b></div>
<div id="listed"><template for-each="flag of flags"><i local-name="{flag.tag}" local-names="i u">{flag.name}</i></template></div>
<div id="chain">{flags.length === 0 ? 0 : (flags[0]?.name).length}</div>
`,
  'elements/quay-else/quay-else.contract.yaml': `
contract: 1
tag: quay-else
properties: { ready: { type: boolean }, other: { type: string, default: o } }
`,
  // What stands in \`otherwise\` reads nothing more than the condition, or something else alone.
  'elements/quay-else/quay-else.html': `
<p id="a"><template when="ready">yes</template><template otherwise>{ready ? 'y' : 'n'}</template></p>
<p id="b"><template when="ready">yes</template><template otherwise>{other}</template></p>`,
  'elements/quay-many/quay-many.contract.yaml': `
contract: 1
tag: quay-many
properties:
${many.map((name) => `  ${name}: { type: string, default: '${name}' }`).join('\n')}
`,
  'elements/quay-many/quay-many.html': many.map((name) => `<i id="${name}">{${name}}</i>`).join(''),
  'elements/view-element/view-element.contract.yaml':
    'contract: 1\ntag: view-element\nproperties: { label: { type: string, default: own } }\nparts: { constructor: {} }\n',
  'elements/view-element/view-element.html':
    '<b part="constructor">{label}</b><template when="label"><u>{label}</u></template>',
};

const page = new BuiltPage(FILES);
beforeAll(() => page.start());
afterAll(() => page.stop());

/** Makes an element with these properties; gives what stands in its shadow root by id. */
const show = (tag: string, properties: object, code: string) =>
  page.run<unknown>(`
    const element = document.createElement('${tag}');
    Object.assign(element, ${JSON.stringify(properties)});
    document.body.append(element);
    const one = (selector) => element.shadowRoot.querySelector(selector);
    const texts = (selector) => [...element.shadowRoot.querySelectorAll(selector)].map(({ textContent }) => textContent);
    ${code}`);

const FLAGS = {
  flags: [
    { name: 'a', tag: 'i' },
    { name: 'bb', tag: 'u' },
  ],
};

describe('names that an author binds', () => {
  it('hide names of the element, and nothing that the emitted code uses', async () => {
    const seen = await show(
      'quay-words',
      FLAGS,
      `const before = [one('#shadowed'), one('#parameters'), one('#global')].map(({ textContent }) => textContent);
       one('button').click();
       await element.settled;
       return [before, element.label, texts('ul li'), texts('ol li'), one('#shadowed').textContent];`,
    );
    expect(seen).toEqual([
      ['aL,bbL', 'anone0L,bbnone1L', '{"json":1,"label":"L"}'],
      'L!',
      ['aL!', 'bbL!'],
      ['0a', '1bb'],
      'aL!,bbL!',
    ]);
  });

  it('can be those of the runtime’s own classes and members', async () => {
    const seen = await show('view-element', {}, `return [texts('b, u'), element.constructor.name];`);
    expect(seen).toEqual([['own', 'own'], 'ViewElementElement']);
  });
});

describe('texts of a view', () => {
  it('stay as they are, with line breaks and with any character', async () => {
    const seen = await show(
      'quay-words',
      FLAGS,
      `return [one('#pre').textContent, one('#attribute').title, one('#glyphs').textContent, one('#chosen').firstElementChild.textContent];`,
    );
    expect(seen).toEqual([
      'one\n  two L\nthree\n  four\n  five',
      'one\n  L\ntwo',
      '\uE001\uE002L\uE001',
      'one\n  two',
    ]);
  });

  it('are written to attributes whose names are no words of code, and into their namespace', async () => {
    const seen = await show(
      'quay-words',
      FLAGS,
      `const read = () => [
         one('#attribute').getAttribute('data-a.b'), one('#attribute').getAttribute('xlink:href'),
         one('#use').getAttributeNS('http://www.w3.org/1999/xlink', 'href'), one('#use').attributes.length,
       ];
       const before = read();
       element.label = 'M';
       await element.settled;
       return [before, read()];`,
    );
    expect(seen).toEqual([
      ['L', 'L', '#L', 2],
      ['M', 'M', '#M', 2],
    ]);
  });

  it('keep where an optional chain ends', async () => {
    expect(await show('quay-words', FLAGS, `return one('#chain').textContent;`)).toBe('1');
  });
});

describe('blocks of a view', () => {
  it('follow a condition that stands alone, and what only the other block reads', async () => {
    const seen = await show(
      'quay-else',
      {},
      `const seen = [texts('p')];
       for (const change of [{ other: 'x' }, { ready: true }, { ready: false }]) {
         Object.assign(element, change);
         await element.settled;
         seen.push(texts('p'));
       }
       return seen;`,
    );
    expect(seen).toEqual([
      ['n', 'o'],
      ['n', 'x'],
      ['yes', 'yes'],
      ['n', 'x'],
    ]);
  });

  it('choose a tag for each item of a list, and change it', async () => {
    const seen = await show(
      'quay-words',
      FLAGS,
      `const tags = () => [...one('#listed').children].map(({ localName, textContent }) => localName + textContent);
       const before = tags();
       element.flags = [{ name: 'a', tag: 'u' }, { name: 'c', tag: 'i' }, { name: 'd', tag: 's' }];
       await element.settled;
       return [before, tags()];`,
    );
    expect(seen).toEqual([
      ['ia', 'ubb'],
      ['ua', 'ic'],
    ]);
  });

  it('follow more names than there are bits for', async () => {
    const seen = await show(
      'quay-many',
      {},
      `element.n29 = 'x'; element.n23 = 'y'; element.n0 = 'z';
       await element.settled;
       return [texts('#n29'), texts('#n28'), texts('#n24'), texts('#n23'), texts('#n0'), texts('#n1')].flat();`,
    );
    expect(seen).toEqual(['x', 'n28', 'n24', 'y', 'z', 'n1']);
  });
});
