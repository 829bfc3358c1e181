import type { ComponentFacts, MemberFact, TypeFact } from '../components/read/facts.js';
import { componentCallback } from '../contract/component-names.js';
import type { ComponentImplementation } from '../contract/implementation.js';
import { camelCase, kebabCase, pascalCase } from '../contract/names.js';
import { isGlobalAttribute, standardMember } from '../standards/standards.js';
import { sourceMethod } from './source-method.js';
import type { Source, SourceEvent, SourceProperty } from './source.js';

/** What is found in a component, as the element that shows it has it. */
export function fromComponent(
  tag: string,
  component: ComponentImplementation,
  facts: ComponentFacts,
  text: string,
): Source {
  return new FromComponent(tag, component, facts, text).source;
}

/** What every element has already; a component's class and style are the element's own. */
const OWN_STYLE = new Set(['className', 'class', 'style']);

class FromComponent {
  readonly source: Source;
  /** The word that the element's events and names begin with: `tide` of `quay-tide`. */
  readonly #word: string;

  constructor(
    tag: string,
    readonly component: ComponentImplementation,
    readonly facts: ComponentFacts,
    text: string,
  ) {
    this.#word = tag.slice(tag.indexOf('-') + 1);
    const { framework, module, exported, shared } = component;
    this.source = {
      tag,
      summary: facts.description,
      description: undefined,
      wraps: {
        [framework]: module,
        ...(exported === 'default' ? {} : { export: exported }),
        ...(shared === undefined ? {} : { framework: shared ? 'shared' : 'bundled' }),
      },
      properties: [],
      events: [],
      slots: [],
      methods: [],
      parts: partsIn(text).map((name) => ({ name, description: undefined })),
      cssProperties: [],
      states: [],
      definitions: facts.definitions,
      form: undefined,
      encapsulation: undefined,
      unread: facts.unread.map((one) => ({ ...one, section: 'contract' as const })),
      told: [],
    };
    for (const member of facts.members) this.#member(member);
    for (const member of facts.emits) this.#emitted(member);
    for (const name of facts.writes) this.#written(name);
    this.#slots();
    this.#methods();
    if (facts.reaches.includes('children'))
      this.source.told.push({
        name: 'children',
        what: 'are looked into, counted or cloned: the component will find one <slot> there',
      });
    if (facts.reaches.includes('context'))
      this.source.told.push({
        name: 'a context',
        what: 'is read: none comes in from other elements, so it is what the component provides itself, or the default',
      });
    if (facts.rest)
      this.source.told.push({
        name: facts.rest.native === undefined ? 'rest' : `<${facts.rest.native}>`,
        what:
          facts.rest.native === undefined
            ? 'the component takes any other attribute; none of them is in the contract'
            : `the component takes the attributes of <${facts.rest.native}>; none of them is in the contract`,
      });
  }

  #unread(section: Source['unread'][number]['section'], name: string, what: string): void {
    this.source.unread.push({ section, name, what });
  }

  #member(member: MemberFact): void {
    const { name, type } = member;
    if (OWN_STYLE.has(name)) {
      this.source.told.push({ name, what: "left out: the element's own class and style serve for it" });
      return;
    }
    if (type.kind === 'function' && isCallback(name, this.component)) this.#callback(member, name);
    else if (type.kind === 'function' && type.returns?.kind === 'content')
      this.#unread(
        'properties',
        name,
        'it gives back something to draw, which only the same framework can do',
      );
    else if (type.kind === 'unknown') this.#unread('properties', name, `its type, ${type.text}, ${type.why}`);
    else if (!/^[a-z][A-Za-z0-9]*$/.test(name))
      this.#unread(
        'properties',
        name,
        'its name is none that a property can have; declare one, and say "from"',
      );
    else this.#property(member);
  }

  #property(member: MemberFact): void {
    const { name, type, description, deprecated } = member;
    const taken = standardMember(name) !== undefined || isGlobalAttribute(kebabCase(name));
    let own = taken ? camelCase(`${this.#word}-${kebabCase(name)}`) : name;
    let from = taken ? name : undefined;
    if (taken)
      this.source.told.push({ name, what: `is "${own}" here: every element has a "${name}" already` });
    let given = member.default;
    const isBoolean = type.kind === 'schema' && type.schema.type === 'boolean';
    if (isBoolean && given && 'value' in given && given.value === true) {
      own = `no${pascalCase(kebabCase(own))}`;
      from = `!${name}`;
      given = undefined;
      this.source.told.push({
        name,
        what: `is turned round as "${own}": it is true by default, and no attribute can say false`,
      });
    }
    const property: SourceProperty = {
      name: own,
      from,
      type,
      description: turned(description, from, name),
      deprecated,
      required: member.required && given === undefined,
      default: given,
    };
    this.source.properties.push(property);
  }

  /** A function that is given is an event, unless something is expected back that no listener can give. */
  #callback(member: MemberFact, name: string): void {
    const { type, description, deprecated } = member;
    if (type.kind !== 'function') return;
    const native = name.slice(2);
    const [passed] = type.parameters;
    // Svelte's names of native events are the browser's own; what a component passes on to a node leaves it by itself.
    if (
      this.source.wraps?.svelte !== undefined &&
      LEAVING.test(native) &&
      (!passed || isEvent(passed.type))
    ) {
      this.source.told.push({
        name,
        what: `left out: "${native}" is the browser's own event, which consumers hear as it is`,
      });
      return;
    }
    const givesBack = type.returns !== undefined && !type.mayReturnFalse && !isPromise(type.returns);
    if (givesBack) {
      this.#property(member);
      this.source.told.push({
        name,
        what: 'stays a function: the component wants something back, which a listener cannot give',
      });
      return;
    }
    if (member.required)
      this.source.told.push({
        name,
        what: 'is always given: the event is sent whether somebody listens or not',
      });
    const event = this.#event(
      kebabCase(name.replace(/^on/, '').replace(/^./, (letter) => letter.toLowerCase())),
      name,
    );
    this.source.events.push({
      ...event,
      description,
      deprecated,
      passed: type.parameters,
      cancelable: type.mayReturnFalse,
    });
  }

  /** What is emitted by name. */
  #emitted({ name, type, description }: MemberFact): void {
    if (type.kind !== 'function') return;
    const model = /^update:(.+)$/.exec(name)?.[1];
    if (model !== undefined) {
      this.#twoWay(model, name, type.parameters);
      return;
    }
    if (/^on[A-Z]/.test(name)) {
      this.#callback(
        { name, type, description, required: false, deprecated: undefined, default: undefined },
        name,
      );
      return;
    }
    const event = this.#event(kebabCase(camelCase(name.replace(/[^A-Za-z0-9-]+/g, '-'))), name);
    this.source.events.push({ ...event, description, passed: type.parameters, cancelable: false });
  }

  #written(name: string): void {
    if (this.component.framework !== 'svelte') return;
    const { type } = this.facts.members.find((one) => one.name === name) ?? {
      type: { kind: 'unknown', text: 'any', why: 'is not said' } as TypeFact,
    };
    this.#twoWay(name, `bind:${name}`, [{ name: 'value', type, optional: false }]);
  }

  /** A property that the component writes: an event tells of it, and the element has it from then on. */
  #twoWay(model: string, from: string, passed: SourceEvent['passed']): void {
    const taken = this.source.properties.find((one) => (one.from ?? one.name) === model);
    if (taken && model === 'modelValue' && !this.source.properties.some(({ name }) => name === 'value')) {
      taken.name = 'value';
      taken.from = model;
    }
    const own = taken?.name ?? model;
    const name = own === 'value' ? `${this.#word}-change` : `${this.#word}-${kebabCase(own)}-change`;
    this.source.events.push({
      name,
      from,
      description: undefined,
      passed,
      cancelable: false,
      sets: taken?.name,
    });
  }

  /** An event's name and, where the name alone does not tell, the callback that it stands for. */
  #event(word: string, callback: string): { name: string; from: string | undefined } {
    const name = word.startsWith(`${this.#word}-`) ? word : `${this.#word}-${word}`;
    const expected = componentCallback({ name, from: undefined }, this.source, this.component);
    const from = componentCallback({ name, from: callback }, this.source, this.component);
    return { name, from: expected === from ? undefined : callback };
  }

  #slots(): void {
    const isVue = this.component.framework === 'vue';
    for (const { name, given, description } of this.facts.slots) {
      if (given) {
        this.#unread('slots', name, 'the component hands data to this content, which a slot cannot take');
        continue;
      }
      const isDefault = name === (isVue ? 'default' : 'children');
      const own = isDefault ? 'default' : kebabCase(camelCase(name));
      const from = isDefault || (isVue ? own : camelCase(own)) === name ? undefined : name;
      this.source.slots.push({ name: own, from, description });
    }
  }

  #methods(): void {
    for (const fact of this.facts.methods) {
      const method = sourceMethod(fact);
      if (method === 'standard')
        this.#unread(
          'methods',
          fact.name,
          'every element has a member of this name; give the method another one',
        );
      else if (method) this.source.methods.push(method);
    }
  }
}

/** True for the type of a native event. */
function isEvent(type: TypeFact): boolean {
  if (type.kind === 'instance') return type.instance.endsWith('Event');
  return type.kind === 'unknown' && /Event\b/.test(type.text);
}

/** Native events that leave a shadow root by themselves (UI Events; Pointer Events; Clipboard API). */
const LEAVING =
  /^(?:(?:dbl|aux)?click|contextmenu|(?:mouse|pointer|touch|drag|key|focus|composition)[a-z]*|blur|wheel|drop|(?:before)?input|copy|cut|paste)$/;

function isCallback(name: string, { framework }: ComponentImplementation): boolean {
  return framework === 'svelte' ? /^on[A-Za-z]/.test(name) : /^on[A-Z]/.test(name);
}

function isPromise(type: TypeFact): boolean {
  return type.kind === 'instance' && type.instance === 'Promise';
}

function turned(description: string | undefined, from: string | undefined, name: string): string | undefined {
  if (!from?.startsWith('!')) return description;
  return description === undefined ? undefined : `The opposite of "${name}": ${description}`;
}

/** Names of parts that stand in a component's markup as they are. */
function partsIn(text: string): string[] {
  const names = [...text.matchAll(/\spart=["']([\w -]+)["']/g)].flatMap(([, all]) => all!.split(/\s+/));
  return [...new Set(names.filter(Boolean))];
}
