import type { JsonSchema } from '../../contract/schema.js';
import { namedErrorText } from '../error-text.js';
import type { ElementFacts, ProbePage } from '../facet.js';
import { show } from '../observe.js';
import { valueFrom } from '../values.js';

/** A method that gives something back, and what it is called with. */
export interface CalledMethod {
  name: string;
  given: unknown[];
}

/** So often each is called: what is random differs then between two that were made alike. */
const TIMES = 3;
const ORDINALS = ['', 'first', 'second', 'third'];

/** What a method is called with: what a sample gives, or values of the types of its parameters. */
export function givenTo({ contract, samples }: ElementFacts, name: string): unknown[] {
  const step = samples.flatMap(({ steps }) => steps ?? []).find(({ call }) => call === name);
  if (step) return step.with ?? [];
  const parameters: readonly { optional: boolean; schema: JsonSchema }[] =
    contract.methods.find((method) => method.name === name)?.parameters ?? [];
  return parameters
    .filter(({ optional }) => !optional)
    .map(({ schema }) => valueFrom(schema, contract.definitions, 0));
}

/** The methods that give something back. */
export function methodsThatReturn(facts: ElementFacts): CalledMethod[] {
  return facts.contract.methods
    .filter(({ returns }) => returns !== undefined)
    .map(({ name }) => ({ name, given: givenTo(facts, name) }));
}

/**
 * What methods of elements return, by where each was seen. Each is called a few times, in the order of the elements, which
 * are of no use afterwards.
 */
export async function whatMethodsGive(
  page: ProbePage,
  elements: readonly HTMLElement[],
  methods: readonly CalledMethod[],
): Promise<Map<string, string>[]> {
  const found = elements.map(() => new Map<string, string>());
  for (const method of methods)
    for (let time = 1; time <= TIMES; time++) {
      await page.goesOn();
      const where = `what ${method.name}() gives${time === 1 ? '' : `, called for the ${ORDINALS[time]} time`}`;
      for (const [at, element] of elements.entries()) {
        const lines = found[at]!.set(where, 'nothing yet');
        void returnedBy(element, method).then((result) => lines.set(where, show(result)));
      }
      await page.settle();
    }
  return found;
}

/** What a method gives; an error, if it throws one. */
export async function returnedBy(element: HTMLElement, { name, given }: CalledMethod): Promise<unknown> {
  const method = (element as unknown as Record<string, (...given: unknown[]) => unknown>)[name]!;
  try {
    return await method.apply(element, structuredClone(given));
  } catch (error) {
    return `error: ${namedErrorText(error)}`;
  }
}
