import 'built-elements';
import { elementApp } from './elements.js';

globalThis.app = elementApp('bench-berth', 'bench-board');
