import { readFile } from 'node:fs/promises';
import type { ComponentFramework } from '../../contract/component-frameworks.js';
import { componentTools } from '../compile-components.js';
import { wrappedFramework } from '../index.js';
import type { ComponentFacts, NoFacts } from './facts.js';
import type { ComponentSource, ReadingPlan } from './plan.js';
import { planClass } from './read-class.js';
import { planJsx } from './read-jsx.js';
import { planSvelte } from './read-svelte.js';
import { planVue } from './read-vue.js';
import { TypeProgram } from './type-program.js';

/** A component by its place. */
export interface NamedComponent {
  /** Its framework, or `class` for one that extends HTMLElement. */
  framework: ComponentFramework | 'class';
  /** Absolute path of its file. */
  path: string;
  exported: string;
}

/** What was read of components, in their order, and the files that TypeScript looked at for it. */
export interface ReadComponents {
  components: (ComponentFacts | NoFacts)[];
  files: string[];
}

/**
 * Reads components of one project, all with the types that they have there. TypeScript is asked once for all of one
 * framework; nothing of them is run.
 */
export async function readComponents(
  root: string,
  components: readonly NamedComponent[],
): Promise<ReadComponents> {
  const results: (ComponentFacts | NoFacts)[] = [];
  const files = new Set<string>();
  const frameworks = new Set(components.map(({ framework }) => framework));
  for (const framework of frameworks) {
    const own = components.flatMap((one, place) => (one.framework === framework ? [{ one, place }] : []));
    const read = await readFramework(
      root,
      framework,
      own.map(({ one }) => one),
      files,
    );
    own.forEach(({ place }, index) => (results[place] = read[index]!));
  }
  return { components: results, files: [...files] };
}

async function readFramework(
  root: string,
  framework: NamedComponent['framework'],
  components: readonly NamedComponent[],
  files: Set<string>,
): Promise<(ComponentFacts | NoFacts)[]> {
  const tools = componentTools(root);
  const plans = await Promise.all(
    components.map(async ({ path, exported }, place): Promise<ReadingPlan | NoFacts> => {
      const text = await readFile(path, 'utf8');
      const source: ComponentSource = { framework, path, text, exported, key: `${framework}-${place}` };
      if (framework === 'class') return planClass(source);
      if (framework === 'vue') return planVue(source, tools);
      return path.endsWith('.svelte') ? planSvelte(source) : planJsx(source);
    }),
  );
  const made = plans.flatMap((plan) => ('finish' in plan ? [[plan.path, plan.text] as const] : []));
  if (made.length === 0) return plans as NoFacts[];
  const source = framework === 'class' ? '' : (wrappedFramework(framework).jsxSource ?? '');
  const program = new TypeProgram(root, new Map(made), source);
  try {
    return plans.map((plan) => ('finish' in plan ? finish(plan, program) : plan));
  } finally {
    for (const path of program.read) files.add(path);
    program.close();
  }
}

/** What TypeScript gives up is that one component's affair. */
function finish(plan: ReadingPlan, program: TypeProgram): ComponentFacts | NoFacts {
  try {
    return plan.finish(program);
  } catch (error) {
    const [message] = (error as Error).message.split('\n');
    return { problem: 'unread', exported: [], message: `TypeScript gave it up: ${message}` };
  }
}
