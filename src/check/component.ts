import { componentCallback, componentProperty, componentSlot } from '../contract/component-names.js';
import type { ComponentImplementation } from '../contract/implementation.js';
import type { Contract } from '../contract/model.js';
import type { ComponentFacts, NoFacts } from '../components/read/facts.js';
import type { Finding } from '../findings/finding.js';
import { suggestion } from '../findings/nearest.js';
import { report } from '../findings/report.js';
import type { Code } from '../findings/severities.js';

/** Do a contract and the component that it wraps know the same things? `traitEvents` are those that traits send. */
export function checkComponent(
  contract: Contract,
  component: ComponentImplementation,
  facts: ComponentFacts | NoFacts,
  traitEvents: ReadonlySet<string>,
): Finding[] {
  const findings: Finding[] = [];
  const note = (code: Code, path: PropertyKey[], message: string, help: string, of?: 'value'): void => {
    findings.push(
      report(code, { file: contract.file, ...contract.locate(path, of ?? 'key') }, message, help),
    );
  };
  if ('problem' in facts) {
    // What cannot be parsed is told at its own place when the package is put together.
    if (facts.problem !== 'export') return [];
    const named = component.exported !== 'default';
    note(
      'wraps/export',
      named ? ['wraps', 'export'] : ['wraps', component.framework],
      facts.message,
      facts.exported.length > 0
        ? suggestion(component.exported, facts.exported, 'exports')
        : 'Export the component.',
      'value',
    );
    return findings;
  }
  return new ComponentCheck(contract, component, facts, traitEvents, note, findings).all();
}

type Note = (code: Code, path: PropertyKey[], message: string, help: string, of?: 'value') => void;

class ComponentCheck {
  /** Names of the component that the contract speaks of. */
  readonly #spokenOf = new Set<string>();

  constructor(
    readonly contract: Contract,
    readonly component: ComponentImplementation,
    readonly facts: ComponentFacts,
    readonly traitEvents: ReadonlySet<string>,
    readonly note: Note,
    readonly findings: Finding[],
  ) {}

  all(): Finding[] {
    this.#properties();
    this.#events();
    this.#slots();
    this.#children();
    this.#methods();
    this.#leftOut();
    return this.findings;
  }

  /** True where the component may take more than was seen. */
  get #open(): boolean {
    return !this.facts.complete || this.facts.rest !== undefined;
  }

  #properties(): void {
    const { members, slots } = this.facts;
    const names = members.map(({ name }) => name);
    for (const property of this.contract.properties) {
      if (property.trait !== undefined) continue;
      const { name } = componentProperty(property);
      this.#spokenOf.add(name);
      const path =
        property.from === undefined ? ['properties', property.name] : ['properties', property.name, 'from'];
      const member = members.find((one) => one.name === name);
      if (!member) {
        if (this.#open) continue;
        const isContent = slots.some((slot) => slot.name === name);
        this.note(
          'wraps/property',
          path,
          `The component takes no property "${name}".`,
          isContent ? `It is content: declare it under "slots".` : suggestion(name, names, 'properties'),
          property.from === undefined ? undefined : 'value',
        );
      } else if (
        member.required &&
        !property.required &&
        property.default === undefined &&
        property.kind !== 'boolean'
      ) {
        this.note(
          'wraps/required',
          ['properties', property.name],
          `The component needs "${name}", and nothing says that consumers give it.`,
          'Add "required: true", or a default.',
        );
      }
    }
  }

  #events(): void {
    const { members, emits, writes } = this.facts;
    const callbacks = this.#callbacks();
    for (const event of this.contract.events) {
      if (event.relay !== undefined || this.traitEvents.has(event.name)) continue;
      const name = componentCallback(event, this.contract, this.component);
      this.#spokenOf.add(name);
      const path = event.from === undefined ? ['events', event.name] : ['events', event.name, 'from'];
      const of = event.from === undefined ? undefined : 'value';
      if (name.startsWith('bind:')) {
        const bound = name.slice('bind:'.length);
        if (!writes.includes(bound))
          this.note(
            'wraps/callback',
            path,
            `The component does not write a property "${bound}".`,
            suggestion(bound, writes, 'properties that it writes'),
            of,
          );
        continue;
      }
      const given = callbacks.get(name);
      if (!given) {
        if (this.#open) continue;
        this.note(
          'wraps/callback',
          path,
          `The component calls nothing named "${name}", so the event "${event.name}" would never be sent.`,
          `${suggestion(name, [...callbacks.keys()], 'callbacks')} "from" names the one that it stands for.`,
          of,
        );
        continue;
      }
      const emitted = emits.some((one) => emittedCallback(one.name) === name);
      const asProperty = members.some((one) => one.name === name);
      if (event.cancelable && emitted && !asProperty)
        this.note(
          'wraps/canceled',
          ['events', event.name],
          `"${event.name}" is emitted, and emitting gives nothing back: the component never hears that it was canceled.`,
          `Remove "cancelable", or let the component take a function as its property "${name}".`,
        );
    }
  }

  /** Callbacks of the component by the names of the properties that they are given as. */
  #callbacks(): Map<string, unknown> {
    const { members, emits } = this.facts;
    return new Map<string, unknown>([
      ...members.filter(({ type }) => type.kind !== 'schema').map((one) => [one.name, one] as const),
      ...emits.map((one) => [emittedCallback(one.name), one] as const),
    ]);
  }

  #slots(): void {
    const { slots } = this.facts;
    for (const slot of this.contract.slots) {
      const name = componentSlot(slot, this.component);
      this.#spokenOf.add(name);
      const placed = slots.find((one) => one.name === name);
      const path = slot.from === undefined ? ['slots', slot.name] : ['slots', slot.name, 'from'];
      const of = slot.from === undefined ? undefined : 'value';
      if (!placed) {
        if (!this.facts.complete) continue;
        this.note(
          'wraps/content',
          path,
          name === 'children' || name === 'default'
            ? 'The component takes no children, so the content would never show.'
            : `The component takes no content "${name}", so what is given would never show.`,
          suggestion(
            name,
            slots.map((one) => one.name),
            'content of the component',
          ),
          of,
        );
      } else if (placed.given)
        this.note(
          'wraps/content',
          path,
          `The component hands data to "${name}", which a slot's content cannot take.`,
          'Remove the slot, or let the component place content as it is.',
          of,
        );
    }
  }

  /** A component that looks into its children finds a slot there, and none of what consumers give. */
  #children(): void {
    if (!this.facts.reaches.includes('children')) return;
    const slot = this.contract.slots.find((one) => componentSlot(one, this.component) === 'children');
    if (!slot) return;
    this.note(
      'wraps/children',
      ['slots', slot.name],
      'The component looks into its children, counts or clones them, and finds one <slot> there.',
      'Let it place its children as they are, or take what it needs as properties.',
    );
  }

  #methods(): void {
    const names = this.facts.methods.map(({ name }) => name);
    for (const { name } of this.contract.methods) {
      if (names.includes(name) || (names.length === 0 && !this.facts.complete)) continue;
      this.note(
        'wraps/method',
        ['methods', name],
        `The component does not hand out a function "${name}".`,
        suggestion(name, names, 'functions that it hands out'),
      );
    }
  }

  /** What the component has and the contract does not speak of. */
  #leftOut(): void {
    const { members, emits, slots, methods } = this.facts;
    const required = members.filter(
      (one) => one.required && !this.#spokenOf.has(one.name) && one.default === undefined,
    );
    const at = ['wraps', this.component.framework];
    for (const { name } of required)
      this.note(
        'wraps/required',
        at,
        `The component needs the property "${name}", which the contract does not have.`,
        `Declare it under "properties" with "required: true".`,
      );
    const declared = new Set(this.contract.methods.map(({ name }) => name));
    const rest = [
      ...members.filter((one) => !required.includes(one)).map(({ name }) => name),
      ...emits.map(({ name }) => emittedCallback(name)),
      ...slots.map(({ name }) => name),
    ].filter((name) => !this.#spokenOf.has(name) && !this.#spokenOf.has(`bind:${modelOf(name)}`));
    const left = [
      ...new Set(rest),
      ...methods.filter(({ name }) => !declared.has(name)).map(({ name }) => `${name}()`),
    ];
    if (left.length > 0)
      this.note(
        'wraps/left-out',
        at,
        `Consumers cannot reach what the component has beside that: ${left.join(', ')}.`,
        'Declare what is meant for them.',
      );
  }
}

/** `onPick` for what is emitted as `pick`. */
function emittedCallback(name: string): string {
  return /^on[A-Z]/.test(name) ? name : `on${name.charAt(0).toUpperCase()}${name.slice(1)}`;
}

/** `value` for `onUpdate:value`. */
function modelOf(callback: string): string {
  return callback.replace(/^onUpdate:/, '');
}
