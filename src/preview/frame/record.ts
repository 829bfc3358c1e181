import type { RecordedStep } from '../messages.js';
import { shadowOf } from './roots.js';

/** Keys whose press is a step; what is typed is told as text. */
const KEYS = new Set([
  'Enter',
  'Escape',
  'Tab',
  'Backspace',
  'Delete',
  'ArrowUp',
  'ArrowDown',
  'ArrowLeft',
  'ArrowRight',
  'Home',
  'End',
]);

/** Tells what a person does with an element, as steps of a sample. */
export class Recorder {
  #wanted = false;
  #typed: { into: string; text: string } | undefined;

  constructor(
    readonly element: Element,
    readonly parts: readonly string[],
    readonly tell: (step: RecordedStep) => void,
  ) {
    for (const type of ['click', 'keydown', 'input'] as const)
      addEventListener(type, (event) => this.#wanted && event.isTrusted && this.#hear(event), {
        capture: true,
      });
  }

  record(wanted: boolean): void {
    this.#finish();
    this.#wanted = wanted;
  }

  #hear(event: Event): void {
    const target = this.#name(event.composedPath());
    if (target === undefined) return;
    if (event.type === 'click') {
      this.#finish();
      this.tell({ click: target });
      return;
    }
    if (event.type === 'input') {
      const { data } = event as InputEvent;
      if (typeof data !== 'string') return;
      if (this.#typed?.into !== target) this.#finish();
      this.#typed = { into: target, text: (this.#typed?.text ?? '') + data };
      return;
    }
    const { key } = event as KeyboardEvent;
    if (!KEYS.has(key)) return;
    this.#finish();
    this.tell({ press: key });
  }

  /** What was typed is one step, told when something else begins. */
  #finish(): void {
    if (this.#typed) this.tell({ type: this.#typed });
    this.#typed = undefined;
  }

  /** What a sample calls the node that was used: a part, or a selector inside of the element. */
  #name(path: readonly EventTarget[]): string | undefined {
    const end = path.indexOf(this.element);
    if (end === -1) return undefined;
    const inside = path.slice(0, end).filter((one): one is Element => one instanceof Element);
    for (const one of inside) {
      const part = one.getAttribute('part')?.split(/\s+/)[0];
      if (part !== undefined && this.parts.includes(part)) return this.#unlessSeveral(part, one);
    }
    const [target] = inside;
    return target ? this.#selector(target) : 'host';
  }

  /** A part that several nodes have does not say which; a selector does. */
  #unlessSeveral(part: string, node: Element): string {
    const root = node.getRootNode() as ParentNode;
    return root.querySelectorAll(`[part~="${CSS.escape(part)}"]`).length > 1 ? this.#selector(node) : part;
  }

  #selector(target: Element): string {
    const root = shadowOf(this.element) ?? this.element;
    const steps: string[] = [];
    for (let node: Element | null = target; node && node !== root; node = node.parentElement) {
      const same = [...(node.parentNode?.children ?? [])].filter((one) => one.localName === node!.localName);
      const place = same.length > 1 ? `:nth-of-type(${same.indexOf(node) + 1})` : '';
      steps.unshift(CSS.escape(node.localName) + place);
      if (root.querySelectorAll(steps.join(' > ')).length === 1) break;
    }
    return steps.join(' > ');
  }
}
