import { join } from 'node:path';
import { isServerIdiom } from '../../frameworks/server-rendering.js';
import { libraryKey } from '../../analysis/remembered.js';
import { openLibrary, type Library } from '../../library/open-library.js';
import { cacheFolder, contentKey } from '../../system/cache.js';
import { once } from '../../system/once.js';
import { cachedValue } from '../../system/remembered-value.js';
import { CONTROL_LIBRARY } from '../../system/tool-files.js';
import { toolKey } from '../../system/tool-key.js';
import { LibraryRun } from '../library-run.js';
import { standingOf, summarize, type VerifyReport, type VerifyResult } from '../result.js';
import type { RunPages } from '../run-pages.js';
import type { VerifyOptions } from '../verify-options.js';
import { analyzedSubject, type VerifySubject } from '../verify-subject.js';
import { memberKinds, withKinds, type MemberKinds } from './member-kinds.js';

/** A note that the control got, for which kind of member; as a text that is the same for any element. */
type ControlNotes = readonly string[];

/**
 * The report in which is marked what is true of any element in a framework or a browser: a control, a sound element that was written by
 * hand and has members of each kind, is tried where something needs care, and what needs the same care there is nobody's
 * mistake. What the control got is remembered for each version of a framework and of the browsers.
 */
export async function withControl(
  report: VerifyReport,
  subject: VerifySubject,
  pages: RunPages,
  options: VerifyOptions,
): Promise<VerifyReport> {
  const asked = new Map<string, Set<string>>();
  for (const result of report.results)
    if (mayBeGeneral(result))
      asked.set(result.framework, (asked.get(result.framework) ?? new Set()).add(result.facet));
  if (asked.size === 0) return report;
  const control = new Control(subject.library, pages, options);
  const notes = new Map(
    await Promise.all(
      [...asked].map(async ([framework, facets]) => {
        const { version = '' } = report.frameworks.find(({ name }) => name === framework) ?? {};
        return [framework, new Set(await control.notes(framework, version, [...facets].sort()))] as const;
      }),
    ),
  );
  const { elements } = await subject.known();
  const kinds = new Map(elements.map((element) => [element.tag, element.kinds]));
  const isGeneral = (result: VerifyResult): boolean =>
    // What a framework needs on a server, it says itself.
    (result.facet === 'server' && isServerIdiom(result.note)) ||
    notes.get(result.framework)!.has(generalText(result, kinds.get(result.element) ?? {}));
  const results = report.results.map((result) =>
    mayBeGeneral(result) && isGeneral(result) ? { ...result, general: true } : result,
  );
  return { ...report, results, summary: summarize(results) };
}

/** What a framework may be the cause of, or a browser that cannot do what others can. */
function mayBeGeneral(result: VerifyResult): boolean {
  const standing = standingOf(result);
  if (standing === 'care') return result.framework !== 'html';
  // What was not tried at all shows no code.
  return standing === 'unchecked' && result.browser !== 'chromium' && result.source !== '';
}

/** What was said of which kind of member, without the names and values of one element. */
function generalText({ facet, browser, subject, note, verdict }: VerifyResult, kinds: MemberKinds): string {
  const text = [subject, note.replace(/"[^"]*"/g, '""')].map((part) => withKinds(part, kinds));
  return [facet, browser, verdict, ...text].join('\0');
}

class Control {
  readonly #opened = once(() => openLibrary(CONTROL_LIBRARY));
  /** What is remembered needs none of it. */
  readonly #built = once(async () => {
    const [{ Workspace }, { buildLibrary }] = await Promise.all([
      import('../../analysis/workspace.js'),
      import('../../build/build-library.js'),
    ]);
    const analysis = new Workspace(await this.#opened()).analysis();
    return { analysis, files: (await buildLibrary(analysis)).files };
  });

  constructor(
    readonly library: Library,
    readonly pages: RunPages,
    readonly options: VerifyOptions,
  ) {}

  /** What the control gets in some facets, in a framework and all browsers. */
  async notes(framework: string, version: string, facets: readonly string[]): Promise<ControlNotes> {
    if (this.options.noCache) return this.#seen(framework, facets);
    const browsers = await Promise.all(
      [...this.pages.pools.values()].map(({ browser }) => browser.identify().catch(() => 'none')),
    );
    const tool = libraryKey(await this.#opened(), await toolKey());
    const key = contentKey(tool, framework, version, ...browsers, '', ...facets);
    const path = join(cacheFolder(), 'control', contentKey(framework, ...facets));
    return cachedValue(path, key, () => this.#seen(framework, facets));
  }

  async #seen(framework: string, facets: readonly string[]): Promise<ControlNotes> {
    const { analysis, files } = await this.#built();
    const { root, config } = this.library;
    // The frameworks are those of the library that is verified. The control itself is fine in plain HTML.
    const frameworks = ['html', framework];
    const library = { ...analysis.library, root, config: { ...config, frameworks, accept: [] } };
    const run = new LibraryRun(analyzedSubject({ ...analysis, library }), files, this.pages, {
      frameworks: [framework],
      facets,
      types: this.options.types,
      noCache: true,
      forgets: true,
    });
    try {
      const { report } = await run.verify();
      const [element] = analysis.elements;
      const kinds = memberKinds(element!.contract);
      return report.results
        .filter(({ verdict, source }) => verdict === 'care' || (verdict === 'unchecked' && source !== ''))
        .map((result) => generalText(result, kinds));
    } finally {
      await run.end();
    }
  }
}
