// Shows where the time of `lastwright verify` goes, without any help from the product: a CPU profile of node, one of all pages merged
// by function, the tasks of the renderers by kind, and, in each page, the time by facet and by what the page asks of node.
//   node bench/profile.mjs                      the demo in plain HTML and React
//   node bench/profile.mjs --framework html --tables pages,facets   other options go to `lastwright verify`
// The browser is started through a small program that opens a second door to it; both clients speak its devtools protocol.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { WebSocket } from 'ws';
import { copyDemo } from './copy-demo.mjs';

const TABLES = ['node', 'pages', 'calls', 'tasks', 'facets', 'acts'];
const ROWS = 30;

/** How long one profile of a page is, in milliseconds. */
const SAMPLED = 400;

/** What is traced for a table. */
const CATEGORIES = {
  tasks: ['devtools.timeline', 'v8', 'cc'],
};

const given = process.argv.slice(2);
const at = given.indexOf('--tables');
const tables = at < 0 ? TABLES : given.splice(at, 2)[1].split(',');
const options = given.length > 0 ? given : ['--framework', 'html', '--framework', 'react'];

const what = options.join(' ');

const scratch = mkdtempSync(join(tmpdir(), 'lastwright-profile-'));
const profile = join(scratch, 'browser');
const demo = join(scratch, 'quayside');
if (!options.includes('--library')) {
  copyDemo(demo);
  options.push('--library', demo);
}
const verify = ['bin/lastwright.js', 'verify', '--no-types', '--no-cache', '--json', ...options];
// The first run fills a cache of its own: the bundles of the frameworks, and the packaged browser.
const cache = join(scratch, 'cache');
const env = { LASTWRIGHT_CHROMIUM: 'packaged', ...process.env, LASTWRIGHT_CACHE: cache };
spawnSync(process.execPath, verify, { stdio: 'ignore', env });
const program = join(scratch, 'chromium');
// The last of two arguments of a name counts: the profile's folder has to be a known one.
writeFileSync(
  program,
  `#!/bin/sh\nexec "${chromium()}" "$@" --remote-debugging-port=0 --user-data-dir="${profile}"\n`,
  { mode: 0o755 },
);

/** What runs in each page before its own scripts: notes when a probe begins, when it asks node for something, and when it goes on. */
const OBSERVER = `
  if (self === top) {
    let own;
    Object.defineProperty(globalThis, 'lastwrightProbes', {
      configurable: true,
      get: () => own,
      set(door) {
        let facet;
        let asked;
        const noting = (step, began) => step.then((turn) => {
          const now = performance.now();
          const kind = turn.act && Object.keys(turn.act)[0];
          globalThis.lastwrightNote(JSON.stringify({ facet, act: asked?.kind, outside: asked ? began - asked.at : 0, inside: now - began }));
          asked = kind && { kind, at: now };
          return turn;
        });
        own = {
          begin(request) { facet = request.facet; asked = undefined; const began = performance.now(); return noting(door.begin(request), began); },
          resume(answer) { const began = performance.now(); return noting(door.resume(answer), began); },
        };
      },
    });
  }`;

/** Everything that was traced. */
const events = [];
/** Self times of scripts in pages, by function. */
const scripts = new Map();
/** Times of functions in pages with all that they call. */
const calls = new Map();
const facets = new Map();
const acts = new Map();
const add = (map, key, by) => {
  const row = map.get(key) ?? { count: 0, time: 0 };
  row.count += by.count ?? 1;
  row.time += by.time;
  map.set(key, row);
};

/** Adds a CPU profile (self times, in milliseconds) to a table. */
function merge({ nodes, samples, timeDeltas }, into) {
  const byId = new Map(nodes.map((node) => [node.id, node.callFrame]));
  samples.forEach((id, index) => {
    const { functionName, url, lineNumber } = byId.get(id);
    const file = url.split('/').slice(-2).join('/').split('?')[0];
    add(into, `${functionName || '(anonymous)'} ${file && `${file}:${lineNumber + 1}`}`, {
      time: timeDeltas[index] / 1000,
    });
  });
}

/** Adds a CPU profile to a table of functions with all that they call; one that calls itself counts once. */
function mergeCalls({ nodes, samples, timeDeltas }, into) {
  const parents = new Map();
  for (const { id, children = [] } of nodes) for (const child of children) parents.set(child, id);
  const byId = new Map(nodes.map((node) => [node.id, node.callFrame]));
  samples.forEach((id, index) => {
    const names = new Set();
    for (let at = id; at !== undefined; at = parents.get(at)) {
      const { functionName, url, lineNumber, columnNumber } = byId.get(at);
      const file = url.split('/').at(-1).split('?')[0];
      names.add(`${functionName || '(anonymous)'} ${file && `${file}:${lineNumber + 1}:${columnNumber}`}`);
    }
    names.delete('(root) ');
    for (const name of names) add(into, name, { time: timeDeltas[index] / 1000 });
  });
}

/** Listens at the second door of a browser until it is gone. */
async function observe(signal) {
  const portFile = join(profile, 'DevToolsActivePort');
  while (!existsSync(portFile) || !readFileSync(portFile, 'utf8').includes('\n')) {
    if (signal.aborted) return;
    await wait(5);
  }
  const [port, path] = readFileSync(portFile, 'utf8').split('\n');
  const socket = new WebSocket(`ws://127.0.0.1:${port}${path}`, { maxPayload: 1 << 30 });
  let last = 0;
  const waiting = new Map();
  const send = (method, params = {}, sessionId = undefined) =>
    new Promise((resolve) => {
      waiting.set(++last, resolve);
      socket.send(JSON.stringify({ id: last, method, params, sessionId }));
    });
  const reading = new AbortController();
  const sampled = [];
  /** Takes profile after profile: a document that goes takes the running one with it. */
  const sample = async (session) => {
    await send('Profiler.enable', {}, session);
    while (!reading.signal.aborted) {
      await send('Profiler.start', {}, session);
      await wait(SAMPLED);
      const { profile: own } = await send('Profiler.stop', {}, session);
      if (own) merge(own, scripts);
      if (own) mergeCalls(own, calls);
    }
  };
  socket.on('message', async (data) => {
    const { id, result, method, params } = JSON.parse(data);
    if (id !== undefined) {
      waiting.get(id)?.(result ?? {});
      waiting.delete(id);
    } else if (method === 'Target.attachedToTarget' && params.targetInfo.type === 'page') {
      const session = params.sessionId;
      await Promise.all([
        send('Runtime.enable', {}, session),
        send('Runtime.addBinding', { name: 'lastwrightNote' }, session),
        send('Page.enable', {}, session),
        send('Page.addScriptToEvaluateOnNewDocument', { source: OBSERVER }, session),
        send('Runtime.runIfWaitingForDebugger', {}, session),
      ]);
      if (tables.includes('pages') || tables.includes('calls')) sampled.push(sample(session));
    } else if (method === 'Runtime.bindingCalled' && params.name === 'lastwrightNote') {
      const { facet, act, outside, inside } = JSON.parse(params.payload);
      add(facets, facet, { time: outside + inside, count: act ? 0 : 1 });
      if (act) add(acts, `${act} (${facet})`, { time: outside });
      if (act) add(acts, `${act}, all`, { time: outside });
    } else if (method === 'Tracing.dataCollected') {
      events.push(...params.value);
    } else if (method === 'Tracing.tracingComplete') {
      traced?.();
    }
  });
  let traced;
  await new Promise((resolve) => socket.once('open', resolve));
  await send('Target.setAutoAttach', { autoAttach: true, waitForDebuggerOnStart: true, flatten: true });
  const includedCategories = tables.flatMap((table) => CATEGORIES[table] ?? []);
  if (includedCategories.length > 0)
    await send('Tracing.start', { transferMode: 'ReportEvents', traceConfig: { includedCategories } });
  return async () => {
    reading.abort();
    await Promise.all(sampled);
    if (includedCategories.length > 0) {
      const complete = new Promise((resolve) => (traced = resolve));
      await send('Tracing.end');
      await complete;
    }
    socket.close();
  };
}

/** CPU time of what the browser's threads do, without what they do inside of that, by kind. */
function threadTasks() {
  const table = new Map();
  const threads = new Map(
    events
      .filter(({ name }) => name === 'thread_name')
      .map(({ pid, tid, args }) => [`${pid} ${tid}`, args.name]),
  );
  const open = new Map();
  for (const event of events.filter(({ ph }) => ph === 'X').sort((one, other) => one.ts - other.ts)) {
    const { pid, tid, ts, dur = 0, tdur = 0, name } = event;
    const thread = `${pid} ${tid}`;
    const stack = open.get(thread) ?? [];
    open.set(thread, stack);
    while (stack.length > 0 && stack.at(-1).end <= ts) stack.pop();
    const row = `${threads.get(thread) ?? 'a thread'}: ${name}`;
    add(table, row, { time: tdur / 1000 });
    if (stack.length > 0) add(table, stack.at(-1).row, { time: -tdur / 1000, count: 0 });
    stack.push({ end: ts + dur, row });
  }
  return table;
}

/** All time in which pages were sampled and not idle. */
function sampledTime() {
  return [...scripts].reduce((sum, [name, { time }]) => (name === '(idle) ' ? sum : sum + time), 0);
}

/** Prints the rows that take most. */
function print(title, map, rows = ROWS) {
  console.log(`\n## ${title}\n`);
  map.delete('(idle) ');
  const total = map === calls ? sampledTime() : [...map.values()].reduce((sum, { time }) => sum + time, 0);
  console.log(`| what | count | ms | of all |\n| --- | ---: | ---: | ---: |`);
  for (const [what, { count, time }] of [...map].sort(([, a], [, b]) => b.time - a.time).slice(0, rows))
    console.log(`| ${what} | ${count} | ${time.toFixed(0)} | ${((time / total) * 100).toFixed(1)} % |`);
}

/** The browser that is profiled: `LASTWRIGHT_CHROMIUM`, or the packaged one, which the first run has unpacked into the cache. */
function chromium() {
  const { LASTWRIGHT_CHROMIUM: named } = env;
  if (named !== 'packaged') return named;
  return join(
    cache,
    readdirSync(cache).find((name) => name.startsWith('chromium-')),
    'chromium',
  );
}

const ended = new AbortController();
const nodeProfiles = join(scratch, 'node');
// The browser is closed only after its profiles are read: node stands still just before it would close it.
const hold = join(scratch, 'hold.mjs');
writeFileSync(
  hold,
  `import { existsSync, writeFileSync } from 'node:fs';
import { Duplex } from 'node:stream';
const { write } = Duplex.prototype;
const nothing = new Int32Array(new SharedArrayBuffer(4));
Duplex.prototype.write = function (chunk, ...rest) {
  if (typeof chunk === 'string' && chunk.includes('"Browser.close"')) {
    writeFileSync(${JSON.stringify(join(scratch, 'closing'))}, '');
    while (!existsSync(${JSON.stringify(join(scratch, 'read'))})) {
      if (process.ppid !== ${process.pid}) process.exit(1);
      Atomics.wait(nothing, 0, 0, 5);
    }
  }
  return write.call(this, chunk, ...rest);
};
`,
);
const command = spawn(
  process.execPath,
  [
    ...(tables.includes('node') ? ['--cpu-prof', `--cpu-prof-dir=${nodeProfiles}`] : []),
    '--import',
    hold,
    ...verify,
  ],
  { env: { ...env, LASTWRIGHT_CHROMIUM: program }, stdio: ['ignore', 'pipe', 'inherit'] },
);
let text = '';
command.stdout.setEncoding('utf8').on('data', (chunk) => (text += chunk));
const over = new Promise((resolve) => command.once('exit', resolve)).then(() => ended.abort());
const finish = await observe(ended.signal);
while (!existsSync(join(scratch, 'closing')) && !ended.signal.aborted) await wait(5);
await finish?.();
writeFileSync(join(scratch, 'read'), '');
await over;
const report = JSON.parse(text);
console.log(`${report.results.length} results in ${report.seconds} s, with the profilers running: ${what}`);
if (tables.includes('node')) {
  const ofNode = new Map();
  for (const name of readdirSync(nodeProfiles))
    merge(JSON.parse(readFileSync(join(nodeProfiles, name), 'utf8')), ofNode);
  print('Node, by function (self time)', ofNode);
}
if (tables.includes('pages')) print('Pages, by function (self time)', scripts);
if (tables.includes('calls')) print('Pages, by function with all that it calls', calls, 80);
if (tables.includes('tasks')) print('Threads of the browser, by kind of task (CPU time)', threadTasks());
if (tables.includes('facets')) print('Probes, by facet (wall time)', facets);
if (tables.includes('acts')) print('What pages ask of node (wall time)', acts);
rmSync(scratch, { recursive: true, force: true });
