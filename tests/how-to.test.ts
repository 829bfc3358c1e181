import { execFile } from 'node:child_process';
import { existsSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';
import { followPage, HOW_TO } from './follow-pages.js';
import { linkOnly } from './helpers.js';

/** The server that the page on servers writes answers with rendered elements. */
async function serves(folder: string): Promise<void> {
  linkOnly(folder, ['fastify']);
  symlinkSync(join(folder, 'dist'), join(folder, 'node_modules', 'moorings'));
  const { app } = (await import(pathToFileURL(join(folder, 'app/server.mjs')).href)) as {
    app: { inject(path: string): Promise<{ body: string; statusCode: number }>; close(): Promise<void> };
  };
  for (const [path, expected] of [
    ['/', /<h3>North pier<\/h3>.*<li>Marigold<\/li><li>Tern<\/li>.*<p>Closed in winter<\/p>/s],
    ['/page', /<h3>South pier<\/h3>/],
    ['/stream', /<quay-mooring label="East pier"><template shadowrootmode="open">.*<h3>East pier<\/h3>/s],
  ] as const) {
    const { body, statusCode } = await app.inject(path);
    expect(statusCode, path).toBe(200);
    expect(body, path).toMatch(expected);
  }
  await app.close();
}

describe('a page of the documentation', () => {
  it.each(HOW_TO)('%s can be followed from its first line to its last', async (page) => {
    // What takes a browser is run by the broad tests.
    const { folder, ran } = await followPage(page, ['verify']);
    if (page !== 'docs/debugging.md') expect(ran.length).toBeGreaterThan(0);
    if (page === 'docs/server.md') await serves(folder);
    // Tests that a page writes pass.
    if (existsSync(join(folder, 'tests')))
      await promisify(execFile)(process.execPath, ['--test', join(folder, 'tests')]);
  });
});
