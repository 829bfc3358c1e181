import { expect, it } from 'vitest';
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
