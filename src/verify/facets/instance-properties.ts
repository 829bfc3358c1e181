import { namedErrorText } from '../error-text.js';
import type { ElementFacts, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';

/** A property that takes an instance of a standard class, with texts that instances are made of. */
export interface InstanceData {
  name: string;
  instance: string;
  values: unknown[];
  required: boolean;
  /** True where nobody says what becomes of what is no instance. */
  unsaid: boolean;
}

type Made = { make(from: never): object; values: unknown[] };

/** Classes of which the judge can make instances itself, and of what. */
const CLASSES: Readonly<Record<string, Made>> = {
  Date: { make: (from: string) => new Date(from), values: ['2026-05-14T08:00:00Z', '2027-11-02T17:30:00Z'] },
  URL: {
    make: (from: string) => new URL(from),
    values: ['https://harbor.example/1', 'https://harbor.example/2?q=1'],
  },
  URLSearchParams: { make: (from: string) => new URLSearchParams(from), values: ['berth=1', 'berth=2'] },
  RegExp: { make: (from: string) => new RegExp(from), values: ['a+', 'b+'] },
  Map: {
    make: (from: [string, unknown][]) => new Map(from),
    values: [
      [['Salt', 1]],
      [
        ['Rope', 2],
        ['Tar', 3],
      ],
    ],
  },
  Set: { make: (from: string[]) => new Set(from), values: [['Salt'], ['Rope', 'Tar']] },
  Blob: { make: (from: string) => new Blob([from]), values: ['Salt', 'Rope'] },
  Error: { make: (from: string) => new Error(from), values: ['no water', 'no wind'] },
};

/** What instances of a class are made of; undefined for a class of which none can be made. */
export function instanceValues(name: string | undefined): unknown[] | undefined {
  return name !== undefined && Object.hasOwn(CLASSES, name) ? CLASSES[name]!.values : undefined;
}

/** An instance of a class, of one of its values. */
export function makeInstance(name: string, from: unknown): object {
  return CLASSES[name]!.make(from as never);
}

/** The properties that take instances of classes of which the judge can make some. */
export function instancesOf({ contract, foreign }: ElementFacts): InstanceData[] {
  return contract.properties.flatMap(({ name, instance, required }) => {
    const values = instanceValues(instance);
    return values ? [{ name, instance: instance!, values, required, unsaid: foreign }] : [];
  });
}

/** An instance is kept as it is, and not changed, wherever the element is; nothing and what is no instance is none. */
export async function tryInstance(
  page: ProbePage,
  { name, instance, values: from, required, unsaid }: InstanceData,
): Promise<Observer> {
  const observer = new Observer(name);
  const [first, second] = [makeInstance(instance, from[0]), makeInstance(instance, from[1])];
  const element = page.make(name);
  const values = element as unknown as Record<string, unknown>;
  const keeps = (given: object, did: string): boolean =>
    observer.holds(
      did,
      values[name] === given,
      values[name] instanceof given.constructor ? `another ${instance}` : show(values[name]),
      `the same ${instance}`,
    );
  values[name] = first;
  keeps(first, `set ${name} to a ${instance} before it is in the page`);
  page.container().append(element);
  await page.settle();
  keeps(first, `put it into the page, read ${name}`);
  values[name] = second;
  await page.settle();
  keeps(second, `set ${name} to another ${instance}`);
  const wanted = textOf(makeInstance(instance, from[1]));
  observer.expect(
    `look at the ${instance} that was given`,
    textOf(second) === wanted,
    textOf(second),
    wanted,
  );
  if (required) element.remove();
  if (!unsaid)
    for (const value of [undefined, null, 'text', 5, {}]) {
      values[name] = first;
      const did = `set ${name} to ${show(value)}`;
      try {
        values[name] = value;
      } catch (error) {
        observer.fail(did, `error: ${namedErrorText(error)}`, `no ${instance}`);
        continue;
      }
      const seen = values[name];
      if (seen === undefined || seen === null || (seen !== first && seen instanceof first.constructor))
        observer.saw(did, show(seen));
      else if (seen === value)
        observer.care(
          did,
          show(seen),
          `What is no ${instance} is kept in "${name}"; only types keep it out.`,
        );
      else observer.fail(did, seen === first ? `the ${instance} of before` : show(seen), `no ${instance}`);
    }
  await page.settle();
  element.remove();
  values[name] = second;
  await page.settle();
  keeps(second, `set ${name} after it has left the page`);
  observer.noErrors(page.errors(), `use ${name}`);
  return observer;
}

function textOf(value: object): string {
  if (value instanceof Map || value instanceof Set) return JSON.stringify([...value]);
  return value instanceof Date ? value.toISOString() : String(value);
}
