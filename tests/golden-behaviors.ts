/** Behaviors as people write them, each for what it shows of how they are read; what is read stands in golden/behaviors.txt. */
export const BEHAVIORS: Record<string, string> = {
  'what functions read': `
export const state = () => ({ open: false, list: [], 'not seen': 1 });
export function own(mast) { return mast.label + mast.state.open; }
export function byHost(mast) { return mast.host.label; }
export function byText(mast) { return mast['label'] + mast.state['open'] + mast.host['size']; }
export function byNumber(mast) { return mast[0]; }
export function computed(mast, name) { return mast[name]; }
export function whole(mast) { return JSON.stringify(mast); }
export function wholeState(mast) { return Object.keys(mast.state); }
export function wholeHost(mast) { return mast.host; }
export function given(mast) { return inner(mast); }
export function givenSecond(mast) { return inner(1, mast); }
export function givenToUnknown(mast) { return elsewhere(mast); }
export function givenState(mast) { return inner(mast.state); }
export function called(mast) { return mast(); }
export function hidden(mast) { return [1].map((mast) => mast.label); }
export function named(mast) { return { mast: 1 }.mast + other.mast.label; }
export function short(mast) { return { mast }; }
export function destructured({ label, state: { open } }) { return label + open; }
export function rest(...all) { return all[0].label; }
export function nothing() { return 1; }
export const arrow = (mast) => mast.size;
export const later = async (mast) => { await mast.label; };
export const value = 3;
export const made = make();
export const wrapped = (mast) => () => mast.state.list.length;
export function tools(mast) { mast.emit('mast-up'); mast.listen(window, 'x', () => {}); return mast.parts.top + mast.internals; }
export function typed(this: void, mast: Inside) { return mast.label; }
export function around(mast) { return again(mast); }
function inner(mast) { return mast.label + (mast.deep ? around(mast) : 0); }
function again(mast) { return again(mast) + mast.size; }
let count = 0;
`,
  'ways to export': `
function one(mast) { return mast.label; }
const two = (mast) => mast.size, three = 3;
export { one, two as second, three };
export { four } from './four.js';
export type Five = string;
export interface Six {}
export class Seven {}
export enum Eight { A }
export let nine = (mast) => mast.label, ten;
export const { eleven, twelve } = made;
export async function thirteen(mast) { return mast.label; }
export function* fourteen(mast) { yield mast.label; }
export declare function fifteen(): void;
`,
  'named functions': `
export const changes = { label(mast, now, before) { mast.state.a = now; }, size: (mast) => mast.label, 'two words': function (mast) {}, async later(mast) {} };
export const results = { double(mast) { return mast.size * 2; }, none() { return 1; } };
export const states = { high: (mast) => mast.size > 3, open: (mast) => mast.state.open };
export function validity(mast) { return mast.label ? {} : { valueMissing: true }; }
export const state = function () { return { a: 1, b: 2 }; };
`,
  'state by a function with a body': `
export function state() { const start = 1; return { a: start, b() {}, 'c': 2 }; }
`,
  'state that a method makes': `
export const state = () => { return ({ one: 1, two: [] }); };
`,
  events: `
import { send } from './send.js';
export function go(mast, name) {
  mast.emit('mast-up', { a: 1 });
  mast.emit(\`mast-down\`);
  mast.emit(name);
  other.emit('not-mine');
  mast.host.dispatchEvent(new CustomEvent('mast-out'));
  const { emit } = mast;
}
`,
  'changes in place': `
export const state = () => ({ list: [], map: new Map(), deep: {}, count: 0 });
export function change(mast) {
  mast.state.count = 1;
  mast.state.count++;
  mast.state.list = [];
  mast.state.list.push(1, 2);
  mast.state.list.push(...mast.rows);
  const length = mast.state.list.push(3);
  mast.state.list.splice(0, 1);
  mast.state.list[0] = 1;
  mast.state.list[0].name = 'x';
  mast.state.map.set('a', 1);
  delete mast.state.deep.a;
  mast.state.deep.b++;
  mast.rows.sort();
  mast.rows.map((row) => row).sort();
  [...mast.rows].sort();
  mast.host.rows.push(1);
  mast.host.rows[0].name = 'x';
  mast.host.label = 'x';
  mast.label = 'x';
  mast.parts.list.push(1);
  mast.internals.states.add('x');
  mast.host.classList.add('x');
  mast['rows'].push(1);
  other.rows.push(1);
  mast.rows.length = 0;
}
export const arrow = (mast) => { mast.rows.reverse(); };
export function loose() { mast.rows.push(1); }
`,
  'what is never ended': `
export function connected(mast) {
  setInterval(tick, 1);
  setTimeout(tick, 1);
  requestAnimationFrame(tick);
  window.addEventListener('x', tick);
  document.addEventListener('y', tick, { once: true });
  mast.host.addEventListener('z', tick);
  mast.listen(window, 'a', tick);
  new ResizeObserver(tick).observe(document.body);
  const observer = new MutationObserver(tick);
  observer.observe(mast.host, {});
  new WebSocket('/');
  new EventSource('/');
}
`,
  'what is ended': `
export function connected(mast) {
  const timer = setInterval(tick, 1);
  window.addEventListener('x', tick);
  return () => { clearInterval(timer); window.removeEventListener('x', tick); };
}
`,
  'modules and their variables': `
import a from './a.js';
import type { B } from './b.js';
import { c } from '../c.js';
import * as d from 'd';
import './e.js';
export { f } from './f.js';
export type { G } from './g.js';
let one = 0, two = 0, three;
var four = 0;
const five = 0;
one = 1;
export let six = 0;
export function go(mast) { two += 1; four++; six = 1; mast.x = 1; ({ three } = mast); return mast.host.shadowRoot; }
export const arrow = (host) => { const two = 1; return host.shadowRoot.x + other.shadowRoot; };
`,
  'no listening': `
export const label = (mast) => mast.label;
`,
};
