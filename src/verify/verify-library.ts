import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import type { Library } from '../library/open-library.js';
import { packageExports, registeringModule } from '../build/package-manifest.js';
import { toolFile } from '../system/tool-files.js';
import type { Analysis, LibraryElement } from '../library/library-element.js';
import { ENGINES } from '../engines/index.js';
import { EngineMissing } from '../engines/engine.js';
import { HOSTS } from '../hosts/index.js';
import { BrowserKeeper } from './browser-keeper.js';
import type { ElementFacts, Facet } from './facet.js';
import type { Scene } from '../hosts/scene.js';
import { PAGE_KINDS, pageNeeds, type PageKind } from './page-kinds.js';
import { FACETS } from './facets/index.js';
import { factsOf } from './facts.js';
import { contentKey } from '../system/cache.js';
import { ExampleCompiler } from '../hosts/example-compiler.js';
import { findHost, type InstalledHost } from '../hosts/find-host.js';
import { vendorFiles } from '../hosts/vendor.js';
import { PageServer } from './page-server.js';
import { ProbeRunner, type Outcome } from './probe-runner.js';
import { visible } from '../findings/visible.js';
import { summarize, type VerifyReport, type VerifyResult } from './result.js';

/** What to verify; everything the library promises where nothing is said. */
export interface VerifyOptions {
  hosts?: readonly string[] | undefined;
  engines?: readonly string[] | undefined;
  elements?: readonly string[] | undefined;
  /** How long one probe may take without an answer, in milliseconds. */
  probeTimeout?: number;
  /** Called after each cell. */
  onCell?(cell: {
    element: string;
    facet: string;
    host: string;
    engine: string;
    results: VerifyResult[];
  }): void;
}

/** A report, and what was missing on the machine: a browser, a host's packages. */
export interface Verified {
  report: VerifyReport;
  missing: { what: string; help: string }[];
}

/**
 * Proves the promises of a library's contracts: each facet of each element, in each host and engine. `files`
 * is the built package; nothing is written but the tool's own cache.
 */
export async function verifyLibrary(
  { library, elements }: Analysis,
  files: ReadonlyMap<string, string | Uint8Array>,
  options: VerifyOptions = {},
): Promise<Verified> {
  const began = performance.now();
  const wanted = new Set(options.elements ?? elements.map(({ contract }) => contract.tag));
  const chosen = elements.filter(({ contract }) => wanted.has(contract.tag));
  const hostNames = options.hosts ?? library.config.hosts;
  const engineNames = options.engines ?? library.config.engines;
  const verified: Verified = {
    report: {
      engines: [],
      hosts: [],
      results: [],
      summary: { fits: 0, care: 0, fails: 0, unchecked: 0 },
      seconds: 0,
    },
    missing: [],
  };
  const { report, missing } = verified;
  const server = new PageServer();
  const starting = Promise.all([server.start(), serveLibrary(server, files)]);
  const browsers = new Map(
    engineNames.map((name) => [name, new BrowserKeeper(ENGINES.find((engine) => engine.name === name)!)]),
  );
  try {
    await starting;
    const tags = new Set(elements.map(({ contract }) => contract.tag));
    const exports = importsOf(
      packageExports(
        library,
        elements.map(({ contract }) => contract),
      ),
      library.name,
    );
    const versions = new Map<string, string>();
    const parts = await Promise.all(
      hostNames.map(async (hostName) => {
        const host = HOSTS.find(({ name }) => name === hostName)!;
        const found = await findHost(host, library.root);
        if ('missing' in found) {
          missing.push({ what: `${host.title}: ${found.missing}.`, help: `Run: ${found.install}` });
          const reason = `${found.missing[0]!.toUpperCase()}${found.missing.slice(1)}. Run: ${found.install}`;
          return engineNames.flatMap((engine) =>
            chosen.flatMap((element) =>
              uncheckedElement(factsOf(element, library), host.name, engine, reason),
            ),
          );
        }
        report.hosts.push({ name: host.name, title: host.title, version: found.version });
        const runner = new HostRun(
          server,
          found,
          new ExampleCompiler(found, tags),
          exports,
          library.name,
          options,
        );
        await runner.serveHost();
        const results: VerifyResult[] = [];
        for (const engine of engineNames) {
          const browser = browsers.get(engine)!;
          const version = await browser.get().then(
            (running) => running.version,
            (error: unknown) => reportMissing(error, missing),
          );
          if (version !== undefined) {
            versions.set(engine, version);
            results.push(...(await runner.elements(chosen, library, browser, engine)));
          } else {
            const note = 'The browser is not on this machine.';
            for (const element of chosen) {
              results.push(...uncheckedElement(factsOf(element, library), host.name, engine, note));
            }
          }
        }
        return results;
      }),
    );
    report.results = parts.flat();
    report.engines = [...versions].map(([name, version]) => ({ name, version }));
    report.hosts.sort((a, b) => hostNames.indexOf(a.name) - hostNames.indexOf(b.name));
  } finally {
    await Promise.all([server.stop(), ...[...browsers.values()].map((browser) => browser.close())]);
  }
  report.summary = summarize(report.results);
  report.seconds = Math.round(performance.now() - began) / 1000;
  return verified;
}

function reportMissing(error: unknown, missing: Verified['missing']): undefined {
  if (!(error instanceof EngineMissing)) throw error;
  if (!missing.some(({ what }) => what === error.message))
    missing.push({ what: error.message, help: error.help });
  return undefined;
}

async function serveLibrary(
  server: PageServer,
  files: ReadonlyMap<string, string | Uint8Array>,
): Promise<void> {
  for (const [path, content] of files) server.put(`/package/${path}`, content);
  server.put('/probes.js', await readFile(toolFile('probes.js')));
}

/** The import map entries for the library's own subpaths. */
function importsOf(exports: Record<string, string>, name: string): Record<string, string> {
  const entries = Object.entries(exports).filter(([, file]) => file.endsWith('.js'));
  return Object.fromEntries(
    entries.map(([path, file]) => [name + path.slice(1), `/package${file.slice(1)}`]),
  );
}

function uncheckedElement(facts: ElementFacts, host: string, engine: string, note: string): VerifyResult[] {
  const { contract } = facts;
  return FACETS.filter((facet) => !('nothing' in facet.plan(facts))).map(({ name }) => ({
    element: contract.tag,
    facet: name,
    subject: contract.tag,
    host,
    engine,
    verdict: 'unchecked',
    note,
    source: '',
    observed: [],
  }));
}

/** Everything that is done in one host. */
class HostRun {
  readonly #base: string;
  #imports: Record<string, string> = {};

  constructor(
    readonly server: PageServer,
    readonly installed: InstalledHost,
    readonly compiler: ExampleCompiler,
    readonly exports: Record<string, string>,
    readonly libraryName: string,
    readonly options: VerifyOptions,
  ) {
    this.#base = `/hosts/${installed.host.name}`;
  }

  async serveHost(): Promise<void> {
    const { specifiers, files } = await vendorFiles(this.installed);
    for (const [name, text] of files) this.server.put(`${this.#base}/vendor/${name}`, text);
    this.server.put(`${this.#base}/mount.js`, this.installed.host.mountModule);
    const vendor = [...specifiers].map(([specifier, name]) => [specifier, `${this.#base}/vendor/${name}`]);
    this.#imports = { ...this.exports, ...Object.fromEntries(vendor) };
  }

  /** Runs all probes of these elements in one browser, each element in a document of its own. */
  async elements(
    elements: readonly LibraryElement[],
    library: Library,
    browsers: BrowserKeeper,
    engine: string,
  ): Promise<VerifyResult[]> {
    const runner = new ProbeRunner(browsers, this.options.probeTimeout ?? 10_000);
    const all: VerifyResult[] = [];
    try {
      for (const element of elements) {
        all.push(...(await this.#element(element.contract.tag, factsOf(element, library), runner, engine)));
      }
    } finally {
      await runner.close();
    }
    return all;
  }

  async #element(
    tag: string,
    facts: ElementFacts,
    runner: ProbeRunner,
    engine: string,
  ): Promise<VerifyResult[]> {
    const host = this.installed.host.name;
    runner.beginElement();
    const required = Object.fromEntries(
      facts.contract.properties
        .filter((property) => property.required && facts.values[property.name])
        .map(({ name }) => [name, facts.values[name]!.first]),
    );
    // Examples are compiled while the first probes run already.
    const prepared = FACETS.map((facet) => ({ facet, ready: this.#prepare(facet, facts) }));
    for (const { ready } of prepared) ready.catch(() => {});
    const found = new Map<Facet, VerifyResult[]>();
    for (const kind of Object.keys(PAGE_KINDS) as PageKind[]) {
      for (const { facet, ready } of prepared.filter((one) => one.facet.page === kind)) {
        if (pageNeeds(kind).fresh) runner.goTo(this.#servePage(tag, kind));
        const { outcome, source } = await this.#probe(runner, facet, tag, required, ready);
        const results = toResults(outcome, { element: tag, facet: facet.name, host, engine, source });
        this.options.onCell?.({ element: tag, facet: facet.name, host, engine, results });
        found.set(facet, results);
      }
    }
    return FACETS.flatMap((facet) => found.get(facet)!);
  }

  /** Serves an element's page of a kind; gives its address. */
  #servePage(tag: string, kind: PageKind): string {
    const { policy } = pageNeeds(kind);
    const path = `${this.#base}/${tag}${policy ? `-${kind}` : ''}.html`;
    this.server.put(path, pageHtml(tag, this.#imports, policy));
    return this.server.origin + path;
  }

  /** Writes and compiles the examples of a facet, and puts them where the page can load them. */
  async #prepare(facet: Facet, facts: ElementFacts): Promise<Prepared> {
    const plan = facet.plan(facts);
    if ('nothing' in plan || 'untried' in plan) return plan;
    const { host } = this.installed;
    const sources = Object.entries(plan.scenes).map(([name, scene]: [string, Scene]) => ({
      name,
      text: host.write(scene),
    }));
    const scenes: Record<string, string> = {};
    await Promise.all(
      sources.map(async ({ name, text }) => {
        const path = `${this.#base}/examples/${contentKey(text)}.js`;
        this.server.put(path, await this.compiler.compile(text));
        scenes[name] = path;
      }),
    );
    return { data: plan.data, scenes, source: joinSources(sources) };
  }

  async #probe(
    runner: ProbeRunner,
    facet: Facet,
    tag: string,
    required: Record<string, unknown>,
    ready: Promise<Prepared>,
  ): Promise<{ outcome: Outcome; source: string }> {
    let prepared: Prepared;
    try {
      prepared = await ready;
    } catch (error) {
      return {
        outcome: { broke: `The host's compiler refuses the example: ${(error as Error).message}` },
        source: '',
      };
    }
    if ('nothing' in prepared || 'untried' in prepared) return { outcome: prepared, source: '' };
    const { data, scenes, source } = prepared;
    const request = {
      facet: facet.name,
      tag,
      data,
      scenes,
      host: `${this.#base}/mount.js`,
      required,
      register: this.exports[registeringModule(this.libraryName, tag)]!,
    };
    return { outcome: await runner.run(request), source };
  }
}

type Prepared =
  | { data: unknown; scenes: Record<string, string>; source: string }
  | { nothing: string }
  | { untried: string };

/** The distinct examples of a facet, one after the other. */
function joinSources(sources: readonly { text: string }[]): string {
  return [...new Set(sources.map(({ text }) => text))].join('\n');
}

function toResults(
  outcome: Outcome,
  cell: Pick<VerifyResult, 'element' | 'facet' | 'host' | 'engine' | 'source'>,
): VerifyResult[] {
  const { element, facet, host, engine, source } = cell;
  const whole = (verdict: 'fails' | 'unchecked', note: string): VerifyResult[] => [
    { element, facet, subject: element, host, engine, verdict, note: visible(note), source, observed: [] },
  ];
  // What is not promised is no cell of the matrix.
  if ('nothing' in outcome) return [];
  if ('untried' in outcome) return whole('unchecked', outcome.untried);
  if ('broke' in outcome) return whole('fails', outcome.broke);
  return outcome.done.map(({ subject, verdict, note, observed }) => ({
    element,
    facet,
    subject: visible(subject),
    host,
    engine,
    verdict,
    note: visible(note),
    source,
    observed: observed.map(({ did, saw, wanted }) => ({
      did: visible(did),
      saw: visible(saw),
      ...(wanted === undefined ? {} : { wanted: visible(wanted) }),
    })),
  }));
}

function pageHtml(tag: string, imports: Record<string, string>, policy?: string): string {
  const map = JSON.stringify({ imports }).replace(/</g, '\\u003c');
  // The import map is the only script in the page's own text; a policy names it by its hash.
  const hash = createHash('sha256').update(map).digest('base64');
  const meta = policy
    ? `<meta http-equiv="Content-Security-Policy" content="${policy} 'sha256-${hash}'">\n`
    : '';
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
${meta}<link rel="icon" href="data:,">
<title>${tag}</title>
<script type="importmap">${map}</script>
</head>
<body>
<script type="module" src="/probes.js"></script>
</body>
</html>
`;
}
