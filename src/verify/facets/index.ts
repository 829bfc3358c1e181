import type { Facet } from '../facet.js';
import { accessibility } from './accessibility.js';
import { attributes } from './attributes.js';
import { encapsulation } from './encapsulation.js';
import { events } from './events.js';
import { independence } from './independence.js';
import { appearance } from './appearance.js';
import { lifecycle } from './lifecycle.js';
import { forms } from './forms.js';
import { methods } from './methods.js';
import { passthrough } from './passthrough.js';
import { csp } from './csp.js';
import { properties } from './properties.js';
import { reflection } from './reflection.js';
import { samples } from './samples.js';
import { server } from './server.js';
import { slots } from './slots.js';
import { upgrade } from './upgrade.js';

/**
 * All facets, in the order in which they run and in which the matrix shows them. `upgrade` comes first because it needs
 * a page without the element; `methods`, `events` and `samples` come before those that only run samples to look at
 * something else, so that what a sample does wrong is told where it belongs.
 */
export const FACETS: readonly Facet[] = [
  upgrade,
  properties,
  attributes,
  reflection,
  methods,
  events,
  samples,
  slots,
  encapsulation,
  passthrough,
  lifecycle,
  independence,
  forms,
  csp,
  server,
  appearance,
  accessibility,
];

/** True for the framework in which that is tried which is the same in all of them: plain HTML where the library promises it. */
export function isFirstFramework(framework: string, promised: readonly string[]): boolean {
  return framework === (promised.includes('html') ? 'html' : promised[0]);
}

/** The facets that are tried in a framework. */
export function facetsIn(framework: string, promised: readonly string[]): readonly Facet[] {
  return FACETS.filter(({ inOneFramework }) => !inOneFramework || isFirstFramework(framework, promised));
}
