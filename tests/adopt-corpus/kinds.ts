import type { AdoptCase } from './case.js';
import type { ComponentFramework } from '../../src/contract/component-frameworks.js';
import { classCases } from './class.js';
import { preactCases } from './preact.js';
import { reactCases } from './react.js';
import { solidCases } from './solid.js';
import { svelteCases } from './svelte.js';
import { vueCases } from './vue.js';

/** All cases, by what the components are. */
export const KINDS: [kind: ComponentFramework | 'class', cases: AdoptCase[]][] = [
  ['react', reactCases],
  ['preact', preactCases],
  ['vue', vueCases],
  ['svelte', svelteCases],
  ['solid', solidCases],
  ['class', classCases],
];
