import { namedErrorText } from '../error-text.js';
import type { ElementFacts, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';
import { valueFrom } from '../values.js';

/** A property that is a function, which no data can stand for. */
export interface FunctionData {
  name: string;
  required: boolean;
  /** What a function gives back that is tried. */
  gives: unknown;
  /** True if a sample passes one on through the framework, and expects that it is called. */
  isPassed: boolean;
  /** True where nobody says what becomes of what is no function. */
  unsaid: boolean;
}

type Values = Record<string, unknown>;

/** The properties of an element that are functions. */
export function functionsOf({ contract, samples, foreign }: ElementFacts): FunctionData[] {
  return contract.properties.flatMap(({ name, required, kind, function: type }) => {
    if (kind !== 'function') return [];
    const isPassed = samples.some(
      ({ callbacks = {}, steps = [] }) =>
        Object.hasOwn(callbacks, name) && steps.some(({ expect }) => expect?.called === name),
    );
    const gives = type?.returns && valueFrom(type.returns, contract.definitions, 0);
    return [{ name, required, gives, isPassed, unsaid: foreign }];
  });
}

/** A function is kept as it is, wherever the element is; nothing and what is no function is none. */
export async function tryFunction(
  page: ProbePage,
  { name, required, gives, isPassed, unsaid }: FunctionData,
): Promise<Observer> {
  const observer = new Observer(name);
  const [first, second] = [() => gives, () => gives];
  const element = page.make(name);
  const values = element as unknown as Values;
  const isNone = (): boolean => values[name] === undefined || values[name] === null;
  const keeps = (given: unknown, did: string): unknown =>
    observer.holds(did, values[name] === given, show(values[name]), 'the same function');
  observer.expect(`create the element, read ${name}`, isNone(), show(values[name]), 'no function');
  values[name] = first;
  keeps(first, `set ${name} before it is in the page`);
  page.container().append(element);
  await page.settle();
  keeps(first, `put it into the page, read ${name}`);
  values[name] = second;
  await page.settle();
  keeps(second, `set ${name} to another one`);
  // Who leaves out what must be given is told in development; what is drawn then, nobody promised.
  if (required) {
    element.remove();
    await page.settle();
  }
  if (!unsaid) tryNone(values, name, first, observer);
  element.remove();
  values[name] = first;
  await page.settle();
  keeps(first, 'set it after it has left the page');
  observer.noErrors(page.errors(), `use ${name}`);
  if (!isPassed)
    observer.leave(
      `No sample passes it on through a framework: give one "callbacks" with ${name}, and "expect: { called: ${name} }".`,
    );
  return observer;
}

function tryNone(values: Values, name: string, given: unknown, observer: Observer): void {
  for (const value of [undefined, null, 'text', 5, {}]) {
    values[name] = given;
    const did = `set ${name} to ${show(value)}`;
    try {
      values[name] = value;
    } catch (error) {
      observer.fail(did, `error: ${namedErrorText(error)}`, 'no function');
      continue;
    }
    const seen = values[name];
    if (seen === undefined || seen === null) observer.saw(did, show(seen));
    else if (seen === value)
      observer.care(did, show(seen), `What is no function is kept in "${name}"; only types keep it out.`);
    else observer.fail(did, show(seen), 'no function');
  }
  values[name] = given;
}
