import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { analyze } from '../src/analysis/workspace.js';
import { FRAMEWORKS } from '../src/frameworks/index.js';
import { openLibrary } from '../src/library/open-library.js';
import { consumerScene } from '../src/preview/scenes.js';
import { factsOf } from '../src/verify/facts.js';
import { REPOSITORY } from './helpers.js';

describe('the pages for users of a package', () => {
  it.each(FRAMEWORKS.map((framework) => [framework.name, framework] as const))(
    'have the code of %s that the live page gives to copy, and that verify runs',
    async (name, framework) => {
      const library = await openLibrary(join(REPOSITORY, 'examples/quayside'));
      const { elements } = analyze(library);
      const berth = elements.find(({ contract }) => contract.tag === 'quay-berth')!;
      const facts = factsOf(berth, library, new Set(elements.map(({ contract }) => contract.tag)));
      const scene = consumerScene(facts, { sample: 0, values: {}, slots: {} });
      const page = readFileSync(join(REPOSITORY, `docs/use/${name.replace('-18', '')}.md`), 'utf8');
      const blocks = [...page.matchAll(/^```\w+\n([\s\S]*?)^```$/gm)].map(([, code]) => code);
      expect(blocks).toContain(framework.write(scene));
    },
  );
});
