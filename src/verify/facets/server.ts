import type { Facet, Mounted, ProbePage, Served } from '../facet.js';
import type { Observation } from '../observation.js';
import { firstChange, Observer, show } from '../observe.js';
import { STAGE, STAGE_STYLE } from '../stage.js';
import { comeFromElsewhere } from './come-from.js';
import { judge } from './judge.js';
import { A_TICK, hasState, holdsIfStill, insideOf } from './look.js';
import { allSamples, type SampleData } from './plan-samples.js';
import { freshValue, likeFresh } from './property-data.js';
import { describeAct, HALTING, runSteps, withSample } from './run-steps.js';
import { still, withoutIndentation } from './still.js';
import type { Scene } from '../../frameworks/scene.js';

interface Data {
  samples: SampleData[];
  events: string[];
  states: string[];
  /** True for an element that only a browser can render. */
  wrapped: boolean;
}

/** What a server rendered shows before any script has run, and is taken over by element and framework: the same nodes, nothing twice. */
export const server: Facet<Data> = {
  name: 'server',
  title: 'Rendered on a server, then taken over',
  page: 'looking',
  onServer: true,

  plan(facts) {
    const { contract } = facts;
    if (!contract.server) return { nothing: 'It is not promised for servers.' };
    const sampled = allSamples(facts);
    const plan: { scenes: Record<string, Scene>; data: SampleData[] } =
      sampled.data.length > 0
        ? sampled
        : {
            scenes: { bare: facts.scene({}) },
            data: [{ sample: contract.tag, scene: 'bare', steps: [], parts: [] }],
          };
    const data = {
      samples: plan.data,
      events: contract.events.map(({ name }) => name),
      states: contract.states.map(({ name }) => name),
      wrapped: contract.implementation.kind !== 'view',
    };
    return { scenes: plan.scenes, data };
  },

  async probe(page, data) {
    const results = [];
    for (const sample of data.samples) {
      const observer = new Observer(sample.sample);
      const leave = await comeFromElsewhere(page);
      const served = await page.served(sample.scene);
      judgeRendering(served, observer);
      const before = await pictureOf(page, served.shown);
      const stage = page.container();
      stage.style.cssText = STAGE_STYLE;
      let pictures: Observation['pictures'];
      const ran = await withSample(
        page,
        sample,
        async (mounted) => {
          judgeTakeOver(served, observer);
          await judgeDrawn(page, mounted, sample.scene, observer);
          pictures = await judgePicture(page, mounted, served, before, data, observer);
          judgeValues(page, mounted, observer);
          await runAgain(page, mounted, sample, observer);
          await judgeEvents(page, mounted, data.events, observer);
          observer.noErrors(page.errors(), `run “${sample.sample}” after it was taken over`);
        },
        stage,
        served,
      );
      served.frame.remove();
      leave();
      if (!ran) observer.leave(HALTING);
      results.push({ ...observer.result(), ...(pictures ? { pictures } : {}) });
    }
    return results;
  },
};

/** A server renders all of it, and the same for everybody. */
function judgeRendering({ problems, again, care, nodes }: Served, observer: Observer): void {
  for (const problem of problems) observer.fail('render it on a server', problem, 'all of it');
  observer.holds(
    'render it once more, after others and together with them',
    again === undefined,
    again ? show(again.is) : '',
    again ? show(again.was) : 'the same HTML',
  );
  if (care) observer.care('write it as the framework needs it', 'done', care);
  observer.saw('count what the server rendered', `${nodes.length} elements and texts`);
}

async function pictureOf(page: ProbePage, stage: HTMLElement): Promise<string> {
  await page.park();
  scrollTo(0, 0);
  const indent = withoutIndentation(stage);
  const move = await still(stage);
  const picture = await page.picture({ x: 0, y: 0, ...STAGE });
  move();
  indent();
  return picture;
}

/** Element and framework keep the nodes that are there, and add none. */
function judgeTakeOver({ nodes, messages }: Served, observer: Observer): void {
  const gone = nodes.filter((node) => !node.isConnected && !hasFailed(node));
  observer.holds(
    'let element and framework take it over',
    gone.length === 0,
    `${gone.length} of ${nodes.length} are replaced: ${gone.slice(0, 3).map(nodeText).join(', ')}`,
    `the same ${nodes.length} elements and texts`,
  );
  for (const message of messages) observer.fail('read the console', message, 'no message');
}

/** It draws what an element draws that script has made, and has the same content: nothing twice, nothing left out. */
async function judgeDrawn(
  page: ProbePage,
  { element, container }: Mounted,
  scene: string,
  observer: Observer,
): Promise<void> {
  const made = await page.mount(scene);
  const [was, is] = [insideOf(made.element), insideOf(element)];
  const change = firstChange(was, is);
  const did = 'compare it with one that script has made';
  await holdsIfStill(
    page,
    [element, made.element],
    observer,
    did,
    was === is,
    `it draws ${show(change.is)}`,
    show(change.was),
  );
  const [content, own] = [contentOf(made.container), contentOf(container)];
  const other = firstChange(content, own);
  observer.holds(`${did}, with its content`, content === own, show(other.is), show(other.was));
  await made.unmount();
}

/** The elements and texts in a container, as text; frameworks write comments and attributes of their own. */
function contentOf(parent: Element): string {
  const written = [...parent.childNodes].map((node) => {
    if (node instanceof Element) return `<${node.localName}>${contentOf(node)}</>`;
    return node instanceof Text ? node.data : '';
  });
  return written.join('').replace(/\s*([<>]|\s)\s*/g, '$1');
}

/** True for a picture that could not be loaded, for which an element may show something else. */
function hasFailed(node: Node): boolean {
  return node instanceof HTMLImageElement && node.complete && node.currentSrc !== '' && !node.naturalWidth;
}

function nodeText(node: Node): string {
  return node instanceof Element ? `<${node.localName}>` : show(node.nodeValue);
}

/** It looks as it did before any script. Gives the pictures where it does not. */
async function judgePicture(
  page: ProbePage,
  mounted: Mounted,
  { nodes }: Served,
  before: string,
  { states, wrapped }: Data,
  observer: Observer,
): Promise<Observation['pictures']> {
  const { element } = mounted;
  const inside = insideOf(element);
  const after = await pictureOf(page, mounted.container);
  const did = 'compare screenshots of before and after the script';
  const differing = await page.comparePictures(after, before);
  if (!differing) {
    observer.saw(did, 'the same');
    return undefined;
  }
  const { text, difference } = differing;
  if (wrapped)
    observer.care(
      did,
      text,
      'Its component is rendered in the browser only: before script it shows no more than its content.',
    );
  else if (nodes.some((node) => !node.isConnected && hasFailed(node)))
    observer.care(did, text, 'The fallback for an image that failed to load is rendered only by script.');
  else if (await page.until(() => insideOf(element) !== inside, A_TICK))
    observer.saw(did, `${text}, of something that changes by itself`);
  else if (states.some((name) => hasState(element, name)))
    observer.care(
      did,
      text,
      'Its custom states come with the script, since no HTML has them: style what shows at first by a class in the view.',
    );
  else observer.fail(did, text, 'the same screenshot');
  return { own: after, other: before, difference };
}

/** Values that were bound are there. */
function judgeValues(page: ProbePage, mounted: Mounted, observer: Observer): void {
  const element = mounted.element as unknown as Record<string, unknown>;
  for (const [name, value] of Object.entries(mounted.values)) {
    const fresh = freshValue(page.tag, name, value);
    const seen = element[name];
    const did = `read ${name} after it was taken over`;
    const isCopy = typeof value === 'object' && JSON.stringify(seen) === JSON.stringify(fresh);
    observer.holds(did, likeFresh(seen, fresh, value) || isCopy, show(seen), show(fresh));
  }
}

/** Listeners of the framework hear the element. */
async function judgeEvents(
  page: ProbePage,
  mounted: Mounted,
  events: readonly string[],
  observer: Observer,
): Promise<void> {
  for (const type of events) {
    const sent = new CustomEvent(type, { bubbles: true, composed: true });
    mounted.element.dispatchEvent(sent);
    await page.settle();
    observer.holds(`send ${type} from it`, mounted.heard.includes(sent), 'not received', 'received');
  }
}

/** The sample's steps bring about what it expects, as they do in an element that no server rendered. */
async function runAgain(
  page: ProbePage,
  mounted: Mounted,
  sample: SampleData,
  observer: Observer,
): Promise<void> {
  await runSteps(page, mounted, sample, {
    acted: (act) => observer.saw(describeAct(act), 'done'),
    failed: (act, error) => observer.fail(describeAct(act), error, 'that it can be done'),
    expected: (expectation, act, heard) => judge(page, mounted, sample, expectation, act, heard, observer),
  });
}
