import type { JsonSchema } from '../../contract/schema.js';
import type { Facet, Observation, ProbePage } from '../facet.js';
import { Observer, show } from '../observe.js';
import { matchesSchema } from '../matches-schema.js';
import { describeAct, judge, runSteps, samplesWith, UNHEARD, type SampleData } from './run-samples.js';

interface EventData {
  name: string;
  bubbles: boolean;
  composed: boolean;
  cancelable: boolean;
  detail: JsonSchema | undefined;
  sampled: boolean;
}

interface Data {
  events: EventData[];
  samples: SampleData[];
  definitions: Record<string, JsonSchema>;
}

/** Acts of a person; what follows them is judged with the events. */
const PERSONAL = new Set(['click', 'focus', 'type', 'press']);

/** Each event by the host's own listener syntax: detail, cancel, through an outer shadow root. */
export const events: Facet<Data> = {
  name: 'events',
  title: 'Events are heard as promised',

  plan(facts) {
    const { contract } = facts;
    if (contract.events.length === 0) return { nothing: 'The contract declares no events.' };
    const { scenes, data: samples } = samplesWith(facts, 'person');
    const sampled = new Set(
      facts.samples.flatMap(({ steps }) => steps ?? []).map(({ expect }) => expect?.event),
    );
    return {
      scenes,
      data: {
        samples,
        definitions: contract.definitions,
        events: contract.events.map(({ name, bubbles, composed, cancelable, detail }) => ({
          name,
          bubbles,
          composed,
          cancelable,
          detail,
          sampled: sampled.has(name),
        })),
      },
    };
  },

  async probe(page, { events: list, samples, definitions }) {
    const observers = new Map(list.map(({ name }) => [name, new Observer(name)]));
    for (const sample of samples) {
      // The element stands in the shadow root of another, as it does in an application made of elements.
      const outer = page.container();
      const inner = document.createElement('div');
      outer.attachShadow({ mode: 'open' }).append(inner);
      const mounted = await page.mount(sample.scene, inner);
      const outside: Event[] = [];
      const listen = (event: Event): void => void outside.push(event);
      for (const { name } of list) document.addEventListener(name, listen);
      await runSteps(page, mounted, sample, {
        acted: () => {},
        failed: (act, error) => {
          for (const observer of observers.values()) observer.fail(describeAct(act), error, 'no error');
        },
        expected: async (expectation, act, heard) => {
          const data = list.find(({ name }) => name === expectation.event);
          const last = heard.at(-1)?.type ?? list[0]!.name;
          const observer = observers.get(data ? data.name : last) ?? observers.get(list[0]!.name)!;
          if (PERSONAL.has(act.kind) || data)
            await judge(page, mounted, sample, expectation, act, heard, observer);
          if (data) judgeEvent(data, heard, outside, definitions, describeAct(act), observer);
        },
      });
      for (const { name } of list) document.removeEventListener(name, listen);
      for (const observer of observers.values()) observer.noErrors(page.errors(), `run “${sample.sample}”`);
      await mounted.unmount();
      outer.remove();
      await cancelAll(page, sample, list, observers);
    }
    return list.map(({ name, sampled }): Observation => {
      const observer = observers.get(name)!;
      if (!sampled)
        observer.leave(
          `No sample brings it about: add the step that does, and "expect: { event: ${name} }".`,
        );
      return observer.result();
    });
  },
};

/** Runs a sample once more with listeners that cancel what they hear. */
async function cancelAll(
  page: ProbePage,
  sample: SampleData,
  list: readonly EventData[],
  observers: ReadonlyMap<string, Observer>,
): Promise<void> {
  const mounted = await page.mount(sample.scene);
  mounted.cancels = true;
  await runSteps(page, mounted, sample, UNHEARD);
  for (const { name, cancelable } of list) {
    const event = mounted.heard.find(({ type }) => type === name);
    if (!event || !cancelable) continue;
    const canceled = event.defaultPrevented;
    observers.get(name)!.holds(`cancel ${name} in the listener`, canceled, 'not canceled', 'canceled');
  }
  page.errors();
  await mounted.unmount();
}

/** The event's flags and detail are those of the contract, and it goes as far as they say. */
function judgeEvent(
  data: EventData,
  heard: readonly Event[],
  outside: readonly Event[],
  definitions: Record<string, JsonSchema>,
  after: string,
  observer: Observer,
): void {
  const own = heard.filter(({ type }) => type === data.name) as CustomEvent[];
  const [event] = own;
  if (!event) return;
  observer.expect(
    `${after}, count ${data.name}`,
    own.length === 1,
    own.length === 1 ? 'heard once' : `heard ${own.length} times`,
    'heard once',
  );
  for (const flag of ['bubbles', 'composed', 'cancelable'] as const) {
    observer.expect(
      `read ${flag} of ${data.name}`,
      event[flag] === data[flag],
      String(event[flag]),
      String(data[flag]),
    );
  }
  const leaves = outside.includes(event);
  const wanted = data.composed && data.bubbles;
  observer.expect(
    'listen outside of the shadow root that the element stands in',
    leaves === wanted,
    leaves ? 'heard' : 'not heard',
    wanted ? 'heard' : 'not heard',
  );
  if (data.detail) {
    const good = matchesSchema(event.detail, data.detail, definitions);
    observer.expect(
      'compare the detail with its type',
      good,
      show(event.detail),
      'a value of the declared type',
    );
  }
}
