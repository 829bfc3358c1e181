import type { Facet } from '../facet.js';
import { attributes } from './attributes.js';
import { encapsulation } from './encapsulation.js';
import { events } from './events.js';
import { independence } from './independence.js';
import { lifecycle } from './lifecycle.js';
import { forms } from './forms.js';
import { methods } from './methods.js';
import { passthrough } from './passthrough.js';
import { policy } from './policy.js';
import { properties } from './properties.js';
import { reflection } from './reflection.js';
import { slots } from './slots.js';
import { upgrade } from './upgrade.js';

/** All facets, in the order of the matrix; `upgrade` comes first because it needs a page without the element, `policy` last because it has a page of its own. */
export const FACETS: readonly Facet[] = [
  upgrade,
  properties,
  attributes,
  reflection,
  slots,
  encapsulation,
  passthrough,
  events,
  methods,
  lifecycle,
  independence,
  forms,
  policy,
];
