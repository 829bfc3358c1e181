import type { Facet } from '../facet.js';
import { attributes } from './attributes.js';
import { encapsulation } from './encapsulation.js';
import { events } from './events.js';
import { independence } from './independence.js';
import { lifecycle } from './lifecycle.js';
import { methods } from './methods.js';
import { properties } from './properties.js';
import { reflection } from './reflection.js';
import { slots } from './slots.js';
import { upgrade } from './upgrade.js';

/** All facets, in the order of the matrix; `upgrade` comes first because it needs a page without the element. */
export const FACETS: readonly Facet[] = [
  upgrade,
  properties,
  attributes,
  reflection,
  slots,
  encapsulation,
  events,
  methods,
  lifecycle,
  independence,
];
