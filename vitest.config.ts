import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Files whose tests take longest, by name: begun last, they would leave a core without work at the end. */
const LONG = [
  'remembered-build',
  'faults',
  'sound-elements',
  'broken-',
  'safety',
  'commands',
  'wrapped-verify',
  'adopt-verify',
  'preview',
];

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification): number => {
      const at = LONG.findIndex((name) => moduleId.includes(`/${name}`));
      return at < 0 ? LONG.length : at;
    };
    return (await super.sort(files)).toSorted((one, other) => rank(one) - rank(other));
  }
}

export default defineConfig({
  test: {
    include: ['tests/**/*.test.ts'],
    testTimeout: 120_000,
    hookTimeout: 180_000,
    // Most tests wait for a process or a page for a third of their time: three of them keep two cores busy.
    maxWorkers: 3,
    sequence: { sequencer: LongestFirst },
  },
});
