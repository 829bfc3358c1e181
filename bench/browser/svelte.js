import { flushSync, mount } from 'svelte';
import App from './SvelteApp.svelte';
import { frameworkApp } from './framework.js';

const app = mount(App, { target: document.getElementById('app') });
frameworkApp({
  berths: (rows) => flushSync(() => app.setBerths(rows)),
  board: (rows) => flushSync(() => app.setBoard(rows)),
});
