import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport } from '../../src/index.js';
import { verified } from '../broken-library.js';
import { FRAMEWORKS } from '../helpers.js';
import { expectSound, SOUND, soundLibrary } from '../sound-library.js';

describe('sound elements in styles of their own', () => {
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(soundLibrary(SOUND, FRAMEWORKS), '--timeout', '30');
  }, 1_800_000);

  it('are at least 25', () => {
    expect(SOUND.length).toBeGreaterThanOrEqual(25);
  });

  it.each(SOUND)('%s fails nowhere', (name) => expectSound(report, name, FRAMEWORKS));
});
