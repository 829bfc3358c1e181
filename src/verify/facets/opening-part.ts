import { Observer } from '../observe.js';
import { endMotion } from './motion.js';
import { nodesInside, withPageStyle, type Opening } from './opening.js';

const MARK = 'rgb(250, 1, 2)';

/** A part can be styled from the page (CSS Shadow Parts). */
export class PartOpening implements Opening {
  readonly #observer: Observer;
  #done = false;

  constructor(
    readonly part: { name: string; conditional: boolean },
    readonly encapsulation: 'open' | 'closed' | 'none',
  ) {
    this.#observer = new Observer(`part ${part.name}`);
  }

  visit(element: Element, when: string): void {
    const { name } = this.part;
    const node = nodesInside(element).find((candidate) => candidate.part.contains(name));
    if (this.#done || !node) return;
    this.#done = true;
    // Without a shadow root there are no parts to the page, only an attribute.
    const selector =
      this.encapsulation === 'none'
        ? `${element.localName} [part~="${name}"]`
        : `${element.localName}::part(${name})`;
    const color = withPageStyle(`${selector} { outline: 3px solid ${MARK} !important; }`, () => {
      getComputedStyle(node).getPropertyValue('outline-color');
      endMotion();
      return getComputedStyle(node).outlineColor;
    });
    this.#observer.holds(
      `style ${selector} from the page, ${when}`,
      color === MARK,
      'the part does not change',
      'the part has it',
    );
  }

  end(): Observer {
    const { name, conditional } = this.part;
    if (!this.#done && conditional)
      this.#observer.leave('The view shows this part in certain states only, and no sample leads there.');
    else if (!this.#done)
      this.#observer.fail(
        `look for the part ${name}, at first and in all samples`,
        'no node has it',
        'a node that has it',
      );
    return this.#observer;
  }
}
