import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { lastwright } from '../helpers.js';
import { npm, PackedTool, run } from '../packed-tool.js';

it('starts a library that depends on the tarball it came from, with the packages of its frameworks', async () => {
  const tool = new PackedTool();
  await tool.install();
  const library = join(tool.home, 'lights');
  const { status, stderr } = await lastwright(['init', library, '--framework', 'react'], {
    program: tool.program,
  });
  expect(status, stderr).toBe(0);
  const { devDependencies } = JSON.parse(readFileSync(join(library, 'package.json'), 'utf8')) as {
    devDependencies: Record<string, string>;
  };
  expect(devDependencies).toEqual({
    '@types/react': '^19.0.0',
    lastwright: `file:../../${tool.tarball}`,
    react: '^19.0.0',
    'react-dom': '^19.0.0',
  });
  await npm(['install'], library);
  const installed = join(library, 'node_modules/lastwright/bin/lastwright.js');
  for (const command of ['check', 'build', 'verify']) {
    const {
      status: ended,
      stdout,
      stderr: said,
    } = await lastwright([command], { cwd: library, program: installed });
    expect(ended, stdout + said).toBe(0);
  }
  await run('npm', ['test'], { cwd: library });
}, 300_000);
