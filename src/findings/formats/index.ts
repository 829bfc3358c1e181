import type { Format } from './format.js';
import { github } from './github.js';
import { json } from './json.js';
import { junit } from './junit.js';
import { markdown } from './markdown.js';
import { sarif } from './sarif.js';

/** All formats for other programs; people get `pretty`, which is the terminal's. */
export const FORMATS: readonly Format[] = [json, sarif, junit, markdown, github];
