import type { Facet, Mounted } from '../facet.js';
import { innerRoot } from '../inner-root.js';
import { Observer, show } from '../observe.js';

interface Data {
  part: string;
  /** An attribute of the control and two values for it; undefined if only those of ARIA are passed. */
  attribute: { name: string; first: string; second: string } | undefined;
}

/** Attributes that change nothing else when they are tried, with two values of each. */
const HARMLESS: readonly [name: string, first: string, second: string][] = [
  ['placeholder', 'Given', 'Given later'],
  ['autocomplete', 'off', 'on'],
  ['rel', 'next', 'prev'],
  ['loading', 'lazy', 'eager'],
  ['name', 'given', 'given-later'],
  ['title', 'Given', 'Given later'],
  ['cite', '#given', '#later'],
];

/** Attributes that the contract does not declare, native listeners, focus: they reach the control inside. */
export const passthrough: Facet<Data> = {
  name: 'passthrough',
  title: 'What a consumer passes reaches the control inside',

  plan(facts) {
    const { contract } = facts;
    if (!contract.passthrough) return { nothing: 'The contract passes no attributes on.' };
    const [name, first, second] = HARMLESS.find(([candidate]) => facts.passed.includes(candidate)) ?? [];
    const given = {
      'aria-description': 'Given',
      'data-given': 'yes',
      class: 'given-class',
      id: 'given-id',
      ...(name === undefined ? {} : { [name]: first! }),
    };
    const sampled = facts.samples.map((sample) => facts.sampleScene(sample).properties)[0] ?? [];
    return {
      scenes: { given: facts.scene({ properties: sampled, attributes: given }) },
      data: {
        part: contract.passthrough.to,
        attribute: name === undefined ? undefined : { name, first: first!, second: second! },
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
    const results = [
      ...(data.attribute ? [tryAttribute(mounted, control, data.attribute)] : []),
      tryAria(mounted, control),
      tryKept(mounted, control),
      await tryFocus(page, mounted, control),
      await tryClick(page, mounted, control),
    ];
    const errors = new Observer('errors');
    const thrown = page.errors();
    errors.noErrors(thrown, 'pass attributes');
    await mounted.unmount();
    return thrown.length > 0 ? [...results, errors.result()] : results;
  },
};

type Attribute = NonNullable<Data['attribute']>;

/** Present at start, changed, removed, added again. */
function tryAttribute({ element }: Mounted, control: Element, { name, first, second }: Attribute) {
  const observer = new Observer(name);
  observer.equal(`give ${name} in markup, read it from the control`, control.getAttribute(name), first);
  element.setAttribute(name, second);
  observer.equal('change it', control.getAttribute(name), second);
  element.removeAttribute(name);
  observer.expect(
    'remove it',
    control.getAttribute(name) !== second,
    show(control.getAttribute(name)),
    'gone, or what the control has by itself',
  );
  element.setAttribute(name, first);
  observer.equal('add it again', control.getAttribute(name), first);
  return observer.result();
}

/** ARIA describes the control, and it alone: what both carry is announced twice. */
function tryAria({ element }: Mounted, control: Element) {
  const name = 'aria-description';
  const observer = new Observer('aria-*');
  const carries = (): boolean => element.getAttributeNames().includes(name);
  observer.equal(`give ${name} in markup, read it from the control`, control.getAttribute(name), 'Given');
  observer.holds(
    'look whether the element carries it as well',
    !carries(),
    'announced twice',
    'announced once',
  );
  element.setAttribute(name, 'Given later');
  observer.equal('change it', control.getAttribute(name), 'Given later');
  observer.holds('look again', !carries(), 'announced twice', 'announced once');
  element.removeAttribute(name);
  observer.equal('remove it', control.getAttribute(name), null);
  return observer.result();
}

/** `class`, `id` and `data-*` stay where they were given. */
function tryKept({ element }: Mounted, control: Element) {
  const observer = new Observer('class, id, data-*');
  observer.holds('read the class', element.classList.contains('given-class'), 'lost', 'on the element');
  observer.holds(
    'read it from the control',
    !control.classList.contains('given-class'),
    'there too',
    'not there',
  );
  observer.equal('read the id', element.id, 'given-id');
  observer.holds('read it from the control', control.id !== 'given-id', 'there too', 'not there');
  observer.equal('read data-given', element.dataset.given, 'yes');
  observer.holds('read it from the control', !control.hasAttribute('data-given'), 'there too', 'not there');
  return observer.result();
}

const FOCUSABLE = 'a[href], button, input, select, textarea, summary, [tabindex]';

async function tryFocus(
  page: Parameters<typeof passthrough.probe>[0],
  { element }: Mounted,
  control: Element,
) {
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
  (document.activeElement as HTMLElement | null)?.blur?.();
  return observer.result();
}

/** A click on the control is heard at the element once, and a click on the element reaches the control. */
async function tryClick(
  page: Parameters<typeof passthrough.probe>[0],
  { element }: Mounted,
  control: Element,
) {
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
  observer.holds('click the control', heard === 1, `heard ${heard} times`, 'heard once at the element');
  element.click();
  await page.settle();
  observer.expect(
    'click the element',
    reached === 2,
    `${reached - 1} clicks at the control`,
    '1 click at the control',
  );
  element.removeEventListener('click', hear);
  control.removeEventListener('click', reach);
  window.removeEventListener('click', stay, { capture: true });
  return observer.result();
}
