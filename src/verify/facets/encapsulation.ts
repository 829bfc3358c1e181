import type { Contract } from '../../contract/model.js';
import type { Facet, Mounted, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { innerRoot } from '../inner-root.js';
import { Observer } from '../observe.js';
import { judgeAround } from './around.js';
import { CssPropertyOpening, valuesOfSyntax } from './opening-css-property.js';
import { PartOpening } from './opening-part.js';
import { StateOpening } from './opening-state.js';
import { nodesInside, withPageStyle, type Opening } from './opening.js';
import { sameInCleanDocument, type Outside } from './outside-style.js';
import { propertiesOf, type PropertyData } from './property-data.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { describeAct, runSteps, UNHEARD, withSample } from './run-steps.js';

interface Data {
  encapsulation: Contract['encapsulation'];
  samples: SampleData[];
  parts: { name: string; conditional: boolean }[];
  cssProperties: { name: string; pairs: [string, string][]; initial: string | undefined }[];
  states: string[];
  properties: PropertyData[];
  wrapped: boolean;
  /** True if a sample expects something in it to have the focus when it arrives. */
  focusedAtStart: boolean;
}

/** Page style does not get in, element style does not get out; parts, custom properties and states do work. */
export const encapsulation: Facet<Data> = {
  name: 'encapsulation',
  title: 'Style stays on its side, save through the openings',
  page: 'shared',
  ofElement: {},

  plan(facts) {
    const { contract, wrapped } = facts;
    const { scenes, data: samples } = allSamples(facts);
    return {
      scenes: { bare: facts.scene({}), ...scenes },
      data: {
        encapsulation: contract.encapsulation,
        samples,
        wrapped,
        focusedAtStart: samples.some(({ steps }) => focusedAtStart(steps)),
        properties: propertiesOf(facts),
        states: contract.states.map(({ name }) => name),
        parts: contract.parts.map(({ name }) => ({ name, conditional: facts.conditional.parts.has(name) })),
        cssProperties: contract.cssProperties.map(({ name, syntax, initial }) => ({
          name,
          pairs: valuesOfSyntax(syntax),
          initial,
        })),
      },
    };
  },

  async probe(page, data) {
    const { outside } = page;
    const root = new Observer('shadow root');
    const light = new Observer('light tree');
    const leak = new Observer('element style');
    const mounted = await page.mount('bare');
    const results = [pageStyle(page, mounted, data)];
    judgeRoot(mounted.element, data.encapsulation, root);
    if (data.encapsulation !== 'none') {
      const added = mounted.element.childElementCount;
      light.expect('give it no content, count its children', added === 0, `${added}`, '0');
    }
    outside.expectSame(leak, 'draw it', data.encapsulation === 'none');
    sameInCleanDocument(nodesInside(mounted.element), leak);
    const openings: Opening[] = [
      ...data.cssProperties.map((property) => new CssPropertyOpening(property)),
      ...data.parts.map((part) => new PartOpening(part, data.encapsulation)),
      ...data.states.map((name) => new StateOpening(name, data.states, data.wrapped)),
    ];
    const look = (one: Mounted, when: string): void => {
      for (const opening of openings) opening.visit(one.element, when);
    };
    look(mounted, 'at first');
    await mounted.unmount();
    for (const sample of data.samples) await visitSample(page, sample, { data, outside, leak, light, look });
    if (openings.some((opening) => opening instanceof StateOpening))
      await visitValues(page, data.properties, openings);
    outside.expectSame(leak, 'take it away', data.encapsulation === 'none');
    const around = await judgeAround(page, data.properties, data.focusedAtStart);
    const all = [...results, root, light, leak, around, ...openings.map((opening) => opening.end())];
    return all.flatMap((observer): Observation[] =>
      observer.observed.length > 0 || observer.isLeft ? [observer.result()] : [],
    );
  },
};

/** Before the first act, what has the focus has it because the element arrived. */
function focusedAtStart(steps: SampleData['steps']): boolean {
  const first = steps.findIndex(({ expect }) => !expect);
  return steps.slice(0, first === -1 ? undefined : first).some(({ expect }) => expect?.focused !== undefined);
}

interface Visit {
  data: Data;
  outside: Outside;
  leak: Observer;
  light: Observer;
  look(mounted: Mounted, when: string): void;
}

/** Looks at the openings, and for what leaks out, at each step of a sample. */
async function visitSample(
  page: ProbePage,
  sample: SampleData,
  { data, outside, leak, light, look }: Visit,
): Promise<void> {
  await withSample(page, sample, async (mounted) => {
    const given = new Set(mounted.element.children);
    look(mounted, `in the sample “${sample.sample}”`);
    await runSteps(page, mounted, sample, {
      ...UNHEARD,
      acted: (act) => {
        const when = `after “${describeAct(act)}” in the sample “${sample.sample}”`;
        look(mounted, when);
        outside.expectSameSheets(leak, when, data.encapsulation === 'none');
      },
    });
    if (data.encapsulation !== 'none') {
      const added = [...mounted.element.children].filter((child) => !given.has(child));
      if (added.length > 0)
        light.fail(
          `run “${sample.sample}”, look at its children`,
          `<${added[0]!.localName}> was added`,
          'those that the consumer gave',
        );
    }
  });
  page.errors();
}

/** Brings the element into each value of each property, to see its states. */
async function visitValues(
  page: ProbePage,
  properties: readonly PropertyData[],
  openings: readonly Opening[],
): Promise<void> {
  const states = openings.filter((opening) => opening instanceof StateOpening);
  const make = async (): Promise<HTMLElement> => {
    const element = page.make();
    page.container().append(element);
    await page.settle();
    return element;
  };
  for (const { name, first, second } of properties) {
    const [changing, fresh] = [await make(), await make()];
    const set = (element: HTMLElement, value: unknown): void => {
      (element as unknown as Record<string, unknown>)[name] = value;
    };
    for (const value of [first, second]) {
      set(changing, value);
      await page.settle();
      for (const state of states) state.visit(changing, `with another value of ${name}`);
    }
    set(fresh, second);
    await page.settle();
    for (const state of states)
      state.compare(changing, fresh, `set ${name} twice, compare with one that was set once`);
    for (const element of [changing, fresh]) element.parentElement!.remove();
  }
  page.errors();
}

/** The root is open or closed, as the contract says. */
function judgeRoot(element: Element, promised: Contract['encapsulation'], observer: Observer): void {
  const root = innerRoot(element);
  if (promised === 'none') {
    observer.holds('look for a shadow root', root === element, 'it has one', 'it has none');
    return;
  }
  if (root === element) return;
  const seen = element.shadowRoot ? 'open' : 'closed';
  observer.expect('read its shadowRoot', seen === promised, `it is ${seen}`, `it is ${promised}`);
}

const MARK = 'rgb(250, 1, 2)';

function pageStyle(page: ProbePage, { element }: Mounted, { encapsulation: promised }: Data): Observer {
  const observer = new Observer('page style');
  const nodes = nodesInside(element);
  if (nodes.length === 0) {
    observer.leave('Nothing is inside the element that a style could reach.');
    return observer;
  }
  const selectors = new Set<string>(['*']);
  for (const node of nodes) {
    selectors.add(node.localName);
    for (const name of node.classList) selectors.add(`.${CSS.escape(name)}`);
  }
  // An outline is not inherited, so what has it was matched itself.
  const css = `${[...selectors].join(', ')} { outline: 3px solid ${MARK} !important; }`;
  const reached = withPageStyle(css, () =>
    nodes.filter((node) => getComputedStyle(node).outlineColor === MARK),
  );
  const did = `put a rule for ${[...selectors].slice(0, 6).join(', ')} into the page`;
  if (promised === 'none') {
    observer.expect(
      did,
      reached.length > 0,
      `it reaches ${reached.length} of ${nodes.length} nodes inside`,
      'it reaches what is inside, as without a shadow root',
    );
  } else {
    observer.expect(
      did,
      reached.length === 0,
      `it reaches ${reached.length} of ${nodes.length} nodes inside`,
      'it reaches none inside',
    );
  }
  observer.noErrors(page.errors(), 'put a style into the page');
  return observer;
}
