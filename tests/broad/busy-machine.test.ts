import { spawn } from 'node:child_process';
import { expect, it } from 'vitest';
import { verified } from '../broken-library.js';
import { soundLibrary } from '../sound-library.js';

/** Elements whose outcome comes later: by timers, frames and what observes the layout. */
const LATE = ['answering', 'clock', 'debounced', 'frame', 'in-sight', 'later', 'microtask', 'observing'];

it('the verdicts of a busy machine are those of one at rest', async () => {
  const verdicts = async (): Promise<string[]> => {
    const { results } = await verified(
      soundLibrary(LATE, ['html', 'react']),
      '--timeout',
      '60',
      '--no-types',
    );
    return results.map(({ element, framework, facet, subject, verdict, note }) =>
      [element, framework, facet, subject, verdict, note].join(' · '),
    );
  };
  const quiet = await verdicts();
  const busy = Array.from({ length: 8 }, () =>
    spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' }),
  );
  try {
    expect(await verdicts()).toEqual(quiet);
  } finally {
    for (const one of busy) one.kill('SIGKILL');
  }
}, 900_000);
