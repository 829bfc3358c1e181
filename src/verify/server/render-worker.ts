// The entry of the thread in which pages are rendered as on a server.
import { parentPort } from 'node:worker_threads';

/** What a server makes of pages, by name. */
export type RenderedPages = Record<string, RenderedPage>;

export interface RenderedPage {
  html: string;
  /** What it renders when it is asked once more, after other pages and together with them, if that is another text. */
  again?: string;
  /** What the package cannot render. */
  problems: string[];
}

interface Pages {
  pages: Record<string, (stage: unknown) => string | Promise<string>>;
  problems: string[];
}

/** On a server nothing is heard, and nobody drives an example. */
const STAGE = Object.assign(() => {}, { heard: () => {}, called: () => {} });

async function render(address: string): Promise<RenderedPages> {
  const { pages, problems } = (await import(address)) as Pages;
  const rendered: RenderedPages = {};
  for (const [name, page] of Object.entries(pages)) {
    problems.length = 0;
    rendered[name] = { html: await page(STAGE), problems: [...new Set(problems)] };
  }
  const names = Object.keys(pages).reverse();
  await Promise.all(
    names.map(async (name) => {
      const html = await pages[name]!(STAGE);
      if (html !== rendered[name]!.html) rendered[name]!.again = html;
    }),
  );
  return rendered;
}

parentPort!.on('message', (address: string) => {
  render(address).then(
    (pages) => parentPort!.postMessage({ pages }),
    (error: unknown) => {
      parentPort!.postMessage({ error: error instanceof Error ? error.message : String(error) });
    },
  );
});
