import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { FastifyInstance, FastifyReply } from 'fastify';
import * as z from 'zod';
import { samplesSchema } from '../contract/schema.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import { toolFile } from '../system/tool-files.js';
import { asRefusal } from '../system/refusal.js';
import { UsageError } from '../system/usage-error.js';
import { Camera } from './camera.js';
import { cellHtml } from './cell-html.js';
import { comparePictures } from './compare-pictures.js';
import { describeElement, describeLibrary } from './describe.js';
import { tokensOf } from './highlight.js';
import { guardRequests } from './guard-requests.js';
import { keepSample } from './keep-sample.js';
import type { LiveLibrary } from './live-library.js';
import { moduleAt, OWN_MODULE } from './module-at.js';
import { sourcePlace } from './places.js';
import { consumerScene, liveScene, needed, slotsIn } from './scenes.js';
import type { CellAnswer, StateAnswer, StateRequest } from './shapes.js';
import { sizeOf } from './size.js';

/** What the page itself may do: its own scripts and style, frames of the cells' origin, nothing else. */
const POLICY =
  "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; connect-src 'self'; frame-src http://127.0.0.1:*; " +
  "base-uri 'none'; form-action 'none'; frame-ancestors 'none'; require-trusted-types-for 'script'";

const TYPES: Readonly<Record<string, string>> = {
  '.html': 'text/html; charset=utf-8',
  '.js': 'text/javascript; charset=utf-8',
  '.map': 'application/json',
};

const stateSchema = z.strictObject({
  tag: z.string(),
  frameworks: z.array(z.string()).max(20),
  sample: z.int().min(0),
  values: z.record(z.string(), z.unknown()),
  slots: z.record(z.string(), z.string()),
});

const cellsSchema = stateSchema.extend({ generation: z.int().min(0) });

/** So many origins of cells are there at most; then the first one is taken again. */
const ORIGINS = 20;

const picturesSchema = stateSchema.extend({
  css: z.record(z.string().regex(/^--/), z.string()),
  view: z.strictObject({
    direction: z.enum(['ltr', 'rtl']),
    scheme: z.enum(['auto', 'light', 'dark']),
    motion: z.enum(['auto', 'reduced']),
    zoom: z.number().min(0.1).max(10),
  }),
});

const placeSchema = z.strictObject({ address: z.string(), line: z.int().min(1), column: z.int().min(0) });

const keepSchema = z.strictObject({ tag: z.string(), sample: samplesSchema.element });

/** Where the servers of a live page listen. */
export interface LiveAddresses {
  page: string;
  cells: string;
}

/**
 * The servers of the live page, on the loopback address: one for the page, one for the cells, which are of another origin, so
 * that nothing that runs in them reaches the page or what it may do.
 */
export class LiveServer {
  #fastify!: typeof import('fastify').default;
  #files!: typeof import('@fastify/static').default;
  readonly #servers: FastifyInstance[] = [];
  /** How many documents of cells were given out. */
  #documents = 0;
  /** Origins of cells, by generation. */
  readonly #origins = new Map<number, Promise<string>>();
  #addresses!: LiveAddresses;
  /** What pictures are taken with, once somebody wants them compared. */
  #camera: Camera | undefined;
  readonly #streams = new Set<FastifyReply>();
  /** Names by which these servers are asked for; who leads another name to this address gets nothing. */
  readonly #names = new Set<string>();

  constructor(readonly live: LiveLibrary) {}

  /** Begins to listen: at the port, or at the next one that is free. */
  async start(port: number): Promise<LiveAddresses> {
    const [{ default: fastify }, { default: files }] = await Promise.all([
      import('fastify'),
      import('@fastify/static'),
    ]);
    this.#fastify = fastify;
    this.#files = files;
    const page = this.#open('own pages');
    this.#servers.push(page);
    this.#routePage(page);
    const cells = await this.#originOf(0);
    this.#addresses = { cells, page: await this.#listen(page, port) };
    this.live.listen((change) => {
      for (const stream of this.#streams) stream.raw.write(`data: ${JSON.stringify(change)}\n\n`);
    });
    return this.#addresses;
  }

  async stop(): Promise<void> {
    for (const stream of this.#streams) stream.raw.end();
    await this.#camera?.close();
    await Promise.all(this.#servers.map((server) => server.close()));
  }

  /** A server that answers only to the names that it listens at. */
  #open(askers: Parameters<typeof guardRequests>[2]): FastifyInstance {
    const server = this.#fastify({ logger: false, forceCloseConnections: true, bodyLimit: 5_000_000 });
    guardRequests(server, this.#names, askers);
    server.setErrorHandler(async (error: Error & { statusCode?: number }, _request, reply) => {
      if (error instanceof UsageError)
        return reply.code(409).send({ wrong: error.message, help: error.help });
      if (error instanceof z.ZodError)
        return reply.code(400).send({ wrong: z.prettifyError(error), help: '' });
      const { statusCode = 500 } = error;
      // What went wrong inside names files of this machine.
      if (statusCode < 500) return reply.code(statusCode).send({ wrong: error.message, help: '' });
      const refused = asRefusal(error);
      const wrong = refused ? 'The file cannot be used.' : 'The preview cannot answer that.';
      return reply
        .code(500)
        .send({ wrong, help: refused?.help ?? 'Save the file again, or start the preview again.' });
    });
    return server;
  }

  async #listen(server: FastifyInstance, port: number): Promise<string> {
    for (let tried = port; ; tried++) {
      try {
        const address = await server.listen({ host: '127.0.0.1', port: tried });
        const { port: got } = new URL(address);
        for (const name of ['127.0.0.1', 'localhost']) this.#names.add(`${name}:${got}`);
        return `http://127.0.0.1:${got}`;
      } catch (error) {
        const { code } = error as NodeJS.ErrnoException;
        if (port === 0 || tried > port + 100 || (code !== 'EADDRINUSE' && code !== 'EACCES')) throw error;
      }
    }
  }

  #routePage(server: FastifyInstance): void {
    const index = async (_: unknown, reply: FastifyReply): Promise<FastifyReply> =>
      reply
        .headers({ 'content-security-policy': POLICY, 'cache-control': 'no-store' })
        .type(TYPES['.html']!)
        .send(await readFile(join(toolFile('page'), 'index.html')));
    server.get('/', index);
    server.get('/element/:tag', index);
    server.register(this.#files, {
      root: toolFile('page'),
      prefix: '/page/',
      index: false,
      decorateReply: false,
      dotfiles: 'deny',
      allowedPath: (path) => /\.(?:js|css|map)$/.test(path),
      setHeaders: (reply) => void reply.header('cache-control', 'no-cache'),
    });
    server.get('/api/library', async () => describeLibrary(this.live));
    server.get<{ Params: { tag: string }; Querystring: { frameworks?: string } }>(
      '/api/element/:tag',
      async ({ params, query }, reply) => {
        const element = await describeElement(this.live, params.tag, this.#frameworks(query.frameworks));
        return element ?? reply.code(404).send({ wrong: `There is no element ${params.tag}.`, help: '' });
      },
    );
    server.post('/api/cells', async ({ body }) => this.#prepare(cellsSchema.parse(body)));
    server.post('/api/code', async ({ body }) => this.#code(stateSchema.parse(body)));
    server.post('/api/pictures', async ({ body }) => {
      const request = picturesSchema.parse(body);
      this.#camera ??= new Camera(this.live, this.#addresses.cells);
      return {
        pictures: await comparePictures(this.#camera, {
          ...request,
          frameworks: this.#frameworks(request.frameworks.join()),
        }),
      };
    });
    server.post('/api/place', async ({ body }) => {
      const { address, line, column } = placeSchema.parse(body);
      return { place: await sourcePlace(this.live.whole, address, line, column) };
    });
    server.post('/api/samples', async ({ body }) => {
      const { tag, sample } = keepSchema.parse(body);
      const element = this.live.element(tag);
      if (!element) throw new UsageError(`There is no element ${tag}.`, 'Choose one that is there.');
      return { file: await keepSample(this.live.workspace.library.root, element, sample) };
    });
    server.get<{ Params: { tag: string } }>('/api/size/:tag', async ({ params }) => ({
      size: await sizeOf(this.live.package, params.tag),
    }));
    server.get('/api/changes', (_, reply) => {
      reply.hijack();
      reply.raw.writeHead(200, {
        ...(reply.getHeaders() as Record<string, string>),
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
      });
      reply.raw.write(': here\n\n');
      this.#streams.add(reply);
      reply.raw.once('close', () => this.#streams.delete(reply));
    });
  }

  #routeCells(server: FastifyInstance): void {
    // Each cell may have a process of its own, so that one that hangs stops nothing else.
    server.addHook('onSend', async (_request, reply) => {
      reply.header('origin-agent-cluster', '?1');
    });
    const script = (reply: FastifyReply, code: string | undefined, kept: boolean): FastifyReply =>
      code === undefined
        ? reply.code(404).send('')
        : reply
            .type(TYPES['.js']!)
            .header('cache-control', kept ? 'public, max-age=31536000, immutable' : 'no-store')
            .send(code);
    server.get('/cell.js', async (_, reply) =>
      script(reply, await readFile(toolFile('cell.js'), 'utf8'), true),
    );
    server.get('/package/*', async ({ url }, reply) =>
      script(reply, OWN_MODULE.test(url) ? await moduleAt(this.live.package, url) : undefined, true),
    );
    server.get<{ Params: { '*': string } }>('/whole/:document/*', async ({ params }, reply) => {
      const [tag, isMap] = [params['*'].replace(/\.js(?:\.map)?$/, ''), params['*'].endsWith('.map')];
      const whole = await this.live.whole.of(tag);
      if (whole && isMap)
        return reply.type(TYPES['.map']!).header('cache-control', 'no-store').send(whole.map);
      return script(reply, whole?.code, false);
    });
    server.get<{ Params: { '*': string } }>('/frameworks/*', async ({ params }, reply) =>
      script(reply, this.live.cells.file(params['*']), true),
    );
    server.get<{ Params: { key: string } }>('/examples/:key.js', async ({ params }, reply) =>
      script(reply, this.live.cells.example(params.key)?.code, true),
    );
    server.get<{ Params: { key: string }; Querystring: { spare?: string } }>(
      '/cell/:key',
      async (request, reply) => {
        const { params, query } = request;
        const example = this.live.cells.example(params.key);
        const facts = example && this.live.facts(example.tag);
        if (!example || !facts) return reply.code(404).send('');
        const { contract } = facts;
        const { html, policy: own } = cellHtml(example, this.live.workspace.library.name, {
          tag: example.tag,
          framework: example.framework,
          example: `/examples/${params.key}.js`,
          library: `/whole/${++this.#documents}/`,
          elements: this.#elementsIn(example.source, example.tag),
          lasting: [...example.preloads, '/package/shared/runtime.js'],
          spare: query.spare !== undefined,
          page: this.#addresses.page,
          properties: contract.properties.map(({ name }) => name),
          carriers: contract.properties.flatMap(({ attribute, reflect }) =>
            reflect ? [] : (attribute ?? []),
          ),
          events: contract.events.map(({ name }) => name),
          parts: contract.parts.map(({ name }) => name),
        });
        return reply
          .headers({ 'content-security-policy': own, 'cache-control': 'no-store' })
          .type(TYPES['.html']!)
          .send(html);
      },
    );
  }

  /** The element, and others of the library that an example writes into the content: they are registered, too. */
  #elementsIn(source: string, tag: string): string[] {
    const named = new Set(source.match(/(?<=<)[a-z][\w.]*-[\w.-]+/g));
    const others = this.live.tags.filter((other) => other !== tag && named.has(other));
    return [tag, ...others];
  }

  /** Where cells are served from, of a generation: one that hangs holds up all of its origin. */
  #originOf(generation: number): Promise<string> {
    const place = generation % ORIGINS;
    const known = this.#origins.get(place) ?? this.#openOrigin();
    this.#origins.set(place, known);
    return known;
  }

  async #openOrigin(): Promise<string> {
    const server = this.#open('the live page');
    this.#routeCells(server);
    this.#servers.push(server);
    return this.#listen(server, 0);
  }

  /** The frameworks that a page asks for; those that the library promises where it asks for none. */
  #frameworks(list: string | undefined): string[] {
    const known = new Set(FRAMEWORKS.map(({ name }) => name));
    const asked = (list ?? '').split(',').filter((name) => known.has(name));
    return asked.length > 0
      ? asked
      : this.live.analysis.library.config.frameworks.filter((name) => known.has(name));
  }

  async #prepare({
    tag,
    frameworks,
    generation,
    ...state
  }: z.infer<typeof cellsSchema>): Promise<{ cells: CellAnswer[] }> {
    const facts = this.live.facts(tag);
    if (!facts) return { cells: [] };
    const scene = liveScene(facts, state);
    const wrong = await this.live.whole.of(tag).then(
      () => '',
      (error: Error) => error.message,
    );
    const names = this.#frameworks(frameworks.join());
    const origin = await this.#originOf(generation);
    const cells = await Promise.all(
      names.map(async (framework) => {
        if (wrong !== '') return { framework, address: '', refused: wrong };
        const prepared = await this.live.cells.prepare(framework, scene);
        return 'key' in prepared
          ? { framework, address: `${origin}/cell/${prepared.key}`, refused: '' }
          : { framework, address: '', refused: prepared.refused };
      }),
    );
    return { cells };
  }

  /** What a consumer writes for a state, and the same as a sample. */
  #code({ tag, frameworks, ...state }: StateRequest): StateAnswer {
    const facts = this.live.facts(tag);
    if (!facts) return { code: [], sample: { properties: {}, slots: {} } };
    const scene = consumerScene(facts, state);
    const code = this.#frameworks(frameworks.join()).map((name) => {
      const framework = FRAMEWORKS.find((one) => one.name === name)!;
      const { title, exampleFile: file } = framework;
      const text = framework.write(scene);
      return { framework: name, title, file, text, tokens: tokensOf(text, file) };
    });
    return { code, sample: { properties: needed(facts, state), slots: slotsIn(facts, state) } };
  }
}
