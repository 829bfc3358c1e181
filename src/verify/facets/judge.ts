import type { Expectation } from '../../contract/schema.js';
import type { Mounted, ProbePage } from '../facet.js';
import { show, type Observer } from '../observe.js';
import { opener } from './come-from.js';
import { hasState } from './look.js';
import { endMotion } from './motion.js';
import type { SampleData } from './plan-samples.js';
import { describeAct, LATE, type SampleAct } from './run-steps.js';
import { sameValue } from './same-value.js';
import { findTarget, hasFocus, isVisible, takesFocus } from './target.js';

/** What one expectation is judged with. */
interface Case {
  page: ProbePage;
  mounted: Mounted;
  parts: readonly string[];
  after: string;
  observer: Observer;
}

/** Judges one expectation: everything that it says of properties, texts, what is visible, events, calls. */
export async function judge(
  page: ProbePage,
  mounted: Mounted,
  { parts }: SampleData,
  expectation: Expectation,
  act: SampleAct,
  heard: readonly Event[],
  observer: Observer,
): Promise<void> {
  const one: Case = { page, mounted, parts, after: describeAct(act), observer };
  judgeEvent(one, expectation, heard);
  judgeCall(one, expectation);
  if ('returned' in expectation)
    observer.expect(
      `${one.after}, look at what it gives back`,
      sameValue(act.returned, expectation.returned),
      show(act.returned),
      show(expectation.returned),
    );
  await judgeValues(one, expectation);
  await judgeSight(one, expectation);
  if (expectation.focused !== undefined) await judgeFocus(one, expectation.focused, act);
}

function judgeEvent({ after, observer }: Case, expectation: Expectation, heard: readonly Event[]): void {
  if (expectation.event === undefined) return;
  // Typing sends one for each key; what it tells in the end is what counts.
  const event = heard.findLast(({ type }) => type === expectation.event) as CustomEvent | undefined;
  const seen = event ? `${event.type} with ${show(event.detail)}` : 'not received';
  const wanted =
    'detail' in expectation ? `${expectation.event} with ${show(expectation.detail)}` : expectation.event;
  const good =
    event !== undefined && (!('detail' in expectation) || sameValue(event.detail, expectation.detail));
  observer.expect(`${after}, listen for ${expectation.event}`, good, seen, wanted);
}

function judgeCall({ after, observer, mounted }: Case, { called, with: wanted }: Expectation): void {
  if (called === undefined) return;
  const calls = mounted.calls.filter(({ name }) => name === called);
  const good = calls.some(({ given }) => wanted === undefined || sameValue(given, wanted));
  observer.expect(
    `${after}, look whether ${called} was called`,
    good,
    calls.length === 0 ? 'it was not' : calls.map(({ given }) => `with ${show(given)}`).join(', '),
    wanted === undefined ? 'it was' : `with ${show(wanted)}`,
  );
}

async function judgeValues({ page, mounted, parts, after, observer }: Case, expectation: Expectation) {
  const element = mounted.element as unknown as Record<string, unknown>;
  for (const [name, value] of Object.entries(expectation.property ?? {})) {
    await page.until(() => sameValue(element[name], value), LATE);
    observer.expect(
      `${after}, read ${name}`,
      sameValue(element[name], value),
      show(element[name]),
      show(value),
    );
  }
  for (const [name, text] of Object.entries(expectation.text ?? {})) {
    const seen = (): (string | undefined)[] => textsOf(findTarget(mounted.element, name, parts));
    // A person who writes down what is to be read breaks lines where they like.
    const wanted = inOneLine(text);
    await page.until(() => seen().includes(wanted), LATE);
    const [first] = seen();
    const isThere = seen().includes(wanted);
    observer.expect(
      `${after}, read the text of ${name}`,
      isThere,
      show(isThere ? wanted : first),
      show(wanted),
    );
  }
  for (const [name, text] of Object.entries(expectation.attribute ?? {})) {
    const seen = (): string | null => mounted.element.getAttribute(name);
    await page.until(() => seen() === text, LATE);
    observer.equal(`${after}, read the attribute ${name}`, seen(), text);
  }
  for (const [name, wanted] of Object.entries(expectation.states ?? {})) {
    const seen = (): boolean => hasState(mounted.element, name);
    await page.until(() => seen() === wanted, LATE);
    observer.equal(`${after}, look whether :state(${name}) matches`, seen(), wanted);
  }
}

async function judgeSight({ page, mounted, parts, after, observer }: Case, expectation: Expectation) {
  const find = (name: string): Element | undefined => findTarget(mounted.element, name, parts);
  for (const [names, wanted] of [
    [expectation.visible ?? [], true],
    [expectation.hidden ?? [], false],
  ] as const) {
    for (const name of names) {
      const seen = (): boolean => isVisible(find(name));
      if (!(await page.until(() => seen() === wanted, LATE))) {
        endMotion();
        await page.until(() => seen() === wanted);
      }
      const words = (visible: boolean): string => (visible ? 'visible' : 'not visible');
      observer.expect(`${after}, look at ${name}`, seen() === wanted, words(seen()), words(wanted));
    }
  }
}

async function judgeFocus(
  { page, mounted, parts, after, observer }: Case,
  name: string,
  act: SampleAct,
): Promise<void> {
  const target = (): HTMLElement | undefined =>
    findTarget(mounted.element, name, parts) as HTMLElement | undefined;
  const focused = (): boolean => {
    const wanted = target();
    return wanted !== undefined && hasFocus(wanted);
  };
  await page.until(focused, LATE);
  const did = `${after}, look whether ${name} has the focus`;
  if (!focused() && act.kind === 'start' && (await arrivesFocused(page, mounted, name, parts))) {
    const wanted = target();
    if (wanted && takesFocus(wanted)) {
      observer.care(
        did,
        'it has not',
        'The framework gives the focus back to what had it before; focus it when it is there: that was tried.',
      );
      return;
    }
  }
  observer.holds(did, focused(), 'it has not', 'it has');
}

/** Has it the focus when a script puts one like it into the page, while something else has it? */
async function arrivesFocused(
  page: ProbePage,
  { values }: Mounted,
  name: string,
  parts: readonly string[],
): Promise<boolean> {
  const button = opener(page);
  const place = button.parentElement!;
  button.focus();
  const element = Object.assign(page.make(), values);
  place.append(element);
  const arrived = await page.until(() => {
    const target = findTarget(element, name, parts);
    return target !== undefined && hasFocus(target);
  });
  place.remove();
  return arrived;
}

/** What is to be read in an element: as its nodes have it, and as a person sees it, with space between blocks and cells. */
function textsOf(element: Element | undefined): (string | undefined)[] {
  return [inOneLine(element?.textContent), inOneLine((element as HTMLElement | undefined)?.innerText)];
}

/** A text as most of a page shows it: white space between words is one space. */
function inOneLine(text: string | null | undefined): string | undefined {
  return text?.replace(/\s+/g, ' ').trim();
}
