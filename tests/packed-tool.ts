import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { REPOSITORY, scratchFolder, writeFiles } from './helpers.js';

export const run = promisify(execFile);

/** Runs npm without what it says beside. */
export function npm(args: string[], cwd: string): Promise<{ stdout: string }> {
  return run('npm', [...args, '--no-audit', '--no-fund', '--loglevel', 'error'], { cwd, encoding: 'utf8' });
}

/** The tool as it is published: packed, and installed in a project of its own. */
export class PackedTool {
  readonly #folder = scratchFolder();
  readonly home = join(this.#folder, 'home');
  /** The name of the tarball, which lies beside the project. */
  tarball = '';

  async install(): Promise<void> {
    const { stdout } = await npm(
      ['pack', '--pack-destination', this.#folder, '--ignore-scripts', '--json'],
      REPOSITORY,
    );
    this.tarball = (JSON.parse(stdout) as { filename: string }[])[0]!.filename;
    writeFiles({ 'package.json': '{ "name": "home", "private": true }' }, this.home);
    await npm(['install', `../${this.tarball}`], this.home);
  }

  get program(): string {
    return join(this.home, 'node_modules/lastwright/bin/lastwright.js');
  }
}
