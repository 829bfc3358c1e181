import type { ProbePage } from '../facet.js';
import { Observer } from '../observe.js';
import { opener } from './come-from.js';
import type { PropertyData } from './property-data.js';

/** What an element may leave to others while nobody uses it: what people and scripts do elsewhere in the page. */
const ELSEWHERE: readonly (() => Event)[] = [
  () => new KeyboardEvent('keydown', { key: 'a', bubbles: true, composed: true, cancelable: true }),
  () => new PointerEvent('pointerdown', { bubbles: true, composed: true, cancelable: true }),
  () => new MouseEvent('mousedown', { bubbles: true, composed: true, cancelable: true }),
  () => new MouseEvent('click', { bubbles: true, composed: true, cancelable: true }),
];

const TITLE = 'The page’s own';

/**
 * An element that arrives leaves alone what is around it: no node beside it, the focus and the page where they were, the page's
 * title, and what happens elsewhere. `mayTakeFocus` says that a sample expects it to have the focus when it arrives.
 */
export async function judgeAround(
  page: ProbePage,
  properties: readonly PropertyData[],
  mayTakeFocus: boolean,
): Promise<Observer> {
  const observer = new Observer('what is around it');
  const button = opener(page);
  const above = button.parentElement!;
  // So far below that it is only seen where somebody scrolls to it.
  const below = page.container();
  below.style.marginTop = '3000px';
  scrollTo(0, 0);
  button.focus({ preventScroll: true });
  const surroundings = attributesAround(below);
  const moving = movingElsewhere(undefined);
  const { title } = document;
  document.title = TITLE;
  const element = page.make();
  below.append(element);
  await page.settle();
  for (let frame = 0; frame < 2; frame++) await new Promise(requestAnimationFrame);
  const did = (what: string): string => `put it into the page, ${what}`;
  const others = [...below.childNodes].filter((node) => node !== element);
  observer.expect(did('look beside it'), others.length === 0, others.map(named).join(', '), 'nothing');
  const now = attributesAround(below);
  observer.expect(did('look at the attributes of what it is in'), now === surroundings, now, surroundings);
  const more = movingElsewhere(element) - moving;
  observer.expect(did('count what moves elsewhere'), more <= 0, `${more} more`, 'nothing more');
  if (!mayTakeFocus) {
    const holder = document.activeElement;
    observer.expect(
      did('look what has the focus'),
      holder === button,
      holder ? named(holder) : 'nothing',
      'what had it before (a sample can say otherwise: “focused” before its first act)',
    );
    // What has the focus is scrolled to.
    observer.expect(did('look how far the page is scrolled'), scrollY === 0, `${scrollY} pixels`, '0 pixels');
  }
  for (const make of ELSEWHERE) happensElsewhere(above, make(), observer);
  for (const { name, first } of properties) (element as unknown as Record<string, unknown>)[name] = first;
  await page.settle();
  observer.expect(
    'give it values, read the title of the page',
    document.title === TITLE,
    document.title,
    TITLE,
  );
  document.title = title;
  element.remove();
  above.remove();
  below.remove();
  await page.settle();
  page.errors();
  return observer;
}

/** Attributes of what an element stands in, as text. */
function attributesAround(place: Element): string {
  return [...place.attributes].map(({ name, value }) => `${name}="${value}"`).join(' ');
}

/** Animations of the document whose target is not in an element. */
function movingElsewhere(element: Element | undefined): number {
  return document.getAnimations().filter(({ effect }) => {
    const target = (effect as KeyframeEffect | null)?.target;
    return target && !element?.contains(target) && target.getRootNode() === document;
  }).length;
}

/** An event on a node elsewhere arrives there, goes on to the window, and nobody prevents what follows. */
function happensElsewhere(place: Element, event: Event, observer: Observer): void {
  const reached: EventTarget[] = [];
  const hear = ({ currentTarget }: Event): void => void reached.push(currentTarget!);
  for (const target of [place, window]) target.addEventListener(event.type, hear);
  place.dispatchEvent(event);
  for (const target of [place, window]) target.removeEventListener(event.type, hear);
  const did = `${event.type} elsewhere in the page, with the element in it`;
  const whole = reached.length === 2;
  observer.holds(`${did}: does it reach its target, and the window`, whole, 'it does not', 'it does');
  observer.holds(`${did}: is it prevented`, !event.defaultPrevented, 'it is', 'it is not');
}

function named(node: Node): string {
  return node instanceof Element ? `<${node.localName}>` : node.nodeName;
}
