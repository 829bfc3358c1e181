import type { JsonSchema } from '../../contract/schema.js';
import type { Facet, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { Observer, show } from '../observe.js';
import { matchesSchema } from '../../runtime/matches-schema.js';
import { judge } from './judge.js';
import { lookAt, type Look } from './look.js';
import { propertiesOf, type PropertyData } from './property-data.js';
import { samplesWithEvents, type SampleData } from './plan-samples.js';
import { describeAct, HALTING, runSteps, UNHEARD, withSample, type SampleAct } from './run-steps.js';

interface EventData {
  name: string;
  bubbles: boolean;
  composed: boolean;
  cancelable: boolean;
  byPerson: boolean;
  /** True for an event of a native element that is passed on, which is no CustomEvent. */
  native: boolean;
  detail: JsonSchema | undefined;
  sampled: boolean;
  /** True if samples expect it after what a person does, and never otherwise. */
  afterPerson: boolean;
}

interface Data {
  events: EventData[];
  samples: SampleData[];
  properties: PropertyData[];
  definitions: Record<string, JsonSchema>;
}

/** Each event by the framework's own listener syntax: detail, cancel, through an outer shadow root. */
export const events: Facet<Data> = {
  name: 'events',
  title: 'Events arrive as promised',
  page: 'shared',

  plan(facts) {
    const { contract } = facts;
    if (contract.events.length === 0) return { nothing: 'The contract declares no events.' };
    const { scenes, data: samples } = samplesWithEvents(facts);
    const causes = causesOf(samples);
    return {
      scenes: { ...scenes, bare: facts.scene({ events: contract.events.map(({ name }) => name) }) },
      data: {
        samples,
        definitions: contract.definitions,
        properties: propertiesOf(facts),
        events: contract.events.map(
          ({ name, bubbles, composed, cancelable, byPerson, relay, detail }): EventData => ({
            name,
            bubbles,
            composed,
            cancelable,
            byPerson,
            native: relay !== undefined || facts.nativeEvents.has(name),
            detail,
            sampled: causes.has(name),
            afterPerson: [...(causes.get(name) ?? [])].every((kind) => PERSONAL.has(kind)),
          }),
        ),
      },
    };
  },

  async probe(page, data) {
    const { events: list, samples } = data;
    const observers = new Map(list.map(({ name }) => [name, new Observer(name)]));
    for (const sample of samples) {
      const ran = await hear(page, sample, data, observers);
      if (ran) await cancelAll(page, sample, data, observers);
      else for (const observer of observers.values()) observer.leave(HALTING);
    }
    await setAll(page, data, observers);
    await arrive(page, data, observers);
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

/** Acts of a person. */
const PERSONAL: ReadonlySet<string> = new Set(['click', 'hover', 'focus', 'type', 'press']);

/** The kinds of acts after which samples expect each event. */
function causesOf(samples: readonly SampleData[]): Map<string, Set<string>> {
  const causes = new Map<string, Set<string>>();
  for (const { steps } of samples) {
    let kind = 'start';
    for (const step of steps) {
      if (step.expect?.event !== undefined)
        causes.set(step.expect.event, (causes.get(step.expect.event) ?? new Set()).add(kind));
      else if (!step.expect && step.wait === undefined)
        kind = Object.keys(step).find((key) => key !== 'with') ?? kind;
    }
  }
  return causes;
}

type Observers = ReadonlyMap<string, Observer>;

/** Runs a sample with the element in the shadow root of another, as in an application made of elements. */
async function hear(
  page: ProbePage,
  sample: SampleData,
  { events: list, definitions }: Data,
  observers: Observers,
): Promise<boolean> {
  const outer = page.container();
  const inner = document.createElement('div');
  outer.attachShadow({ mode: 'open' }).append(inner);
  const outside: Event[] = [];
  // What is sent at the connection can only be heard by who listens before.
  const early: Event[] = [];
  const listen = (event: Event): void => void outside.push(event);
  const listenEarly = (event: Event): void => void early.push(event);
  for (const { name } of list) {
    document.addEventListener(name, listen);
    inner.addEventListener(name, listenEarly, { capture: true });
  }
  const ran = await withSample(
    page,
    sample,
    async (mounted) => {
      await runSteps(page, mounted, sample, {
        acted: () => {},
        failed: (act) => {
          for (const observer of observers.values())
            observer.leave(
              `The step “${describeAct(act)}” of “${sample.sample}” fails; see ${facetOf(act)}.`,
            );
        },
        expected: async ({ event, ...others }, act, heard) => {
          const data = list.find(({ name }) => name === event);
          if (!data) return;
          const observer = observers.get(data.name)!;
          const missed = act.kind === 'start' && !heard.some(({ type }) => type === event);
          const all = missed ? early : heard;
          const expectation = 'detail' in others ? { event, detail: others.detail } : { event };
          await judge(page, mounted, sample, expectation, act, all, observer);
          judgeEvent(data, all, outside, definitions, act, observer);
          if (missed && early.some(({ type }) => type === event))
            observer.care(
              `show it, listen for ${event} afterwards`,
              'not received',
              'It is sent when the element arrives: listen on what is around it, before it is there.',
            );
        },
      });
    },
    inner,
  );
  for (const { name } of list) document.removeEventListener(name, listen);
  const thrown = page.errors();
  for (const observer of observers.values()) observer.noErrors(thrown, `run “${sample.sample}”`);
  outer.remove();
  return ran;
}

function facetOf({ kind }: SampleAct): string {
  if (kind === 'call') return 'methods';
  return kind === 'set' ? 'properties' : 'samples';
}

/** What follows an event: how the element looked when it was sent, and how in the end. */
interface Outcome {
  event: Event;
  sent: Look;
  end: Look;
}

/** Runs a sample twice more, with listeners that cancel and without: canceling has an effect where something follows. */
async function cancelAll(
  page: ProbePage,
  sample: SampleData,
  { events: list, properties }: Data,
  observers: Observers,
): Promise<void> {
  const cancelable = list.filter((event) => event.cancelable).map(({ name }) => name);
  if (cancelable.length === 0) return;
  const names = properties.map(({ name }) => name);
  const run = async (cancels: boolean): Promise<Map<string, Outcome>> => {
    const outcomes = new Map<string, Outcome>();
    await withSample(page, sample, async (mounted) => {
      mounted.cancels = cancels;
      const { element } = mounted;
      const note = (event: Event): void => {
        if (outcomes.has(event.type)) return;
        const sent = lookAt(element, names, []);
        outcomes.set(event.type, { event, sent, end: sent });
      };
      for (const name of cancelable) element.addEventListener(name, note, { capture: true });
      // Only what comes of the act that sent it, not of those behind it.
      await runSteps(page, mounted, sample, {
        ...UNHEARD,
        acted: () => {
          for (const [name, outcome] of outcomes) {
            if (outcome.end === outcome.sent)
              outcomes.set(name, { ...outcome, end: lookAt(element, names, []) });
          }
        },
      });
    });
    page.errors();
    return outcomes;
  };
  const [free, canceled] = [await run(false), await run(true)];
  for (const name of cancelable) {
    const [one, other] = [free.get(name), canceled.get(name)];
    if (!one || !other) continue;
    const observer = observers.get(name)!;
    const did = `cancel ${name} in the listener`;
    if (!observer.holds(did, other.event.defaultPrevented, 'not canceled', 'canceled')) continue;
    judgeCanceling(name, one, other, observer);
  }
}

/** What was changed before the event was sent is no consequence of it. */
function judgeCanceling(name: string, free: Outcome, canceled: Outcome, observer: Observer): void {
  const did = `cancel ${name}, compare with a run in which nobody does`;
  const follows = Object.keys(free.end.values).filter(
    (property) => show(free.sent.values[property]) !== show(free.end.values[property]),
  );
  const stayed = follows.filter(
    (property) => show(canceled.end.values[property]) !== show(free.end.values[property]),
  );
  if (follows.length > 0)
    observer.expect(
      did,
      stayed.length > 0,
      `${follows.join(', ')} changes all the same`,
      'something else happens',
    );
  // What is drawn may have been changed before, and drawn later.
  else if (free.sent.inside !== free.end.inside && free.end.inside === canceled.end.inside)
    observer.care(did, 'the same is rendered', `Canceling ${name} changes nothing of what can be seen here.`);
}

/** Sets every property as a consumer does: what tells of a person's acts is not sent then. */
async function setAll(
  page: ProbePage,
  { events: list, properties }: Data,
  observers: Observers,
): Promise<void> {
  const concerned = list.filter(({ byPerson, afterPerson, sampled }) => byPerson || (sampled && afterPerson));
  if (concerned.length === 0) return;
  const mounted = await page.mount('bare');
  for (const { name, first, second } of properties) {
    mounted.heard.length = 0;
    await mounted.set(name, first);
    await mounted.set(name, second);
    await page.settle();
    for (const event of concerned) {
      if (!mounted.heard.some(({ type }) => type === event.name)) continue;
      const observer = observers.get(event.name)!;
      const did = `set ${name} as a consumer, listen for ${event.name}`;
      if (event.byPerson)
        observer.fail(did, 'it is sent', 'not received: the event is for what a person does');
      else
        observer.care(
          did,
          'it is sent',
          `It is sent when a consumer sets ${name}, too: a listener that sets it in answer must come to an end.`,
        );
    }
  }
  page.errors();
  await mounted.unmount();
}

/** What tells of a person's acts is not sent because an element arrives, either. */
async function arrive(page: ProbePage, { events: list }: Data, observers: Observers): Promise<void> {
  const concerned = list.filter(({ byPerson }) => byPerson);
  if (concerned.length === 0) return;
  const place = page.container();
  const heard = new Set<string>();
  for (const { name } of concerned)
    place.addEventListener(name, ({ type }) => heard.add(type), { capture: true });
  place.append(page.make());
  await page.settle();
  place.remove();
  for (const { name } of concerned)
    observers
      .get(name)!
      .holds(
        `put it into the page, listen for ${name}`,
        !heard.has(name),
        'it is sent',
        'not received: the event is for what a person does',
      );
  page.errors();
}

/** The event's flags and detail are those of the contract, and it goes as far as they say. */
function judgeEvent(
  data: EventData,
  heard: readonly Event[],
  outside: readonly Event[],
  definitions: Record<string, JsonSchema>,
  act: SampleAct,
  observer: Observer,
): void {
  const own = heard.filter(({ type }) => type === data.name) as CustomEvent[];
  const event = own.at(-1);
  if (!event) return;
  const { times = 1 } = act;
  const most = times === 1 ? 'received once' : `received at most ${times} times`;
  observer.expect(
    `${describeAct(act)}, count ${data.name}`,
    own.length <= times,
    own.length <= times ? most : `heard ${own.length} times`,
    most,
  );
  if (!data.native)
    observer.holds(
      `look what kind of event ${data.name} is`,
      event instanceof CustomEvent,
      event.constructor.name,
      'CustomEvent',
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
    leaves ? 'heard' : 'not received',
    wanted ? 'heard' : 'not received',
  );
  if (data.detail) {
    observer.expect(
      'compare the detail with its type',
      matchesSchema(event.detail, data.detail, definitions),
      show(event.detail),
      'a value of the declared type',
    );
  }
}
