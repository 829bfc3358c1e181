import { beforeAll, describe, it } from 'vitest';
import type { VerifyReport } from '../src/index.js';
import { verified } from './broken-library.js';
import { byRotation } from './rotation.js';
import { expectSound, SOUND, soundLibrary } from './sound-library.js';

// Each in plain HTML and in two frameworks. In all of them, with their checkers of types: tests/broad/sound-elements.
describe.each(byRotation(SOUND))(
  'sound elements in styles of their own, in $frameworks',
  ({ frameworks, own }) => {
    let report: VerifyReport;

    beforeAll(async () => {
      report = await verified(soundLibrary(own, ['html', ...frameworks]), '--timeout', '30', '--no-types');
    }, 300_000);

    it.each(own)('%s fails nowhere', (name) => expectSound(report, name, frameworks));
  },
);
