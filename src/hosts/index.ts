import type { Host } from './host.js';
import { html } from './html.js';
import { react } from './react.js';
import { vue } from './vue.js';

/** All hosts that elements can be verified in. */
export const HOSTS: readonly Host[] = [html, react, vue];
