import { createApp, nextTick, shallowRef } from 'vue';
import App from './VueApp.vue';
import { frameworkApp } from './framework.js';

const berths = shallowRef([]);
const board = shallowRef();
createApp(App, { berths, board }).mount('#app');
frameworkApp({
  berths: (rows) => (berths.value = rows),
  board: (rows) => (board.value = rows),
  settled: nextTick,
});
