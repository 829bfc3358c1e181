import type { ProbePage } from '../facet.js';
import { addedNames } from '../added-names.js';
import { innerRoot } from '../inner-root.js';
import { Observer } from '../observe.js';
import type { Observation } from '../observation.js';
import type { Act } from './act.js';
import { Walker } from './walker.js';
import type { WaysData } from './ways-data.js';

/** So often everything is done once more. */
const ROUNDS = 4;

/**
 * Again is not more: when it is given other values and other content and the first ones again, and again, there are no more listeners,
 * observers, intervals, nodes and style sheets each time.
 */
export async function againIsNotMore(page: ProbePage, data: WaysData): Promise<Observation[]> {
  const observer = new Observer('again and again');
  const walker = new Walker(page, data, () => document);
  walker.do({ to: 'page' });
  const round = oneRound(data);
  const counts: Counts[] = [];
  for (let time = 0; time < ROUNDS; time++) {
    for (const act of round) {
      await page.goesOn();
      walker.do(act);
      await page.settle();
    }
    counts.push(count(page, walker.element));
  }
  const did = `give it other values and other content and the first again, take it out and put it back, ${ROUNDS} times`;
  // What is made once, at its first use, is there the second time.
  for (const kind of Object.keys(counts[0]!) as (keyof Counts)[]) {
    const sizes = counts.map((one) => one[kind].length);
    const grows = sizes.every((size, at) => at === 0 || size > sizes[at - 1]!);
    observer.expect(
      `${did}; count ${kind}`,
      !grows,
      `${sizes.join(', ')}${grows ? `: ${addedNames(counts[1]![kind], counts.at(-1)![kind])} more` : ''}`,
      'no more each time',
    );
  }
  page.errors('leaving too');
  walker.end();
  return [observer.result()];
}

/** Each property once, each slot once, and out and in again. */
function oneRound({ properties, slots }: WaysData): Act[] {
  const sets = properties.flatMap(({ values }, set): Act[] =>
    values.slice(0, 2).map((_, at) => ({ set, value: values.length > 1 ? 1 - at : 0 })),
  );
  const content = slots.flatMap((_, slot): Act[] => [{ take: slot }, { give: slot }]);
  return [...sets, ...content, { to: 'nowhere' }, { to: 'page' }];
}

type Counts = Record<'listeners' | 'observers' | 'intervals' | 'nodes' | 'style sheets', string[]>;

function count(page: ProbePage, element: HTMLElement): Counts {
  const { listeners, observers, intervals } = page.leftovers();
  const root = innerRoot(element);
  // What was taken out is not looked at: the browser forgets it sooner or later.
  const isThere = (target: EventTarget): boolean =>
    !(target instanceof Node) || target === root || (target.isConnected && !isOfOthers(target, element));
  return {
    listeners: listeners(isThere),
    observers: Array.from({ length: observers(isThere) }, () => 'observer'),
    intervals: Array.from({ length: intervals }, () => 'interval'),
    nodes: [...root.querySelectorAll('*')].map(({ localName }) => `<${localName}>`),
    'style sheets': root instanceof ShadowRoot ? root.adoptedStyleSheets.map(() => 'sheet') : [],
  };
}

/** True for a node that has nothing to do with the element. */
function isOfOthers(node: Node, element: HTMLElement): boolean {
  const root = node.getRootNode();
  return root === document && !element.contains(node) && !node.contains(element);
}
