// What comes before tests: lint beside types and build, since formatting keeps one core busy for half a minute.
import { spawn } from 'node:child_process';

/** Runs scripts of the package one after the other; gives the status of the first that fails. */
async function inTurn(...names) {
  for (const name of names) {
    const status = await new Promise((resolve) => {
      spawn('npm', ['run', name], { stdio: 'inherit', shell: process.platform === 'win32' }).on(
        'close',
        resolve,
      );
    });
    if (status !== 0) return status ?? 1;
  }
  return 0;
}

const statuses = await Promise.all([inTurn('lint'), inTurn('types', 'build')]);
process.exitCode = statuses.find((status) => status !== 0) ?? 0;
