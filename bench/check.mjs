// Measures `lastwright check` on large libraries, as ratios of medians within one run; exit status 1 if one
// is over its limit. What it is compared with: parsing the same files and nothing else, in one process; and
// TypeScript's own compiler on as much code that was written by hand.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { generateLibrary } from './generate.mjs';

const REPETITIONS = 5;
const scratch = mkdtempSync(join(tmpdir(), 'lastwright-bench-'));
const cli = join(process.cwd(), 'bin/lastwright.js');
const tsc = join(process.cwd(), 'node_modules/typescript-7/bin/tsc');
const library = (count) => join(scratch, `library-${count}`);
for (const count of [100, 1000, 2000]) generateLibrary(library(count), count);
writeByHand(join(scratch, 'hand'), 1000);

/** As many modules as the library has elements, with about as much to check in each. */
function writeByHand(folder, count) {
  mkdirSync(folder, { recursive: true });
  for (let number = 1; number <= count; number++)
    writeFileSync(join(folder, `part${number}.ts`), handWritten(number));
  const compilerOptions = {
    strict: true,
    noEmit: true,
    target: 'ES2022',
    module: 'ESNext',
    moduleResolution: 'Bundler',
    lib: ['ES2023', 'DOM', 'DOM.Iterable'],
    types: [],
    skipLibCheck: true,
  };
  writeFileSync(join(folder, 'tsconfig.json'), JSON.stringify({ compilerOptions, include: ['*.ts'] }));
}

function handWritten(number) {
  return `export type Parcel = { readonly id: string; readonly name: string };
/** The state of part ${number}. */
export type State${number} = 'free' | 'booked' | 'occupied';

export class Part${number} extends HTMLElement {
  #label = '';
  #state: State${number} = 'free';
  #depth = ${number % 9};
  #closed = false;
  #parcels: readonly Parcel[] = [];
  #open = false;
  get label(): string { return this.#label; }
  set label(value: string | undefined) { this.#label = value ?? ''; this.draw(); }
  get state(): State${number} { return this.#state; }
  set state(value: State${number} | undefined) { this.#state = value ?? 'free'; this.draw(); }
  get depth(): number { return this.#depth; }
  set depth(value: number | undefined) { this.#depth = value ?? 0; this.draw(); }
  get closed(): boolean { return this.#closed; }
  set closed(value: boolean | undefined) { this.#closed = value ?? false; this.draw(); }
  get parcels(): readonly Parcel[] { return this.#parcels; }
  set parcels(value: readonly Parcel[] | undefined) { this.#parcels = value ?? []; this.draw(); }

  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    root.innerHTML = '<article><h3></h3><slot name="actions"></slot><slot></slot><ul></ul><p></p></article>';
    root.querySelector('h3')!.addEventListener('click', () => this.claim());
  }

  claim(): void {
    const event = new CustomEvent<{ label: string }>('part-claim', { detail: { label: this.label }, bubbles: true, composed: true, cancelable: true });
    if (this.dispatchEvent(event)) this.state = 'booked';
  }

  reveal(): void {
    this.#open = true;
    this.draw();
  }

  draw(): void {
    const root = this.shadowRoot!;
    root.querySelector('article')!.className = \`part \${this.state}\`;
    root.querySelector('h3')!.textContent = this.label;
    const list = root.querySelector('ul')!;
    list.replaceChildren(...this.parcels.map((parcel) => { const item = document.createElement('li'); item.textContent = parcel.name; item.addEventListener('click', () => this.claim()); return item; }));
    root.querySelector('p')!.textContent = this.#open && !this.closed ? 'open' : \`No cargo, \${this.depth} m.\`;
  }
}
`;
}

function run(args) {
  // Each run begins without what an earlier one remembered, unless it is the one that runs again.
  const began = performance.now();
  const { status, stderr } = spawnSync(process.execPath, args, {
    env: { ...process.env, LASTWRIGHT_CACHE: join(scratch, 'cache') },
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`${args.join(' ')} ended with ${status}: ${stderr}`);
  return performance.now() - began;
}

// What was remembered is moved aside and removed at the end: some file systems are slow at making files for a
// minute after many were deleted, and that is not what is measured here.
const aside = join(scratch, 'aside');
mkdirSync(aside);
let moved = 0;
const forget = () => {
  const kept = [
    join(scratch, 'cache'),
    ...[100, 1000, 2000].map((count) => join(library(count), '.lastwright')),
  ];
  for (const folder of kept) if (existsSync(folder)) renameSync(folder, join(aside, `${(moved += 1)}`));
};
const fresh = (args) => () => {
  forget();
  return run(args);
};
const check = (count, ...more) => [cli, 'check', '--library', library(count), ...more];
const tasks = {
  parse: () => run(['bench/parse-only.mjs', library(1000)]),
  check: fresh(check(1000, '--no-types')),
  again: () => run(check(1000, '--no-types')),
  check100: fresh(check(100, '--no-types')),
  check2000: fresh(check(2000, '--no-types')),
  tsc: () => run([tsc, '-p', join(scratch, 'hand')]),
  types: fresh(check(1000)),
};
const times = Object.fromEntries(Object.keys(tasks).map((name) => [name, []]));
for (let round = 0; round < REPETITIONS; round++)
  for (const [name, task] of Object.entries(tasks)) times[name].push(task());
rmSync(scratch, { recursive: true });

const median = (name) => [...times[name]].sort((a, b) => a - b)[REPETITIONS >> 1];
const spread = (name) =>
  Math.round((100 * (Math.max(...times[name]) - Math.min(...times[name]))) / median(name));
let over = 0;
function say(what, ratio, than, limit, name) {
  const verdict = ratio <= limit ? `limit ${limit}` : `OVER the limit of ${limit}`;
  if (ratio > limit) over++;
  console.log(
    `${what}: ${ratio.toFixed(2)} x ${than} (${verdict}); ${Math.round(median(name))} ms, spread ${spread(name)} %`,
  );
}
say(
  'check of 1,000 elements without types',
  median('check') / median('parse'),
  'parsing their files',
  1.2,
  'check',
);
say('the same again, nothing changed', median('again') / median('check'), 'the first time', 0.3, 'again');
const each = (many, few, count) => (median(many) - median(few)) / count;
say(
  'time for each of the second thousand',
  each('check2000', 'check', 1000) / each('check', 'check100', 900),
  'each of the first',
  1.3,
  'check2000',
);
say(
  'check of 1,000 elements with types',
  median('types') / median('tsc'),
  'tsc on as much code by hand',
  2,
  'types',
);
console.log(`node ${process.version}, medians of ${REPETITIONS}`);
process.exitCode = over > 0 ? 1 : 0;
