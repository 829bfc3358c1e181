import { angular } from './angular.js';
import { ember } from './ember.js';
import type { Framework } from './framework.js';
import { html } from './html.js';
import { preact } from './preact.js';
import { react } from './react.js';
import { react18 } from './react-18.js';
import { riot } from './riot.js';
import { solid } from './solid.js';
import { svelte } from './svelte.js';
import { vue } from './vue.js';

/** All frameworks that elements can be verified in. */
export const FRAMEWORKS: readonly Framework[] = [
  html,
  react,
  react18,
  preact,
  vue,
  svelte,
  solid,
  angular,
  ember,
  riot,
];
