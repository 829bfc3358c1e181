import { describe, expect, it } from 'vitest';
import { readContract, readSamples } from '../src/contract/read-contract.js';

const read = (text: string) => readContract('quay-mast.contract.yaml', text);
const one = (text: string) => {
  const { findings, contract } = read(text);
  expect(findings).toHaveLength(1);
  return { ...findings[0]!, contract };
};

describe('a contract', () => {
  it('fills in what is left unsaid', () => {
    const { contract, findings } = read(`
contract: 1
tag: quay-mast
properties:
  maxHeight: { type: integer, minimum: 1 }
  bright: { type: boolean, reflect: true }
  flags: { type: array, items: { $ref: '#/definitions/flag' } }
  kind: { $ref: '#/definitions/kind', default: tall }
  code: { type: string, attribute: mast-code }
  secret: { type: string, attribute: false }
slots: { default: What hangs on it, top: }
events: { mast-raise: Somebody raised it }
definitions:
  flag: { type: object, properties: { name: { type: string } } }
  kind: { enum: [tall, short] }
`);
    expect(findings).toEqual([]);
    const by = Object.fromEntries(contract!.properties.map((property) => [property.name, property]));
    expect(by.maxHeight).toMatchObject({
      kind: 'number',
      attribute: 'max-height',
      default: undefined,
      required: false,
    });
    expect(by.bright).toMatchObject({ kind: 'boolean', default: false, reflect: true });
    expect(by.flags).toMatchObject({ kind: 'array', attribute: undefined });
    expect(by.kind).toMatchObject({ kind: 'enum', default: 'tall' });
    expect(by.code!.attribute).toBe('mast-code');
    expect(by.secret!.attribute).toBeUndefined();
    expect(contract!.className).toBe('QuayMast');
    expect(contract!.slots).toMatchObject([
      { name: 'default', description: 'What hangs on it' },
      { name: 'top', description: undefined },
    ]);
    expect(contract!.events[0]).toMatchObject({ bubbles: true, composed: true, cancelable: false });
  });

  it('is read from JSON too', () => {
    expect(read('{ "contract": 1, "tag": "quay-mast" }').contract?.tag).toBe('quay-mast');
  });

  it('reports all problems of a file at once, each at its place', () => {
    const { findings, contract } = read(`contract: 1
tag: quay-mast
propertys: {}
properties:
  height: { type: nummber }
  bright: { type: boolean, reflekt: true }
events:
  mast-raise: { detail: { type: object, propertis: {} } }
`);
    // What has no error is known: the rest of the element's files can be looked at.
    expect(contract!.properties.map(({ name }) => name)).toEqual(['height', 'bright']);
    expect(findings.map(({ code, line, column }) => [code, line, column])).toEqual([
      ['document/value', 5, 19],
      ['document/unknown-key', 6, 28],
      ['document/unknown-key', 8, 41],
      ['document/unknown-key', 3, 1],
    ]);
    expect(findings.map(({ help }) => help).join('\n')).toMatch(/"reflect"[^]*"properties"[^]*"properties"/);
  });

  it.each([
    ['a missing tag', 'contract: 1\n', 'document/missing-key', /"tag" is missing/],
    ['no version', 'tag: quay-mast\n', 'document/missing-key', /"contract" is missing/],
    ['a tag without a hyphen', 'contract: 1\ntag: mast\n', 'tag/invalid', /no hyphen/],
    ['a tag with capitals', 'contract: 1\ntag: Quay-mast\n', 'tag/invalid', /capital/],
    ['a reserved tag', 'contract: 1\ntag: font-face\n', 'tag/invalid', /reserved/],
    [
      'a property without a type',
      'contract: 1\ntag: quay-mast\nproperties: { height: {} }\n',
      'property/type',
      /what type/,
    ],
    [
      'a boolean that is true',
      'contract: 1\ntag: quay-mast\nproperties: { bright: { type: boolean, default: true } }\n',
      'property/boolean-default',
      /no attribute can say false/,
    ],
    [
      'a default of another type',
      'contract: 1\ntag: quay-mast\nproperties: { height: { type: number, default: tall } }\n',
      'property/default',
      /own type/,
    ],
    [
      'a default that is no choice',
      'contract: 1\ntag: quay-mast\nproperties: { kind: { enum: [a, b], default: c } }\n',
      'property/default',
      /own type/,
    ],
    [
      'an attribute for a list',
      'contract: 1\ntag: quay-mast\nproperties: { flags: { type: array, attribute: flags } }\n',
      'attribute/not-text',
      /no attribute can carry/,
    ],
    [
      'reflection of a list',
      'contract: 1\ntag: quay-mast\nproperties: { flags: { type: array, reflect: true } }\n',
      'property/reflect',
      /no attribute/,
    ],
    [
      'one attribute for two',
      'contract: 1\ntag: quay-mast\nproperties: { a: { type: string }, b: { type: string, attribute: a } }\n',
      'attribute/name',
      /already belongs/,
    ],
    [
      'a name with a hyphen',
      'contract: 1\ntag: quay-mast\nproperties: { max-height: { type: string } }\n',
      'property/name',
      /camelCase/,
    ],
    [
      'a name of the prototype',
      'contract: 1\ntag: quay-mast\nproperties: { __proto__: { type: string } }\n',
      'document/unknown-key',
      /__proto__/,
    ],
    [
      'an event with capitals',
      'contract: 1\ntag: quay-mast\nevents: { mastRaise: {} }\n',
      'event/name',
      /cannot listen/,
    ],
    [
      'an event with a colon',
      "contract: 1\ntag: quay-mast\nevents: { 'mast:raise': {} }\n",
      'event/name',
      /cannot listen/,
    ],
    [
      'an unknown definition',
      "contract: 1\ntag: quay-mast\nproperties: { flag: { $ref: '#/definitions/flg' } }\n",
      'definition/unknown',
      /no definition/,
    ],
    [
      'a name given twice',
      'contract: 1\ntag: quay-mast\nproperties: { raise: { type: string } }\nmethods: { raise: {} }\n',
      'method/name',
      undefined,
    ],
    [
      'a custom property without hyphens',
      'contract: 1\ntag: quay-mast\ncssProperties: { color: {} }\n',
      'style/property-name',
      /not a custom property/,
    ],
    [
      'a key given twice',
      'contract: 1\ntag: quay-mast\ntag: quay-boom\n',
      'document/duplicate-key',
      undefined,
    ],
    ['broken syntax', 'contract: 1\ntag: [quay-mast\n', 'document/syntax', undefined],
    ['a list', '- contract: 1\n', 'document/value', /The file/],
    ['nothing', '', 'document/value', /The file/],
  ])('finds %s', (_, text, code, message) => {
    const { findings } = read(text);
    const errors = findings.map((finding) => finding.code);
    if (code) expect(errors).toContain(code);
    expect(findings.length).toBeGreaterThan(0);
    if (message) expect(findings.map((finding) => finding.message).join('\n')).toMatch(message);
    for (const finding of findings) {
      expect(finding.line).toBeGreaterThan(0);
      expect(finding.help).not.toBe('');
    }
  });

  it('warns of a default that a required property never uses', () => {
    const { severity, code, contract } = one(
      'contract: 1\ntag: quay-mast\nproperties: { height: { type: number, required: true, default: 3 } }\n',
    );
    expect([severity, code]).toEqual(['warning', 'property/required-default']);
    expect(contract).toBeDefined();
  });

  it('survives hostile input', () => {
    const bomb = `a: &a [x,x,x,x,x,x,x,x,x]\n${'bcdefghi'
      .split('')
      .map((name, place) => `${name}: &${name} [${`*${'abcdefgh'[place]},`.repeat(9)}]`)
      .join('\n')}\n`;
    for (const text of [
      bomb,
      `tag: ${'['.repeat(5000)}`,
      'x'.repeat(3_000_000),
      '\u0000\uFFFF',
      '%TAG ! x\n---\n!!js/function a',
      `tag: !!binary ${'A'.repeat(100)}`,
    ]) {
      const { findings } = read(text);
      expect(findings.length).toBeGreaterThan(0);
    }
  });
});

describe('samples', () => {
  it('are read with their places', () => {
    const { samples, findings, locate } = readSamples(
      's.yaml',
      '- sample: One\n  steps:\n    - click: title\n',
    );
    expect(findings).toEqual([]);
    expect(samples[0]?.steps).toEqual([{ click: 'title' }]);
    expect(locate([0, 'steps', 0, 'click'], 'key')).toEqual({ line: 3, column: 7 });
  });

  it('name unknown keys', () => {
    expect(readSamples('s.yaml', '- sample: One\n  steps:\n    - clik: title\n').findings[0]).toMatchObject({
      code: 'document/unknown-key',
      help: 'Did you mean "click"?',
      line: 3,
      column: 7,
    });
  });
});
