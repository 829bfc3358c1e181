import { registeringModule } from '../build/package-manifest.js';
import { ExampleCompiler } from '../frameworks/example-compiler.js';
import type { InstalledFramework } from '../frameworks/find-framework.js';
import type { Scene } from '../frameworks/scene.js';
import { vendorFiles } from '../frameworks/vendor.js';
import { contentKey } from '../system/cache.js';
import {
  candidatesFor,
  leadsAlike,
  madeKeys,
  sameAsLead,
  type Candidate,
  type Lead,
  type Made,
} from './alike.js';
import type { ElementFacts, Facet } from './facet.js';
import { PAGE_SEQUENCES, PAGE_SEQUENCES_AFTER_LEAD, pageNeeds, type PageKind } from './page-kinds.js';
import type { PagePool } from './page-pool.js';
import { pageHtml } from './page-html.js';
import type { PageServer } from './page-server.js';
import { PageRendering, type ServedPages } from './server/served-pages.js';
import type { ServerRenderer } from './server/server-renderer.js';
import type { Outcome, ProbeRunner } from './probe-runner.js';
import type { VerifyResult } from './result.js';
import { ownCopy, sharedName, sharedWith, type SharedFramework } from './shared-frameworks.js';
import { toResults } from './to-results.js';
import type { ProbedCell } from './verify-options.js';

/** What a library's pages are made of, the same in every framework. */
export interface ServedLibrary {
  name: string;
  /** Import map entries for the library's own subpaths. */
  imports: Record<string, string>;
  /** Its modules: paths in the package, by specifier. */
  modules: ReadonlyMap<string, string>;
  tags: ReadonlySet<string>;
  /** Frameworks that its elements leave to the page. */
  shared: readonly SharedFramework[];
}

type Prepared =
  | { data: unknown; scenes: Record<string, string>; server?: ServedPages; source: string }
  | { nothing: string }
  | { untried: string };

/** Everything that is done in one framework: its modules and examples are served, probes run with them. */
export class FrameworkRun {
  readonly #base: string;
  readonly #compiler: ExampleCompiler;
  readonly #rendering: PageRendering;
  #imports: Record<string, string> = {};
  /** Modules of frameworks that elements share with the page, for the package alone. */
  readonly #shared: Record<string, string> = {};

  constructor(
    readonly server: PageServer,
    readonly installed: InstalledFramework,
    readonly library: ServedLibrary,
    readonly facets: readonly Facet[],
    /** True if that is tried here which is the same in all frameworks. */
    readonly isFirst: boolean,
    /** Renders what facets look at that need a server. */
    renderer: ServerRenderer,
  ) {
    this.#base = `/frameworks/${installed.framework.name}`;
    this.#compiler = new ExampleCompiler(installed, library.tags);
    this.#rendering = new PageRendering(server, installed, library, renderer, this.#base);
  }

  /** Puts the framework's modules where pages can load them; compiles all examples where its compiler wants them at once. */
  async prepare(elements: readonly ElementFacts[]): Promise<void> {
    const more = sharedWith(this.installed, this.library.shared);
    const { specifiers, files } = await vendorFiles(this.installed, more?.modules);
    for (const [name, text] of files) this.server.put(`${this.#base}/vendor/${name}`, text);
    this.server.put(`${this.#base}/mount.js`, this.installed.framework.mountModule);
    const vendor = [...specifiers].map(([specifier, name]) => [
      specifier,
      this.server.address(`${this.#base}/vendor/${name}`),
    ]);
    await this.#shareOthers(more?.framework);
    if (more)
      for (const { specifier } of more.specifiers)
        this.#shared[specifier] = this.server.address(
          `${this.#base}/vendor/${specifiers.get(sharedName(specifier))}`,
        );
    this.#imports = { ...this.library.imports, ...Object.fromEntries(vendor) };
    if (this.#compiler.together)
      await this.#compiler.compileTogether(elements.flatMap((facts) => this.#examples(facts)));
  }

  /**
   * Runs all probes of an element in pages of a pool, each facet in a document of its kind. Gives the results in the order of the
   * facets, how long it took in all, in milliseconds, whether a page was spoiled, and what the framework made. What was seen in
   * other frameworks, the leads, is taken over where this one makes the same.
   */
  async verify(
    facts: ElementFacts,
    pool: PagePool,
    { browser, origin }: { browser: string; origin: string },
    onCell: (cell: ProbedCell) => void,
    leads: readonly Lead[] = [],
  ): Promise<{ results: VerifyResult[]; took: number; spoiled: boolean; made: Made }> {
    const { tag } = facts.contract;
    const framework = this.installed.framework.name;
    const required = Object.fromEntries(
      facts.contract.properties
        .filter((property) => property.required && facts.values[property.name])
        .map(({ name }) => [name, facts.values[name]!.first]),
    );
    // Examples are compiled while the first probes run already.
    const prepared = this.facets.map((facet) => ({ facet, ready: this.#prepare(facet, facts) }));
    for (const { ready } of prepared) ready.catch(() => {});
    const cells = new Map<Facet, ProbedCell>();
    const made: Made = {};
    const inPage = async (kinds: readonly PageKind[], runner: ProbeRunner): Promise<number> => {
      const began = performance.now();
      let alike: ReadonlyMap<Facet, Lead> | undefined;
      let isOpen = false;
      const open = (kind: PageKind): void => {
        isOpen = true;
        runner.goTo(origin + this.#servePage(tag, kind));
      };
      for (const kind of kinds) {
        const { fresh } = pageNeeds(kind);
        const own = prepared.filter((one) => one.facet.page === kind);
        if (leads.length > 0 && !alike && own.some(({ facet }) => facet.ofElement)) {
          if (!isOpen) open(kind);
          alike = await this.#compare(runner, prepared, leads, facts, required);
        }
        for (const [place, { facet, ready }] of own.entries()) {
          const lead = alike?.get(facet);
          const part = lead ? 'by framework' : 'whole';
          const isRun = !lead || facet.ofElement?.byFramework !== undefined;
          // Where nobody asked for what opens the page, the first that runs in it does.
          if (isRun && (!isOpen || fresh === 'each' || (fresh === 'first' && place === 0))) open(kind);
          const { outcome, source } = isRun
            ? await this.#probe(runner, facet, facts, required, ready, part)
            : { outcome: { done: [] }, source: await sourceOf(ready) };
          const seen = new Date().toISOString();
          const cellOf = { element: tag, facet: facet.name, framework, browser, source, seen };
          const seenHere = toResults(outcome, cellOf);
          const results =
            lead && 'done' in outcome
              ? sameAsLead(facet, lead, { framework, source, seen }, seenHere)
              : seenHere;
          // Who makes the same as a lead makes all that the lead made, also what was not mounted once more.
          if (lead) made[facet.name] = lead.made[facet.name]!;
          else if ('done' in outcome && outcome.made) made[facet.name] = madeKeys(outcome.made);
          const cell = { element: tag, facet: facet.name, framework, browser, results, remembered: false };
          if (!cells.has(facet)) onCell(cell);
          cells.set(facet, cell);
        }
      }
      return performance.now() - began;
    };
    const { results: times, spoiled } = await pool.share(
      (leads.length > 0 ? PAGE_SEQUENCES_AFTER_LEAD : PAGE_SEQUENCES).map(
        (kinds) => (runner: ProbeRunner) => inPage(kinds, runner),
      ),
    );
    return {
      results: this.facets.flatMap((facet) => cells.get(facet)!.results),
      took: Math.round(times.reduce((sum, time) => sum + time, 0)),
      spoiled,
      made,
    };
  }

  /** The leads that have seen all of a facet, save what is the framework's own doing: this framework makes the same as they do. */
  async #compare(
    runner: ProbeRunner,
    prepared: readonly { facet: Facet; ready: Promise<Prepared> }[],
    leads: readonly Lead[],
    facts: ElementFacts,
    required: Record<string, unknown>,
  ): Promise<ReadonlyMap<Facet, Lead>> {
    const candidates: Candidate[] = [];
    for (const { facet, ready } of prepared.filter((one) => one.facet.ofElement)) {
      const own = await ready.catch(() => undefined);
      if (own && 'scenes' in own) candidates.push(...candidatesFor(facet, leads, own.scenes));
    }
    return leadsAlike(candidates, async (addresses) => {
      const scenes = Object.fromEntries(addresses.map((address) => [address, address]));
      const ready = Promise.resolve({ data: undefined, scenes, source: '' });
      const { outcome } = await this.#probe(runner, candidates[0]!.facet, facts, required, ready, 'made');
      // An element that opens a dialog is not the same as one that does not.
      return 'done' in outcome && outcome.done.length === 0 ? madeKeys(outcome.made ?? {}) : undefined;
    });
  }

  /** All examples of an element. */
  #examples(facts: ElementFacts): string[] {
    return this.facets.flatMap((facet) => {
      const plan = facet.plan(facts);
      return 'scenes' in plan
        ? Object.values<Scene>(plan.scenes).map((scene) => this.installed.framework.write(scene))
        : [];
    });
  }

  /** Serves an element's page of a kind; gives its path. */
  #servePage(tag: string, kind: PageKind): string {
    const { policy } = pageNeeds(kind);
    const path = `${this.#base}/${tag}${policy ? `-${kind}` : ''}.html`;
    const scopes =
      Object.keys(this.#shared).length > 0 ? { [this.server.address('/package/')]: this.#shared } : {};
    this.server.put(path, pageHtml(tag, this.server.address('/probes.js'), this.#imports, scopes, policy));
    return path;
  }

  /** Frameworks that the page does not have itself, each in a copy that all elements share. */
  async #shareOthers(own: string | undefined): Promise<void> {
    for (const one of this.library.shared) {
      if (one.framework.name === own) continue;
      const { specifiers, files } = await ownCopy(one);
      const base = `/shared/${one.framework.name}`;
      for (const [name, text] of files) this.server.put(`${base}/${name}`, text);
      for (const { specifier } of one.specifiers)
        this.#shared[specifier] = this.server.address(`${base}/${specifiers.get(sharedName(specifier))}`);
    }
  }

  /** Writes and compiles the examples of a facet, and puts them where the page can load them. */
  async #prepare(facet: Facet, facts: ElementFacts): Promise<Prepared> {
    const plan = facet.plan(facts);
    if ('nothing' in plan || 'untried' in plan) return plan;
    if (facet.onServer && this.#rendering.whyNot !== undefined) return { untried: this.#rendering.whyNot };
    const { framework } = this.installed;
    const sources = Object.entries(plan.scenes).map(([name, scene]: [string, Scene]) => ({
      name,
      text: framework.write(scene),
    }));
    const scenes: Record<string, string> = {};
    await Promise.all(
      sources.map(async ({ name, text }) => {
        const path = `${this.#base}/examples/${contentKey(text)}.js`;
        this.server.put(path, await this.#compiler.compile(text));
        scenes[name] = this.server.address(path);
      }),
    );
    if (!facet.onServer) return { data: plan.data, scenes, source: joinSources(sources) };
    const rendered = await this.#rendering.render(plan.scenes);
    return { data: plan.data, scenes, server: rendered.served, source: rendered.source };
  }

  async #probe(
    runner: ProbeRunner,
    facet: Facet,
    { contract: { tag, properties }, foreign }: ElementFacts,
    required: Record<string, unknown>,
    ready: Promise<Prepared>,
    part: 'whole' | 'by framework' | 'made',
  ): Promise<{ outcome: Outcome; source: string }> {
    let prepared: Prepared;
    try {
      prepared = await ready;
    } catch (error) {
      return {
        outcome: {
          broke: `${facet.onServer ? 'It cannot be rendered on a server' : "The framework's compiler refuses the example"}: ${(error as Error).message}`,
        },
        source: '',
      };
    }
    if ('nothing' in prepared || 'untried' in prepared) return { outcome: prepared, source: '' };
    const { data, scenes, server, source } = prepared;
    const request = {
      facet: facet.name,
      part,
      isFirst: this.isFirst,
      tag,
      data,
      ...(facet.ofElement ? { compared: properties.map(({ name }) => name) } : {}),
      scenes,
      framework: this.server.address(`${this.#base}/mount.js`),
      ...(server ? { server } : {}),
      required,
      foreign,
      register: this.library.imports[registeringModule(this.library.name, tag)]!,
    };
    return { outcome: await runner.run(request), source };
  }
}

async function sourceOf(ready: Promise<Prepared>): Promise<string> {
  const prepared = await ready.catch(() => undefined);
  return prepared && 'source' in prepared ? prepared.source : '';
}

/** The distinct examples of a facet, one after the other. */
function joinSources(sources: readonly { text: string }[]): string {
  return [...new Set(sources.map(({ text }) => text))].join('\n');
}
