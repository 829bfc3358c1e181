import { namedErrorText } from '../error-text.js';
import type { JsonSchema } from '../../contract/schema.js';
import type { Facet, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { matchesSchema } from '../../runtime/matches-schema.js';
import { Observer, show } from '../observe.js';
import { givenTo } from '../relations/called.js';
import { sameValue } from './same-value.js';
import { calledMethods, samplesWith, type SampleData } from './plan-samples.js';
import { runSamples } from './run-samples.js';

interface MethodData {
  name: string;
  sampled: boolean;
  returns: JsonSchema | undefined;
  /** What it is called with: what a sample gives, or values made from the types of its parameters. */
  given: unknown[];
  /** Values that properties have after the call, as a sample says. */
  outcome: Record<string, unknown>;
}

interface Data {
  methods: MethodData[];
  samples: SampleData[];
  definitions: Record<string, JsonSchema>;
}

/** Each method, through the framework's own reference; and before the element is in the page, and after it has left. */
export const methods: Facet<Data> = {
  name: 'methods',
  title: 'Methods can be called and do their work',
  page: 'shared',

  plan(facts) {
    const { contract } = facts;
    if (contract.methods.length === 0) return { nothing: 'The contract declares no methods.' };
    const called = calledMethods(facts.samples);
    const { scenes, data: samples } = samplesWith(facts, 'call');
    const list = contract.methods.map(({ name, returns }): MethodData => {
      const steps = facts.samples.map((sample) => sample.steps ?? []).find((all) => all[0]?.call === name);
      return {
        name,
        sampled: called.has(name),
        returns,
        given: givenTo(facts, name),
        // Only where the call comes first does its outcome rest on nothing else.
        outcome: steps?.[1]?.expect?.property ?? {},
      };
    });
    return {
      scenes: { ...scenes, bare: facts.scene({}) },
      data: { methods: list, samples, definitions: contract.definitions },
    };
  },

  async probe(page, { methods: list, samples, definitions }) {
    // What brings the page to a halt does so in a sample, which later probes then leave out.
    const sampled = await runSamples(page, samples, 'call');
    const mounted = await page.mount('bare');
    const element = mounted.element as unknown as Record<string, unknown>;
    const results: Observation[] = [];
    for (const method of list) {
      const { name, sampled: called } = method;
      const observer = new Observer(name);
      const there = observer.expect(
        `look for ${name} through the reference`,
        typeof element[name] === 'function',
        typeof element[name],
        'a function',
      );
      if (there && called) await callAnywhere(page, method, definitions, observer);
      observer.noErrors(page.errors(), `call ${name}`);
      if (!called) observer.leave(`No sample calls it: add a step "call: ${name}" and what to expect then.`);
      results.push(observer.result());
    }
    await mounted.unmount();
    return merged(results, sampled);
  },
};

type Callable = HTMLElement & Record<string, (...given: unknown[]) => unknown>;

/** Calls a method before the first connection, in the page, and after the removal. */
async function callAnywhere(
  page: ProbePage,
  method: MethodData,
  definitions: Record<string, JsonSchema>,
  observer: Observer,
): Promise<void> {
  const place = page.container();
  const early = page.make() as unknown as Callable;
  await call(early, method, 'before it is in the page', definitions, observer);
  const late = page.make() as unknown as Callable;
  place.append(late);
  await page.settle();
  await call(late, method, 'in the page', definitions, observer);
  place.append(early);
  await page.settle();
  const gone = page.make() as unknown as Callable;
  place.append(gone);
  await page.settle();
  gone.remove();
  await page.settle();
  await call(gone, method, 'after it has left the page', definitions, observer);
  place.remove();
}

async function call(
  element: Callable,
  { name, given, returns, outcome }: MethodData,
  when: string,
  definitions: Record<string, JsonSchema>,
  observer: Observer,
): Promise<void> {
  const did = `call ${name} ${when}`;
  let returned: unknown;
  try {
    returned = await element[name]!(...given);
  } catch (error) {
    // The platform itself refuses some things to what is in no document (a dialog, say), and says so.
    if (error instanceof DOMException && !element.isConnected) observer.saw(did, namedErrorText(error));
    else observer.fail(did, `error: ${namedErrorText(error)}`, 'no error');
    return;
  }
  if (returns)
    observer.expect(
      `${did}, look at what it gives back`,
      matchesSchema(returned, returns, definitions),
      show(returned),
      'a value of the declared type',
    );
  else observer.saw(did, 'done');
  for (const [property, value] of Object.entries(outcome)) {
    const seen = (element as unknown as Record<string, unknown>)[property];
    observer.expect(`${did}, read ${property}`, sameValue(seen, value), show(seen), show(value));
  }
}

/** One observation for a method that both a probe and samples are about; the worse verdict counts. */
function merged(probed: readonly Observation[], sampled: readonly Observation[]): Observation[] {
  const rank = { fails: 0, unchecked: 1, care: 2, fits: 3 } as const;
  const bySubject = new Map(sampled.map((observation) => [observation.subject, observation]));
  const results = probed.map((observation) => {
    const other = bySubject.get(observation.subject);
    if (!other) return observation;
    bySubject.delete(observation.subject);
    const [worse, better] =
      rank[other.verdict] < rank[observation.verdict] ? [other, observation] : [observation, other];
    return { ...worse, observed: [...worse.observed, ...better.observed] };
  });
  return [...results, ...bySubject.values()];
}
