import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { setImmediate as turn } from 'node:timers/promises';
import { elementModule } from '../build/package-manifest.js';
import { BrowserMissing } from '../browsers/browser.js';
import {
  findFramework,
  type InstalledFramework,
  type MissingFramework,
} from '../frameworks/find-framework.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import { madeIn } from '../library/made-in.js';
import { OWN_FOLDER } from '../library/own-folder.js';
import { contentKey } from '../system/cache.js';
import { once } from '../system/once.js';
import { recallValue, rememberValue } from '../system/remembered-value.js';
import { toolKey } from '../system/tool-key.js';
import { UsageError } from '../system/usage-error.js';
import { accept, today } from './accept.js';
import { compareLooks, type KnownLooks } from './compare-looks.js';
import type { ElementFacts, Facet } from './facet.js';
import { facetsIn, isFirstFramework } from './facets/index.js';
import type { FrameworkRun, ServedLibrary } from './framework-run.js';
import { Leads } from './leads.js';
import { Memory, type Seen } from './memory.js';
import { grouped } from './overview.js';
import { PageServer } from './page-server.js';
import { BuiltCode } from './rests-on.js';
import type { RunPages } from './run-pages.js';
import { installedFrameworks } from './shared-names.js';
import type { ServerRenderer } from './server/server-renderer.js';
import { splitUnits, unitKey, type Shard } from './shards.js';
import { summarize, type VerifyReport, type VerifyResult } from './result.js';
import type { ProbedCell, Verified, VerifyOptions } from './verify-options.js';
import type { KnownElement, VerifySubject } from './verify-subject.js';

/** So many pairs of pictures are remembered. */
const MOST_LOOKS = 10_000;

/** One element in one framework and browser. */
interface Job {
  tag: string;
  browser: string;
  place: string[];
  key: string;
  /** Takes apart what is remembered of it, if something is. */
  recalled: (() => Seen | undefined) | undefined;
}

/** A framework, and which facets are tried in it. */
interface TriedFramework {
  installed: InstalledFramework;
  facets: readonly Facet[];
  /** Everything that is done in pages of it; undefined where nothing is to be seen. */
  run: FrameworkRun | undefined;
}

/** One run over a library. */
export class LibraryRun {
  readonly #began = performance.now();
  readonly #server = new PageServer({}, randomBytes(16).toString('hex'));
  /** Where pages are, for each browser. */
  readonly #origins = new Map<string, string>();
  readonly #memory: Memory;
  readonly #code: BuiltCode;
  /** What tells a browser from another version of it; only those that are there. */
  readonly #identities = new Map<string, string>();
  readonly #versions = new Map<string, string>();
  readonly #missing: Verified['missing'] = [];
  readonly #frameworks: VerifyReport['frameworks'] = [];
  readonly #cells: VerifyReport['cells'] = { seen: 0, remembered: 0 };
  readonly #frameworkNames: readonly string[];
  readonly #served: () => Promise<ServedLibrary>;
  /** What was seen in the frameworks that others are compared with. */
  readonly #leads: Leads;
  #renderer: ServerRenderer | undefined;
  readonly #listening = once(() => this.#listen());
  #elements: readonly KnownElement[] = [];
  /** The frameworks that elements share with the page, with their versions. */
  #shared = '';
  #tool = '';
  /** What this part of the run is about, if it is split. */
  #own: Set<string> | undefined;

  constructor(
    readonly subject: VerifySubject,
    readonly files: ReadonlyMap<string, string | Uint8Array>,
    readonly pages: RunPages,
    readonly options: VerifyOptions,
  ) {
    const { library } = subject;
    this.#frameworkNames = options.frameworks ?? library.config.frameworks;
    this.#leads = new Leads(this.#frameworkNames);
    this.#memory = new Memory(library.root);
    this.#code = new BuiltCode(files);
    this.#served = once(async () => {
      const { serveLibrary } = await loadSeeing();
      return serveLibrary(this.#server, await subject.analysis(), files);
    });
  }

  get #promised(): readonly string[] {
    return this.subject.library.config.frameworks;
  }

  async verify(): Promise<Verified> {
    const { root } = this.subject.library;
    const [known, tool] = await Promise.all([this.subject.known(), toolKey(), this.#identifyBrowsers()]);
    const wanted = this.options.elements && new Set(this.options.elements);
    this.#elements = known.elements.filter(({ tag }) => wanted?.has(tag) ?? true);
    this.#shared = installedFrameworks(root, known.shared)
      .map(({ framework, version }) => `${framework.name} ${version}`)
      .join();
    this.#tool = tool;
    this.options.onBegin?.(this.#countCells());
    const shard = this.options.shard && (await this.#split(this.options.shard));
    const probed = await Promise.all(
      // Whatever became of it: nobody waits for it any longer.
      this.#frameworkNames.map((name) => this.#framework(name).finally(() => this.#leads.end(name))),
    );
    const results = await this.#compared(probed.flat());
    const report: VerifyReport = {
      browsers: [...this.pages.pools.keys()].flatMap((name) => {
        const version = this.#versions.get(name);
        return version === undefined ? [] : [{ name, version }];
      }),
      frameworks: this.#frameworks.sort(
        (a, b) => this.#frameworkNames.indexOf(a.name) - this.#frameworkNames.indexOf(b.name),
      ),
      results,
      summary: summarize(results),
      cells: this.#cells,
      seconds: Math.round(performance.now() - this.#began) / 1000,
      pictures: this.#differing(results),
      ...(shard ? { shard } : {}),
    };
    const { accept: acceptances } = this.subject.library.config;
    return { report: accept(report, acceptances, today()), missing: this.#missing };
  }

  /** Results with the verdicts of what looks alike; what was compared before is remembered. */
  async #compared(results: readonly VerifyResult[]): Promise<VerifyResult[]> {
    const { library } = this.subject;
    const place = join(library.root, OWN_FOLDER, 'looks');
    const recalled = this.options.noCache
      ? undefined
      : await recallValue<KnownLooks>(place, this.#tool, madeIn(library));
    const known: KnownLooks = new Map([...(recalled?.value ?? [])].slice(-MOST_LOOKS));
    const { size } = known;
    const compared = await compareLooks(results, this.pages.pictures, this.#promised.length < 2, known);
    if (known.size > size && !this.options.forgets)
      await rememberValue(place, { key: this.#tool, traces: [], value: known });
    return compared;
  }

  async end(): Promise<void> {
    await Promise.all([this.#server.stop(), this.#renderer?.end()]);
  }

  /** The facets that are seen in a framework: those that somebody asks for. */
  #facetsIn(framework: string): Facet[] {
    const { facets } = this.options;
    return facetsIn(framework, this.#promised).filter(({ name }) => facets?.includes(name) ?? true);
  }

  #countCells(): number {
    const facets = this.#frameworkNames.map((name) => this.#facetsIn(name).length);
    const each = facets.reduce((total, count) => total + count, 0);
    return this.#elements.length * this.pages.pools.size * each;
  }

  /** Pages are on the loopback address, and for a browser that is elsewhere where the configuration says. */
  async #listen(): Promise<void> {
    await this.#server.start();
    for (const [name, { browser }] of this.pages.pools) {
      const { pages } = browser.elsewhere ?? {};
      this.#origins.set(name, pages === undefined ? this.#server.origin : await this.#listenAt(pages));
    }
  }

  async #listenAt(pages: string): Promise<string> {
    const { hostname, port } = new URL(pages);
    try {
      return await this.#server.listen(hostname, Number(port));
    } catch (error) {
      throw new UsageError(
        `Pages cannot be served at ${pages}: ${(error as Error).message}.`,
        'Name an address of this machine in lastwright.yaml, under pages.',
      );
    }
  }

  async #identifyBrowsers(): Promise<void> {
    await Promise.all(
      [...this.pages.pools].map(async ([name, { browser }]) => {
        try {
          this.#identities.set(name, await browser.identify());
        } catch (error) {
          this.#reportMissing(error);
        }
      }),
    );
  }

  #reportMissing(error: unknown): void {
    if (!(error instanceof BrowserMissing)) throw error;
    if (!this.#missing.some(({ what }) => what === error.message))
      this.#missing.push({ what: error.message, help: error.help });
  }

  /** Decides which elements and browsers belong to this part. */
  async #split(shard: Shard): Promise<NonNullable<VerifyReport['shard']>> {
    const units = await Promise.all(
      [...this.pages.pools.keys()].flatMap((browser) =>
        this.#elements.map(async ({ tag }) => {
          const times = await Promise.all(
            this.#frameworkNames.map((framework) => this.#memory.tookBefore([browser, framework, tag])),
          );
          const known = times.flatMap((time) => time ?? []);
          const took = known.length === 0 ? undefined : known.reduce((sum, time) => sum + time, 0);
          return { browser, element: tag, took };
        }),
      ),
    );
    const { own, plan } = splitUnits(units, shard);
    this.#own = own;
    return { ...shard, plan };
  }

  /** The elements that are this part's. */
  #ownIn(browser: string): KnownElement[] {
    return this.#elements.filter(({ tag }) => this.#own?.has(unitKey({ browser, element: tag })) ?? true);
  }

  /** What facets of the elements are derived from. */
  async #factsOf(elements: readonly { tag: string }[]): Promise<ElementFacts[]> {
    const facts = await this.subject.facts();
    return elements.map(({ tag }) => facts.get(tag)!);
  }

  /** Everything in one framework, in the order of browsers and elements. */
  async #framework(name: string): Promise<VerifyResult[]> {
    const framework = FRAMEWORKS.find((one) => one.name === name)!;
    const installed = await findFramework(framework, this.subject.library.root);
    if ('missing' in installed) return this.#withoutFramework(installed);
    this.#frameworks.push({ name, title: framework.title, version: installed.version });
    const facets = this.#facetsIn(name);
    const declared = this.#declarations(installed);
    // It is awaited in the end; until then nobody would hear of it.
    declared.catch(() => {});
    const jobs = await Promise.all(this.#jobs(installed, facets));
    const toSee = await this.#longestFirst(
      jobs.filter(({ recalled, browser }) => !recalled && this.#identities.has(browser)),
    );
    const run = toSee.length > 0 ? await this.#prepared(installed, facets, toSee) : undefined;
    const tried = { installed, facets, run };
    // What takes a browser begins first.
    const seen = new Map(toSee.map((job) => [job, this.#do(job, tried)]));
    for (const one of seen.values()) one.catch(() => {});
    await turn();
    const probed = await Promise.all(jobs.map((job) => seen.get(job) ?? this.#do(job, tried)));
    const unasked = await this.#unasked(installed);
    const places = new Map(this.#elements.map(({ tag }, place) => [tag, place]));
    return [...probed.flat(), ...(await declared), ...unasked].sort(
      (one, other) => places.get(one.element)! - places.get(other.element)!,
    );
  }

  /** What took long before comes first, so that no page is left with it while the others have nothing to do. */
  async #longestFirst(jobs: readonly Job[]): Promise<Job[]> {
    const times = new Map(
      await Promise.all(
        jobs.map(async (job) => [job, (await this.#memory.tookBefore(job.place)) ?? Infinity] as const),
      ),
    );
    // Of what nobody has seen yet, nobody knows; it stays in its order.
    return jobs.toSorted((one, other) => {
      const [a, b] = [times.get(one)!, times.get(other)!];
      return a === b ? 0 : b - a;
    });
  }

  /** What is done in pages of a framework, when there is something to be seen. */
  async #prepared(
    installed: InstalledFramework,
    facets: readonly Facet[],
    toSee: readonly Job[],
  ): Promise<FrameworkRun> {
    await this.#listening();
    const { FrameworkRun } = await loadSeeing();
    const isFirst = isFirstFramework(installed.framework.name, this.#promised);
    const served = await this.#served();
    const renderer = (this.#renderer ??= await this.#newRenderer(served));
    const run = new FrameworkRun(this.#server, installed, served, facets, isFirst, renderer);
    const tags = new Set(toSee.map(({ tag }) => tag));
    await run.prepare(await this.#factsOf(this.#elements.filter(({ tag }) => tags.has(tag))));
    return run;
  }

  /** A server that has the built package, for whoever asks for pages of it. */
  async #newRenderer({ name, modules }: ServedLibrary): Promise<ServerRenderer> {
    const { ServerRenderer } = await import('./server/server-renderer.js');
    return new ServerRenderer({ name, modules, files: this.files });
  }

  /** What is to be done in a framework, with what is remembered of it. */
  #jobs({ framework, version, serverMissing }: InstalledFramework, facets: readonly Facet[]): Promise<Job>[] {
    return [...this.pages.pools.keys()].flatMap((browser) =>
      this.#ownIn(browser).map(async ({ tag, uses, facts }) => {
        const keyOf = (seen: readonly Facet[]): string =>
          contentKey(
            this.#tool,
            this.#identities.get(browser) ?? '',
            `${framework.name} ${version} ${serverMissing?.what ?? ''}`,
            this.#shared,
            seen.map(({ name }) => name).join(),
            isFirstFramework(framework.name, this.#promised) ? 'first' : '',
            ...[tag, ...uses].map((one) => this.#code.keyOf(elementModule(one))),
            facts,
          );
        const all = {
          place: [browser, framework.name, tag],
          key: keyOf(facetsIn(framework.name, this.#promised)),
        };
        const names = facets.map(({ name }) => name);
        const own = this.options.facets
          ? { place: [browser, framework.name, `${tag}.${names.join('.')}`], key: keyOf(facets) }
          : all;
        if (this.options.noCache) return { tag, browser, ...own, recalled: undefined };
        // A run of all facets has those that are asked for.
        const recalled =
          (await this.#memory.recall(all.place, all.key)) ??
          (own === all ? undefined : await this.#memory.recall(own.place, own.key));
        return { tag, browser, ...own, recalled };
      }),
    );
  }

  async #do(job: Job, framework: TriedFramework): Promise<VerifyResult[]> {
    const { tag, browser, place, key, recalled } = job;
    const known = onlyFacets(recalled?.(), framework.facets);
    const { name, title } = framework.installed.framework;
    if (known) {
      const { made, results } = known;
      this.#leads.tell(name, unitKey({ browser, element: tag }), { title, made, results });
      return this.#recall(known, tag, framework, browser);
    }
    const [facts] = await this.#factsOf([{ tag }]);
    const nowhere = (): VerifyResult[] =>
      this.#unchecked(facts!, name, browser, 'The browser is not on this machine.', framework.facets);
    if (!this.#identities.has(browser)) return nowhere();
    const pool = this.pages.pools.get(browser)!;
    try {
      this.#versions.set(browser, await pool.version());
    } catch (error) {
      this.#reportMissing(error);
      return nowhere();
    }
    const run = recalled
      ? await this.#prepared(framework.installed, framework.facets, [job])
      : framework.run!;
    const origin = this.#origins.get(browser)!;
    const unit = unitKey({ browser, element: tag });
    const areCompared = framework.facets.some(({ ofElement }) => ofElement);
    const leads = areCompared ? await this.#leads.before(name, unit) : [];
    const onCell = (cell: ProbedCell): void => {
      // What is not promised is no cell.
      if (cell.results.length > 0) this.#cells.seen++;
      this.options.onCell?.(cell);
    };
    const done = await run.verify(facts!, pool, { browser, origin }, onCell, leads);
    const { results, took, spoiled, made } = done;
    if (!spoiled) this.#leads.tell(name, unit, { title, made, results });
    const version = this.#versions.get(browser)!;
    // On another day, on a quieter machine, a probe that came to no end might.
    if (!spoiled && !this.options.forgets)
      await this.#memory.remember(place, key, {
        version,
        results,
        pictures: this.#picturesOf(results),
        took,
        made,
      });
    return results;
  }

  /** Takes over what an earlier run saw. */
  #recall(
    { version, results, pictures }: Seen,
    tag: string,
    { facets, installed }: TriedFramework,
    browser: string,
  ): VerifyResult[] {
    this.#versions.set(browser, version);
    for (const [name, png] of pictures) this.pages.pictures.put(name, png);
    const byFacet = grouped(results, ({ facet }) => facet);
    this.#cells.remembered += byFacet.size;
    for (const { name: facet } of facets)
      this.options.onCell?.({
        element: tag,
        facet,
        framework: installed.framework.name,
        browser,
        results: byFacet.get(facet) ?? [],
        remembered: true,
      });
    return results;
  }

  #picturesOf(results: readonly VerifyResult[]): Map<string, Uint8Array> {
    const names = results.flatMap(({ pictures }) =>
      Object.values(pictures ?? {}).filter((name) => name !== undefined),
    );
    return new Map(names.map((name) => [name, this.pages.pictures.get(name)!]));
  }

  /** The pictures that results are about, for whoever reads the report. */
  #differing(results: readonly VerifyResult[]): VerifyReport['pictures'] {
    const names = results.flatMap(({ pictures }) =>
      Object.values(pictures ?? {}).filter((name) => name !== undefined),
    );
    return Object.fromEntries(
      [...new Set(names)].map((name) => [
        name,
        Buffer.from(this.pages.pictures.get(name)!).toString('base64'),
      ]),
    );
  }

  /** What nobody asked for, in a framework, as what was not checked. */
  async #unasked({ framework: { name } }: InstalledFramework): Promise<VerifyResult[]> {
    const { facets: asked } = this.options;
    if (!asked) return [];
    const left = facetsIn(name, this.#promised).filter((facet) => !asked.includes(facet.name));
    return this.#uncheckedAnywhere(
      name,
      `Left out: only ${asked.join(', ')} ${asked.length === 1 ? 'was' : 'were'} asked for.`,
      left,
    );
  }

  async #withoutFramework({ framework, missing, install }: MissingFramework): Promise<VerifyResult[]> {
    this.#missing.push({ what: `${framework.title}: ${missing}.`, help: `Run: ${install}` });
    const reason = `${missing[0]!.toUpperCase()}${missing.slice(1)}. Run: ${install}`;
    return this.#uncheckedAnywhere(framework.name, reason, this.#facetsIn(framework.name));
  }

  /** Facets of all elements in all browsers, as what was not checked in a framework. */
  async #uncheckedAnywhere(
    framework: string,
    note: string,
    facets: readonly Facet[],
  ): Promise<VerifyResult[]> {
    const all = [...this.pages.pools.keys()].map(async (browser) =>
      (await this.#factsOf(this.#ownIn(browser))).flatMap((facts) =>
        this.#unchecked(facts, framework, browser, note, facets),
      ),
    );
    return (await Promise.all(all)).flat();
  }

  #unchecked(
    facts: ElementFacts,
    framework: string,
    browser: string,
    note: string,
    facets: readonly Facet[],
  ): VerifyResult[] {
    const { tag } = facts.contract;
    const promised = facets.filter((facet) => !('nothing' in facet.plan(facts)));
    return promised.map(({ name: facet }) => ({
      element: tag,
      facet,
      subject: tag,
      framework,
      browser,
      verdict: 'unchecked',
      note,
      source: '',
      seen: new Date().toISOString(),
      observed: [],
    }));
  }

  /** What the framework's own checker says of the package's declarations; in no browser, and so told with the first browser. */
  async #declarations(framework: InstalledFramework): Promise<VerifyResult[]> {
    if (this.options.types === false || this.options.facets?.includes('types') === false) return [];
    const { library } = this.subject;
    // Nothing is declared for a framework that the library does not promise.
    if (!framework.framework.typing || !this.#promised.includes(framework.framework.name)) return [];
    const browser = [...this.pages.pools.keys()][0]!;
    const { checkDeclarations } = await import('./types/check-declarations.js');
    return checkDeclarations(
      framework,
      {
        packageName: library.name,
        files: this.files,
        root: library.root,
        elements: await this.#factsOf(this.#ownIn(browser)),
      },
      browser,
    );
  }
}

/** What is remembered of some facets, of all that is. */
function onlyFacets(seen: Seen | undefined, facets: readonly Facet[]): Seen | undefined {
  const names = new Set(facets.map(({ name }) => name));
  return seen && { ...seen, results: seen.results.filter(({ facet }) => names.has(facet)) };
}

/** Loads what a run needs that has something to see; where all is remembered, nothing of this is loaded. */
export async function loadSeeing() {
  const [{ FrameworkRun }, { serveLibrary }] = await Promise.all([
    import('./framework-run.js'),
    import('./serve-library.js'),
  ]);
  return { FrameworkRun, serveLibrary };
}
