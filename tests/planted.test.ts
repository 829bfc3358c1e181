import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
// @ts-expect-error The generator is plain JavaScript, shared with the measurements.
import { generateLibrary } from '../bench/generate.mjs';
import { checkTags } from '../src/analysis/tags.js';
import type { Finding } from '../src/findings/finding.js';
import { checkReportSchema, openLibrary } from '../src/index.js';
import { lastwright, scratchFolder, writeFiles } from './helpers.js';

/** A mistake: in which file, what stands there instead of what, and what must find it. */
const MISTAKES: [ending: string, from: string, to: string, code: string][] = [
  ['.contract.yaml', 'contract: 1', 'contract: 2', 'document/value'],
  ['.contract.yaml', 'properties:\n', 'propertys:\n', 'document/unknown-key'],
  ['.contract.yaml', 'required: true,', 'requird: true,', 'document/unknown-key'],
  ['.contract.yaml', 'type: number,', 'type: nummber,', 'document/value'],
  ['.contract.yaml', 'default: free,', 'default: fre,', 'property/default'],
  ['.contract.yaml', 'closed: { type: boolean,', 'hidden: { type: boolean,', 'property/standard-member'],
  ['.contract.yaml', 'reflect: true }\n  parcels', 'default: true }\n  parcels', 'property/boolean-default'],
  ['.contract.yaml', "'#/definitions/parcel'", "'#/definitions/parcl'", 'definition/unknown'],
  ['.contract.yaml', 'part-claim:', 'partClaim:', 'event/name'],
  ['.contract.yaml', 'reveal: {', 'Reveal: {', 'method/name'],
  ['.contract.yaml', 'items: {', 'reflect: true, items: {', 'property/reflect'],
  ['.contract.yaml', '  --quay', '  quay', 'style/property-name'],
  ['.contract.yaml', 'required: [id, name]\n', 'required: [id, name\n', 'document/syntax'],
  ['.html', '{label}', '{lable}', 'view/unknown-name'],
  ['.html', 'onclick="claim()">{label}', 'onclick="claim">{label}', 'view/handler-not-called'],
  ['.html', '{depth} m', '{depth m', 'view/expression-syntax'],
  ['.html', 'name="actions"', 'name="action"', 'slot/undeclared'],
  ['.html', 'part="title"', 'part="titel"', 'part/undeclared'],
  ['.html', 'parcel of parcels', 'parcel in parcels', 'view/for-each'],
  ['.html', 'key="parcel.id"', 'key="label"', 'view/key'],
  ['.html', '<template otherwise>', '<template otherwize>', 'view/block'],
  ['.html', '{parcel.name}', '{parcel.constructor}', 'view/unsafe-member'],
  ['.html', '</h3>', '', 'view/markup'],
  ['.css', ':host { display: block; }', ':host { color: red; }', 'style/host-inline'],
  ['.css', 'h3 {', 'body h3 {', 'style/no-effect'],
  ['.css', '-accent,', '-acent,', 'style/undeclared-property'],
  ['.css', 'margin: 0 0 8px;', 'margin: 0 0 8px; }', 'style/syntax'],
  ['.ts', "'part-claim'", "'part-clam'", 'event/undeclared'],
  ['.ts', 'function reveal', 'function reveel', 'method/missing'],
  ['.ts', 'part.state.open = true;', 'part.state.open.on = true;', 'state/mutated'],
];

it('thirty mistakes in fifty elements are thirty findings, each at its line', async () => {
  const folder = scratchFolder();
  generateLibrary(folder, 50);
  expect(MISTAKES).toHaveLength(30);
  const expected = MISTAKES.map(([ending, from, to, code], place) => {
    const tag = `quay-part${place + 5}`;
    const file = `elements/${tag}/${tag}${ending}`;
    const text = readFileSync(join(folder, file), 'utf8');
    expect(text, `${file}: ${from}`).toContain(from);
    writeFileSync(join(folder, file), text.replace(from, to));
    const line = text.slice(0, text.indexOf(from)).split('\n').length;
    return { code, tag, file, line };
  });
  const { stdout, status } = await lastwright(['check', '--json', '--library', folder]);
  const { findings } = checkReportSchema.parse(JSON.parse(stdout));
  expect(status).toBe(1);
  for (const { code, tag, line } of expected) {
    const own = findings.filter(({ file }) => file.includes(`/${tag}/`));
    expect(
      own.map((finding) => finding.code),
      `${tag}: ${JSON.stringify(own)}`,
    ).toEqual([code]);
    const elsewhere = new Set(['method/missing', 'document/syntax', 'style/syntax', 'style/host-inline']);
    // What is missing is told where it is promised; a parser stops where it cannot go on.
    if (!elsewhere.has(code)) expect(own[0]!.line, `${tag} ${code}`).toBe(line);
    else expect(own[0]!.line).toBeGreaterThan(0);
  }
  expect(findings).toHaveLength(30);
});

it('a tag that is taken is told at the later element, whichever of two threads came first', async () => {
  const names = Array.from({ length: 240 }, (_, place) => `quay-part${String(place).padStart(3, '0')}`);
  const taken = new Set(['quay-part011', 'quay-part128', 'quay-part239']);
  const tagOf = (name: string): string => (taken.has(name) ? 'quay-twin' : name);
  const contractOf = (name: string): string => `elements/${name}/${name}.contract.yaml`;
  const folder = writeFiles({
    'lastwright.yaml': 'library: 1\n',
    ...Object.fromEntries(names.map((name) => [contractOf(name), `contract: 1\ntag: ${tagOf(name)}\n`])),
  });
  const places = (findings: readonly Finding[]): string[] =>
    findings
      .filter(({ code }) => code === 'tag/duplicate')
      .map(({ file, line, message }) => `${file}:${line} ${/elements\S+yaml/.exec(message)![0]}`);
  const expected = [
    `${contractOf('quay-part128')}:2 ${contractOf('quay-part011')}`,
    `${contractOf('quay-part239')}:2 ${contractOf('quay-part128')}`,
  ];
  const { stdout } = await lastwright(['check', '--no-types', '--json', '--library', folder]);
  expect(places(checkReportSchema.parse(JSON.parse(stdout)).findings)).toEqual(expected);
  const backwards = new Map(names.map((name) => [contractOf(name), tagOf(name)] as const).reverse());
  expect(places(checkTags(backwards, await openLibrary(folder)))).toEqual(expected);
});
