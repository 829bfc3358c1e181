import { execFile } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';
import { followPage, HOW_TO } from './follow-pages.js';

describe('a page of the documentation', () => {
  it.each(HOW_TO)('%s can be followed from its first line to its last', async (page) => {
    // What takes a browser is run by the broad tests.
    const { folder, ran } = await followPage(page, ['verify']);
    if (page !== 'docs/debugging.md') expect(ran.length).toBeGreaterThan(0);
    // Tests that a page writes pass.
    if (existsSync(join(folder, 'tests')))
      await promisify(execFile)(process.execPath, ['--test', join(folder, 'tests')]);
  });
});
