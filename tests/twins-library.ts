import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { REPOSITORY, writeFiles } from './helpers.js';

const FOLDER = join(REPOSITORY, 'tests/twins');

/** What the module of an element and of its faulty twins tells of it. */
interface Twins {
  contract: string;
  samples: string;
  faults: readonly string[];
}

/** One of the elements: sound, or with one fault. */
export interface Twin {
  name: string;
  tag: string;
  fault?: string;
}

const NAMES = readdirSync(FOLDER)
  .map((file) => file.replace('.ts', ''))
  .filter((name) => name !== 'keeping');

// The modules define classes of a kind that only a browser has; here they are asked for texts alone.
Object.assign(globalThis, { HTMLElement: function HTMLElement() {} });
const MODULES = Object.fromEntries(
  await Promise.all(
    NAMES.map(async (name) => [name, (await import(`./twins/${name}.ts`)) as Twins] as const),
  ),
);

/** All sound elements, each with its faulty twins behind it. */
export const TWINS: readonly Twin[] = NAMES.flatMap((name) => [
  { name, tag: `twin-${name}` },
  ...MODULES[name]!.faults.map((fault, index) => ({ name, tag: `twin-${name}-${index + 1}`, fault })),
]);

/** A library of some of them, for some frameworks. */
export function twinsLibrary(twins: readonly Twin[], frameworks: readonly string[]): string {
  const files: Record<string, string> = {
    'lastwright.yaml': `library: 1\nframeworks: [${frameworks.join(', ')}]\n`,
    'package.json': '{ "name": "twins", "version": "1.0.0" }',
  };
  for (const file of readdirSync(FOLDER)) files[`twins/${file}`] = readFileSync(join(FOLDER, file), 'utf8');
  for (const { name, tag, fault } of twins) {
    const { contract, samples } = MODULES[name]!;
    const place = `elements/${tag}`;
    files[`${place}/${tag}.contract.yaml`] =
      `contract: 1\ntag: ${tag}\nwraps: { element: ./element.ts }\n${contract}`;
    files[`${place}/${tag}.samples.yaml`] = samples;
    files[`${place}/element.ts`] =
      `import { element } from '../../twins/${name}.js';\nexport default element(${JSON.stringify(fault) ?? ''});\n`;
  }
  return writeFiles(files);
}
