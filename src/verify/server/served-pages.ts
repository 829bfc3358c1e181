import { ExampleCompiler } from '../../frameworks/example-compiler.js';
import type { InstalledFramework } from '../../frameworks/find-framework.js';
import { leftOf, serverCare } from '../../frameworks/server-rendering.js';
import type { Scene } from '../../frameworks/scene.js';
import { contentKey } from '../../system/cache.js';
import { firstChange } from '../observe.js';
import type { PageServer } from '../page-server.js';
import type { Served } from '../facet.js';
import { STAGE_STYLE } from '../stage.js';
import type { ServerRenderer } from './server-renderer.js';

/** What pages of a framework need so that they take over what a server rendered. */
export interface ServedPages {
  /** Address of the module that takes over. */
  framework: string;
  /** Addresses of the compiled examples, by scene. */
  scenes: Record<string, string>;
  pages: Record<string, Pick<Served, 'problems' | 'again' | 'care'> & { address: string }>;
}

/** Renders examples of a framework as its server does, and puts the pages where browsers load them. */
export class PageRendering {
  readonly #forServers: ExampleCompiler;
  readonly #forBrowsers: ExampleCompiler;

  constructor(
    readonly server: PageServer,
    readonly installed: InstalledFramework,
    readonly library: { name: string; tags: ReadonlySet<string>; modules: ReadonlyMap<string, string> },
    readonly renderer: ServerRenderer,
    /** The path under which the framework's files are served. */
    readonly base: string,
  ) {
    this.#forServers = new ExampleCompiler(installed, library.tags, 'server');
    this.#forBrowsers = new ExampleCompiler(installed, library.tags, 'hydration');
  }

  /** Why nothing can be rendered; undefined if it can. */
  get whyNot(): string | undefined {
    const { framework, serverMissing } = this.installed;
    if (!this.library.modules.has(`${this.library.name}/server`))
      return 'No element of the package is rendered on a server.';
    if (!framework.server) return `What ${framework.title} renders on a server is not tried.`;
    return serverMissing && `${serverMissing.what}. Run: ${serverMissing.install}`;
  }

  /** Renders the scenes of an element; gives the pages, and the source of their servers. */
  async render(scenes: Readonly<Record<string, Scene>>): Promise<{ served: ServedPages; source: string }> {
    const { framework } = this.installed;
    const rendering = framework.server!;
    const sources = new Set<string>();
    const files = new Map<string, { file: string; example: string }>();
    const served: ServedPages = {
      framework: this.#put('hydrate.js', rendering.hydrateModule),
      scenes: {},
      pages: {},
    };
    await Promise.all(
      Object.entries(scenes).map(async ([name, scene]) => {
        const text = (rendering.example ?? framework.write)(scene);
        sources.add(text);
        const left = leftOf(rendering, scene);
        const file = rendering.write({ scene, libraryName: this.library.name, left });
        const code = await this.#forBrowsers.compile(text);
        files.set(name, { file, example: await this.#forServers.compile(text) });
        served.scenes[name] = this.#put(`hydrated/${contentKey(text)}.js`, code);
      }),
    );
    const { installed } = this;
    const rendered = await this.renderer.render({ installed, rendering, pages: files });
    for (const [name, { html, again, problems }] of Object.entries(rendered)) {
      const address = this.#put(`served/${contentKey(html)}.html`, documentWith(html));
      const other = again === undefined ? undefined : firstChange(html, again);
      served.pages[name] = { address, problems, again: other, care: serverCare(rendering, scenes[name]!) };
    }
    for (const { file } of files.values()) sources.add(file);
    return { served, source: [...sources].join('\n') };
  }

  #put(path: string, content: string): string {
    const place = `${this.base}/${path}`;
    this.server.put(place, content);
    return this.server.address(place);
  }
}

/** A page with what a server rendered, in a container like the one that is taken for it in the browser. */
function documentWith(html: string): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<link rel="icon" href="data:,">
<title>Rendered on a server</title>
</head>
<body>
<div id="app" style="${STAGE_STYLE}">${html}</div>
</body>
</html>
`;
}
