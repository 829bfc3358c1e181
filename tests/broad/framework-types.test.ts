import { expect, it } from 'vitest';
import { verified } from '../broken-library.js';
import { linkPackages, writeFiles } from '../helpers.js';
import { testFaultyTypes, testTypes, typed } from '../judged-types.js';

it('frameworks with a checker are seven', () => {
  expect(typed.map(({ name }) => name)).toEqual([
    'react',
    'react-18',
    'preact',
    'vue',
    'svelte',
    'solid',
    'angular',
  ]);
});

testTypes(typed.map(({ name }) => name));
testFaultyTypes();

it('an event with the name of a native one, and a detail, spoils the types of no element', async () => {
  const folder = writeFiles({
    'lastwright.yaml': `library: 1\nframeworks: [${typed.map(({ name }) => name).join(', ')}]\n`,
    'package.json': '{ "name": "cranes", "version": "1.0.0" }',
    'elements/quay-crane/quay-crane.contract.yaml':
      'contract: 1\ntag: quay-crane\nevents: { change: { detail: { type: object, properties: { load: { type: number } }, required: [load] } } }\n',
    'elements/quay-crane/quay-crane.html': '<button onclick="lift()">Lift</button>',
    'elements/quay-crane/quay-crane.js':
      "export function lift(crane) { crane.emit('change', { load: 2 }); }\n",
    'elements/quay-rope/quay-rope.contract.yaml':
      'contract: 1\ntag: quay-rope\nproperties: { length: { type: number } }\n',
    'elements/quay-rope/quay-rope.html': '<b>{length}</b>',
  });
  linkPackages(folder);
  const { results } = await verified(folder, '--facet', 'types');
  const types = results.filter(({ facet, subject }) => facet === 'types' && subject === 'right use');
  expect(types.map(({ framework, element, verdict }) => `${framework} ${element} ${verdict}`).sort()).toEqual(
    typed.flatMap(({ name }) => [`${name} quay-crane fits`, `${name} quay-rope fits`]).sort(),
  );
}, 300_000);
