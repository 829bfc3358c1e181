import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { packageExports, registeringModule } from '../build/package-manifest.js';
import { EngineMissing } from '../engines/engine.js';
import { engineNamed } from '../engines/index.js';
import { findHost, type InstalledHost, type MissingHost } from '../hosts/find-host.js';
import { HOSTS } from '../hosts/index.js';
import type { Analysis } from '../library/library-element.js';
import { contentKey } from '../system/cache.js';
import { toolFile } from '../system/tool-files.js';
import { toolKey } from '../system/tool-key.js';
import { UsageError } from '../system/usage-error.js';
import { compareLooks } from './compare-looks.js';
import type { ElementFacts } from './facet.js';
import { ACCESS_ENGINE } from './facets/access.js';
import { facetsIn } from './facets/index.js';
import { factsOf } from './facts.js';
import { HostRun, type ServedLibrary } from './host-run.js';
import { Memory, type Seen } from './memory.js';
import { grouped } from './overview.js';
import { Pictures } from './pictures.js';
import { makeTurns, PagePool } from './page-pool.js';
import { PageServer } from './page-server.js';
import { BuiltCode, factsKey } from './rests-on.js';
import { sharedFrameworks } from './shared-frameworks.js';
import { splitUnits, unitKey, type Shard } from './shards.js';
import { summarize, type VerifyReport, type VerifyResult } from './result.js';
import { checkDeclarations } from './types/check-declarations.js';

import type { Verified, VerifyOptions } from './verify-options.js';

/** One element in one host and engine. */
interface Job {
  facts: ElementFacts;
  engine: string;
  place: string[];
  key: string;
  recalled: Seen | undefined;
}

/** One run over a library. */
export class LibraryRun {
  readonly #began = performance.now();
  readonly #server = new PageServer({}, randomBytes(16).toString('hex'));
  /** Where pages are, for each engine. */
  readonly #origins = new Map<string, string>();
  readonly #pictures = new Pictures();
  readonly #memory: Memory;
  readonly #code: BuiltCode;
  readonly #pools: Map<string, PagePool>;
  /** What tells an engine from another version of it; only those that are there. */
  readonly #identities = new Map<string, string>();
  readonly #browsers = new Map<string, string>();
  readonly #missing: Verified['missing'] = [];
  readonly #hosts: VerifyReport['hosts'] = [];
  readonly #cells: VerifyReport['cells'] = { seen: 0, remembered: 0 };
  readonly #elements: ElementFacts[];
  readonly #hostNames: readonly string[];
  #tool = '';
  /** What this part of the run is about, if it is split. */
  #own: Set<string> | undefined;

  constructor(
    readonly analysis: Analysis,
    readonly files: ReadonlyMap<string, string | Uint8Array>,
    readonly options: VerifyOptions,
  ) {
    const { library, elements } = analysis;
    const wanted = options.elements && new Set(options.elements);
    this.#elements = elements
      .filter(({ contract }) => wanted?.has(contract.tag) ?? true)
      .map((element) => factsOf(element, library));
    this.#hostNames = options.hosts ?? library.config.hosts;
    this.#memory = new Memory(library.root);
    this.#code = new BuiltCode(files);
    const engines = options.engines ?? library.config.engines;
    const timeout = options.probeTimeout ?? 10_000;
    const turns = makeTurns();
    this.#pools = new Map(
      engines.map((name) => {
        const engine = engineNamed(name, library.config.elsewhere[name]);
        return [name, new PagePool(engine, timeout, this.#pictures, turns)];
      }),
    );
  }

  get #promised(): readonly string[] {
    return this.analysis.library.config.hosts;
  }

  async verify(): Promise<Verified> {
    const served = serveLibrary(this.#server, this.analysis, this.files);
    const [library, tool] = await Promise.all([
      served,
      toolKey(),
      this.#startServer(),
      this.#identifyEngines(),
    ]);
    this.#tool = tool;
    const shard = this.options.shard && (await this.#split(this.options.shard));
    const probed = await Promise.all(this.#hostNames.map((name) => this.#host(name, library)));
    const results = await compareLooks(probed.flat(), this.#pictures, this.#promised.length < 2);
    const report: VerifyReport = {
      engines: [...this.#pools.keys()].flatMap((name) => {
        const version = this.#browsers.get(name);
        return version === undefined ? [] : [{ name, version }];
      }),
      hosts: this.#hosts.sort((a, b) => this.#hostNames.indexOf(a.name) - this.#hostNames.indexOf(b.name)),
      results,
      summary: summarize(results),
      cells: this.#cells,
      seconds: Math.round(performance.now() - this.#began) / 1000,
      pictures: this.#differing(results),
      ...(shard ? { shard } : {}),
    };
    return { report, missing: this.#missing };
  }

  async end(): Promise<void> {
    await Promise.all([this.#server.stop(), ...[...this.#pools.values()].map((pool) => pool.close())]);
  }

  /** Pages are on the loopback address, and for an engine that is elsewhere where the configuration says. */
  async #startServer(): Promise<void> {
    await this.#server.start();
    for (const [name, { engine }] of this.#pools) {
      const { pages } = engine.elsewhere ?? {};
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

  async #identifyEngines(): Promise<void> {
    await Promise.all(
      [...this.#pools].map(async ([name, { engine }]) => {
        try {
          this.#identities.set(name, await engine.identify());
        } catch (error) {
          this.#reportMissing(error);
        }
      }),
    );
  }

  #reportMissing(error: unknown): void {
    if (!(error instanceof EngineMissing)) throw error;
    if (!this.#missing.some(({ what }) => what === error.message))
      this.#missing.push({ what: error.message, help: error.help });
  }

  /** Decides which elements and engines belong to this part. */
  async #split(shard: Shard): Promise<NonNullable<VerifyReport['shard']>> {
    const units = await Promise.all(
      [...this.#pools.keys()].flatMap((engine) =>
        this.#elements.map(async ({ contract: { tag } }) => {
          const times = await Promise.all(
            this.#hostNames.map((host) => this.#memory.tookBefore([engine, host, tag])),
          );
          const known = times.flatMap((time) => time ?? []);
          const took = known.length === 0 ? undefined : known.reduce((sum, time) => sum + time, 0);
          return { engine, element: tag, took };
        }),
      ),
    );
    const { own, plan } = splitUnits(units, shard);
    this.#own = own;
    return { ...shard, plan };
  }

  #isOwn(engine: string, { contract }: ElementFacts): boolean {
    return this.#own?.has(unitKey({ engine, element: contract.tag })) ?? true;
  }

  /** Everything in one host, in the order of engines and elements. */
  async #host(name: string, library: ServedLibrary): Promise<VerifyResult[]> {
    const host = HOSTS.find((one) => one.name === name)!;
    const found = await findHost(host, this.analysis.library.root);
    if ('missing' in found) return this.#withoutHost(found);
    this.#hosts.push({ name, title: host.title, version: found.version });
    const run = new HostRun(this.#server, found, library, facetsIn(name, this.#promised));
    const declared = this.#declarations(found);
    // It is awaited in the end; until then nobody would hear of it.
    declared.catch(() => {});
    const jobs = await Promise.all(this.#jobs(run));
    const toSee = jobs.filter(({ recalled, engine }) => !recalled && this.#identities.has(engine));
    if (toSee.length > 0) await run.prepare([...new Set(toSee.map(({ facts }) => facts))]);
    const probed = await Promise.all(jobs.map((job) => this.#do(job, run)));
    const places = new Map(this.#elements.map(({ contract }, place) => [contract.tag, place]));
    return [...probed.flat(), ...(await declared)].sort(
      (one, other) => places.get(one.element)! - places.get(other.element)!,
    );
  }

  /** What is to be done in a host, with what is remembered of it. */
  #jobs({ installed: { host, version }, facets, library }: HostRun): Promise<Job>[] {
    return [...this.#pools.keys()].flatMap((engine) =>
      this.#elements
        .filter((facts) => this.#isOwn(engine, facts))
        .map(async (facts) => {
          const { tag } = facts.contract;
          const module = library.modules[registeringModule(library.name, tag)]!;
          const key = contentKey(
            this.#tool,
            this.#identities.get(engine) ?? '',
            `${host.name} ${version}`,
            library.shared.map((one) => `${one.framework.name} ${one.version}`).join(),
            facets.map(({ name }) => name).join(),
            this.#code.keyOf(module),
            factsKey(facts),
          );
          const place = [engine, host.name, tag];
          const recalled = this.options.again ? undefined : await this.#memory.recall(place, key);
          return { facts, engine, place, key, recalled };
        }),
    );
  }

  async #do({ facts, engine, place, key, recalled }: Job, run: HostRun): Promise<VerifyResult[]> {
    const { name: host } = run.installed.host;
    if (recalled) return this.#recall(recalled, facts, run, engine);
    const nowhere = (): VerifyResult[] =>
      this.#unchecked(facts, host, engine, 'The browser is not on this machine.');
    if (!this.#identities.has(engine)) return nowhere();
    const pool = this.#pools.get(engine)!;
    try {
      this.#browsers.set(engine, await pool.version());
    } catch (error) {
      this.#reportMissing(error);
      return nowhere();
    }
    return pool.use(async (runner) => {
      const began = performance.now();
      const results = await run.verify(
        facts,
        runner,
        { engine, origin: this.#origins.get(engine)! },
        (cell) => {
          // What is not promised is no cell.
          if (cell.results.length > 0) this.#cells.seen++;
          this.options.onCell?.(cell);
        },
      );
      const took = Math.round(performance.now() - began);
      const seen = {
        browser: this.#browsers.get(engine)!,
        results,
        pictures: this.#picturesOf(results),
        took,
      };
      if (!runner.spoiled) await this.#memory.remember(place, key, seen);
      return results;
    });
  }

  /** Takes over what an earlier run saw. */
  #recall(
    { browser, results, pictures }: Seen,
    { contract }: ElementFacts,
    { facets, installed }: HostRun,
    engine: string,
  ): VerifyResult[] {
    this.#browsers.set(engine, browser);
    for (const [name, png] of pictures) this.#pictures.put(name, png);
    const byFacet = grouped(results, ({ facet }) => facet);
    this.#cells.remembered += byFacet.size;
    for (const { name: facet } of facets)
      this.options.onCell?.({
        element: contract.tag,
        facet,
        host: installed.host.name,
        engine,
        results: byFacet.get(facet) ?? [],
        remembered: true,
      });
    return results;
  }

  #picturesOf(results: readonly VerifyResult[]): Map<string, Uint8Array> {
    const names = results.flatMap(({ pictures }) => pictures?.own ?? []);
    return new Map(names.map((name) => [name, this.#pictures.get(name)!]));
  }

  /** The pictures that results are about, for whoever reads the report. */
  #differing(results: readonly VerifyResult[]): VerifyReport['pictures'] {
    const names = results.flatMap(({ pictures }) =>
      Object.values(pictures ?? {}).filter((name) => name !== undefined),
    );
    return Object.fromEntries(
      [...new Set(names)].map((name) => [name, Buffer.from(this.#pictures.get(name)!).toString('base64')]),
    );
  }

  #withoutHost({ host, missing, install }: MissingHost): VerifyResult[] {
    this.#missing.push({ what: `${host.title}: ${missing}.`, help: `Run: ${install}` });
    const reason = `${missing[0]!.toUpperCase()}${missing.slice(1)}. Run: ${install}`;
    return [...this.#pools.keys()].flatMap((engine) =>
      this.#elements
        .filter((facts) => this.#isOwn(engine, facts))
        .flatMap((facts) => this.#unchecked(facts, host.name, engine, reason)),
    );
  }

  #unchecked(facts: ElementFacts, host: string, engine: string, note: string): VerifyResult[] {
    const { tag } = facts.contract;
    const promised = facetsIn(host, this.#promised).filter((facet) => !('nothing' in facet.plan(facts)));
    return promised.map(({ name: facet }) => ({
      element: tag,
      facet,
      subject: tag,
      host,
      engine,
      verdict: 'unchecked',
      note,
      source: '',
      seen: new Date().toISOString(),
      observed: [],
    }));
  }

  /** What the host's own checker says of the package's declarations; in no browser, and so told with the first engine. */
  async #declarations(host: InstalledHost): Promise<VerifyResult[]> {
    if (this.options.types === false) return [];
    const { library } = this.analysis;
    const engine = [...this.#pools.keys()][0]!;
    return checkDeclarations(
      host,
      {
        packageName: library.name,
        files: this.files,
        root: library.root,
        promised: this.#promised,
        elements: this.#elements.filter((facts) => this.#isOwn(engine, facts)),
      },
      engine,
    );
  }
}

async function serveLibrary(
  server: PageServer,
  { library, elements }: Analysis,
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<ServedLibrary> {
  for (const [path, content] of files) server.put(`/package/${path}`, content);
  server.put('/probes.js', await readFile(toolFile('probes.js')));
  server.put(ACCESS_ENGINE, await readFile(createRequire(import.meta.url).resolve('axe-core/axe.min.js')));
  const contracts = elements.map(({ contract }) => contract);
  const modules = Object.entries(packageExports(library, contracts)).filter(([, file]) =>
    file.endsWith('.js'),
  );
  return {
    name: library.name,
    modules: Object.fromEntries(
      modules.map(([path, file]) => [library.name + path.slice(1), file.slice('./'.length)]),
    ),
    imports: Object.fromEntries(
      modules.map(([path, file]) => [
        library.name + path.slice(1),
        server.address(`/package${file.slice(1)}`),
      ]),
    ),
    tags: new Set(contracts.map(({ tag }) => tag)),
    shared: await sharedFrameworks(library.root, elements, files),
  };
}
