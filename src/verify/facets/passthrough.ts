import type { Facet, Mounted, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { innerRoot } from '../inner-root.js';
import { Observer, showAttribute } from '../observe.js';
import { FOCUSABLE } from './target.js';
import type { PassedAttribute } from '../passed-attributes.js';

interface Data {
  part: string;
  /** Attributes of the control, ARIA aside. */
  passed: PassedAttribute[];
  except: string[];
  /** True if the consumer's classes reach the control as well. */
  classes: boolean;
  /** Events of the control that are sent again from the element. */
  relayed: readonly string[];
}

/** Attributes for assistive technology: with values that are none by default. */
const ARIA: readonly [name: string, first: string, second: string][] = [
  ['aria-label', 'Given', 'Given later'],
  ['aria-description', 'Given', 'Given later'],
  ['aria-expanded', 'true', 'false'],
  ['aria-haspopup', 'menu', 'dialog'],
  ['aria-pressed', 'true', 'mixed'],
];

/** Attributes that the contract does not declare, native listeners, focus: they reach the control inside. */
export const passthrough: Facet<Data> = {
  name: 'passthrough',
  title: 'What a consumer passes reaches the control inside',
  page: 'shared',

  plan(facts) {
    const { contract, passed } = facts;
    if (!contract.passthrough) return { nothing: 'The contract passes no attributes on.' };
    const given = {
      'aria-description': 'Given',
      'data-given': 'yes',
      class: 'given-class',
      id: 'given-id',
      style: 'scroll-margin-top: 7px',
      ...Object.fromEntries(
        passed.filter(({ name }) => SAFE_IN_MARKUP.has(name)).map(({ name, first }) => [name, first]),
      ),
    };
    // What is passed on is given here, and nowhere else.
    const own = new Set(contract.properties.map(({ name }) => name));
    const sampled = facts.samples
      .slice(0, 1)
      .flatMap((sample) => facts.sampleScene(sample).properties.filter(({ name }) => own.has(name)));
    return {
      scenes: { given: facts.scene({ properties: sampled, attributes: given }) },
      data: {
        part: contract.passthrough.to,
        passed,
        except: contract.passthrough.except,
        classes: contract.passthrough.classes,
        relayed: facts.relayed,
      },
    };
  },

  async probe(page, data) {
    const mounted = await page.mount('given');
    const find = (): Element | null => innerRoot(mounted.element).querySelector(`[part~="${data.part}"]`);
    await page.until(() => find() !== null);
    const control = find();
    if (!control) {
      const observer = new Observer(data.part);
      observer.leave('The part is not shown in the state that was shown first.');
      await mounted.unmount();
      return [observer.result()];
    }
    // Where the control is another element by turns, each gets the attributes that it has.
    const turns = new Set(data.passed.flatMap(({ tags }) => tags)).size > 1;
    const passed = data.passed.filter(({ tags }) => !turns || tags.includes(control.localName));
    const stage: PassingTrial = { page, mounted, control, data: { ...data, passed } };
    const results = [
      await tryKept(stage),
      await tryMarkup(stage),
      ...(await tryAttributes(stage)),
      await tryAria(stage),
      await tryExcept(stage),
      await tryFocus(stage),
      await tryClick(stage),
      await tryRelayed(stage),
    ].filter((result) => result !== undefined);
    const errors = new Observer('errors');
    const thrown = page.errors();
    errors.noErrors(thrown, 'pass attributes');
    await mounted.unmount();
    return thrown.length > 0 ? [...results, errors.result()] : results;
  },
};

/** Attributes that change nothing else when they are there from the start. */
const SAFE_IN_MARKUP: ReadonlySet<string> = new Set([
  'placeholder',
  'autocomplete',
  'rel',
  'loading',
  'name',
  'formtarget',
  'cite',
]);

interface PassingTrial {
  page: ProbePage;
  mounted: Mounted;
  control: Element;
  data: Data;
}

/** What was in the markup from the start has arrived. */
async function tryMarkup({ page, mounted, control, data }: PassingTrial): Promise<Observation | undefined> {
  const observer = new Observer('given at first');
  for (const { name, first } of data.passed.filter((passed) => SAFE_IN_MARKUP.has(passed.name))) {
    await page.until(() => control.getAttribute(name) === first);
    observer.equal(`give ${name} in markup, read it from the control`, control.getAttribute(name), first);
    mounted.element.removeAttribute(name);
  }
  return observer.observed.length > 0 ? observer.result() : undefined;
}

/** Each attribute: added, changed, removed, added again. */
async function tryAttributes({ page, mounted, control, data }: PassingTrial): Promise<Observation[]> {
  const { element } = mounted;
  const results: Observation[] = [];
  for (const { name, first, second } of data.passed) {
    const observer = new Observer(name);
    const own = control.getAttribute(name);
    const arrives = async (did: string, wanted: string | null): Promise<void> => {
      await page.until(() => control.getAttribute(name) === wanted);
      expectAttribute(observer, did, control.getAttribute(name), wanted);
    };
    element.setAttribute(name, first);
    await arrives(`add ${name}="${first}", read it from the control`, first);
    if (second !== first) {
      element.setAttribute(name, second);
      await arrives(`change it to ${name}="${second}", read it from the control`, second);
    }
    element.removeAttribute(name);
    await page.until(() => control.getAttribute(name) === own);
    expectAttribute(observer, `remove ${name}, read it from the control`, control.getAttribute(name), own);
    element.toggleAttribute(name, true);
    await arrives(`toggle ${name} on, read it from the control`, '');
    element.removeAttribute(name);
    await page.settle();
    results.push(observer.result());
  }
  return results;
}

/** ARIA describes the control, and it alone: what both carry is announced twice. The element still answers for it. */
async function tryAria({ page, mounted, control }: PassingTrial): Promise<Observation> {
  const { element } = mounted;
  const observer = new Observer('aria-*');
  const carries = (name: string): boolean => element.getAttributeNames().includes(name);
  const arrives = async (did: string, name: string, wanted: string | null): Promise<void> => {
    await page.until(() => control.getAttribute(name) === wanted && !carries(name));
    expectAttribute(observer, did, control.getAttribute(name), wanted);
    observer.holds(
      `look whether the element carries ${name} as well`,
      !carries(name),
      'announced twice',
      'announced once',
    );
  };
  await arrives('give aria-description in markup, read it from the control', 'aria-description', 'Given');
  element.removeAttribute('aria-description');
  await arrives('remove aria-description, read it from the control', 'aria-description', null);
  for (const [name, first, second] of ARIA) {
    const own = control.getAttribute(name);
    element.setAttribute(name, first);
    // What the view itself says of its control is the view's.
    await page.until(() => control.getAttribute(name) === first);
    if (own !== null && control.getAttribute(name) === own) {
      element.removeAttribute(name);
      continue;
    }
    await arrives(`add ${name}="${first}", read it from the control`, name, first);
    expectAttribute(observer, `ask the element for ${name}`, element.getAttribute(name), first);
    observer.equal(`ask the element whether it has ${name}`, element.hasAttribute(name), true);
    element.setAttribute(name, second);
    await arrives(`change it to ${name}="${second}", read it from the control`, name, second);
    element.removeAttribute(name);
    await arrives(`remove ${name}, read it from the control`, name, own);
    observer.equal(`ask the element whether it has ${name}`, element.hasAttribute(name), false);
  }
  return observer.result();
}

/** An attribute must have the wanted text; null where there must be none. */
function expectAttribute(observer: Observer, did: string, seen: string | null, wanted: string | null): void {
  observer.expect(did, seen === wanted, showAttribute(seen), showAttribute(wanted));
}

/** `class`, `style`, `id` and `data-*` stay where they were given; classes reach the control where that is promised. */
async function tryKept({ page, mounted, control, data }: PassingTrial): Promise<Observation> {
  const { element } = mounted;
  const observer = new Observer('class, style, id, data-*');
  observer.holds('read the class', element.classList.contains('given-class'), 'lost', 'on the element');
  const hasClass = (): boolean => control.classList.contains('given-class');
  await page.until(() => hasClass() === data.classes);
  observer.expect(
    'read the class from the control',
    hasClass() === data.classes,
    hasClass() ? 'there too' : 'not there',
    data.classes ? 'there too' : 'not there',
  );
  observer.equal('read the style', element.style.scrollMarginTop, '7px');
  observer.holds(
    'read the style from the control',
    (control as HTMLElement).style?.scrollMarginTop !== '7px',
    'there too',
    'not there',
  );
  observer.equal('read the id', element.id, 'given-id');
  observer.holds('read the id from the control', control.id !== 'given-id', 'there too', 'not there');
  observer.equal('read data-given', element.dataset.given, 'yes');
  observer.holds(
    'read data-given from the control',
    !control.hasAttribute('data-given'),
    'there too',
    'not there',
  );
  if (data.classes) {
    const before = control.className;
    element.classList.add('given-later');
    await page.until(() => control.classList.contains('given-later'));
    observer.holds(
      'add a class later',
      control.classList.contains('given-later'),
      'it does not reach the control',
      'it reaches the control',
    );
    element.classList.remove('given-later');
    await page.until(() => control.className === before);
    observer.equal('remove the class, read the classes of the control', control.className, before);
  }
  return observer.result();
}

/** What the contract keeps out stays out. */
async function tryExcept({ page, mounted, control, data }: PassingTrial): Promise<Observation | undefined> {
  if (data.except.length === 0) return undefined;
  const observer = new Observer('except');
  for (const name of data.except) {
    const own = control.getAttribute(name);
    mounted.element.setAttribute(name, 'given-except');
    await page.settle();
    observer.equal(`add ${name}, which stays, read it from the control`, control.getAttribute(name), own);
    mounted.element.removeAttribute(name);
    await page.settle();
  }
  return observer.result();
}

async function tryFocus({ page, mounted, control }: PassingTrial): Promise<Observation> {
  const { element } = mounted;
  const observer = new Observer('focus');
  if (!control.matches(FOCUSABLE)) {
    observer.leave('The control cannot have the focus.');
    return observer.result();
  }
  const root = innerRoot(element);
  const active = (): Element | null =>
    root instanceof ShadowRoot ? root.activeElement : document.activeElement;
  element.focus();
  await page.settle();
  observer.holds('focus the element', active() === control, 'the focus is elsewhere', 'the control has it');
  // Without a shadow root, the element has no focus that it could lose.
  if (root === element) return observer.result();
  element.blur();
  await page.settle();
  observer.holds(
    'blur the element',
    active() !== control,
    'the control still has it',
    'the focus is elsewhere',
  );
  (document.activeElement as HTMLElement | null)?.blur?.();
  return observer.result();
}

/** A click on the control is heard at the element once, and a click on the element reaches the control. */
async function tryClick({ page, mounted, control }: PassingTrial): Promise<Observation> {
  const { element } = mounted;
  const observer = new Observer('click');
  let heard = 0;
  let reached = 0;
  const stay = (event: Event): void => {
    // Nothing may follow a link or send a form here.
    event.preventDefault();
  };
  const hear = (): void => void heard++;
  const reach = (): void => void reached++;
  window.addEventListener('click', stay, { capture: true });
  element.addEventListener('click', hear);
  control.addEventListener('click', reach);
  (control as HTMLElement).click();
  await page.settle();
  observer.holds('click the control', heard === 1, `heard ${heard} times`, 'received once at the element');
  element.click();
  await page.settle();
  observer.expect(
    'click the element',
    reached === 2,
    `${reached - 1} clicks at the control`,
    '1 click at the control',
  );
  observer.expect('count the clicks at the element', heard === 2, `${heard - 1}`, '1');
  element.removeEventListener('click', hear);
  control.removeEventListener('click', reach);
  window.removeEventListener('click', stay, { capture: true });
  return observer.result();
}

/** Events of the control that would stay inside are heard at the element, each once. */
async function tryRelayed({ page, mounted, control, data }: PassingTrial): Promise<Observation | undefined> {
  if (data.relayed.length === 0) return undefined;
  const observer = new Observer('events of the control');
  for (const type of data.relayed) {
    let heard = 0;
    const hear = (): void => void heard++;
    mounted.element.addEventListener(type, hear);
    control.dispatchEvent(new Event(type, { bubbles: /^(?:change|select)$/.test(type) }));
    await page.until(() => heard > 0);
    observer.expect(
      `${type} at the control`,
      heard === 1,
      `heard ${heard} times`,
      'received once at the element',
    );
    mounted.element.removeEventListener(type, hear);
  }
  return observer.result();
}
