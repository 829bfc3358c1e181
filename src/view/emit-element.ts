import type { Behavior } from '../behavior/read-behavior.js';
import { INSIDE_MEMBERS } from '../behavior/inside-members.js';
import type { Contract, Property } from '../contract/model.js';
import { liveProperties, nativeProperties, passedAttributes, standsForControl } from '../contract/passed.js';
import { camelCase } from '../contract/names.js';
import { literal, propertyKey, quoted, templateLiteral } from '../literal.js';
import { access } from './emit-expression.js';
import { emitView, indent, type Emission } from './emit-view.js';
import { traitInside, traitModule, type AppliedTrait } from './tasks.js';
import { Origins } from './mapped-code.js';
import { comment, PropertyEmitter } from './emit-property.js';
import type { ViewPlan } from './view-plan.js';
import type { PositionIndex } from '../finding.js';
import type { EncodedSourceMap } from '@jridgewell/gen-mapping';

/** Everything that one element's module is emitted from. */
export interface ElementSource {
  contract: Contract;
  plan: ViewPlan;
  view: { text: string; positions: PositionIndex };
  behavior: Behavior | undefined;
  /** Traits that do something in the element. */
  traits: readonly AppliedTrait[];
  /** The element's style, minified; empty if it has none. */
  css: string;
  /** What of its style belongs to the document. */
  documentCss: string;
  /** Style that every element of the library has. */
  libraryCss: string;
}

/** What an emitted module imports, by the addresses it uses. */
export interface Addresses {
  runtime: string;
  /** The part of the runtime that only elements with a control inside need. */
  passing: string;
  behavior: string;
  trait: (name: string) => string;
  /** The module with the style sheets of the whole library, if it has some. */
  styles: string | undefined;
}

/** One element's module, its source map, and the names that it needs from the runtime. */
export interface EmittedElement {
  code: string;
  map: EncodedSourceMap;
  runtime: ReadonlySet<string>;
}

/** The module of one element's class: plain browser code, as a person would write it for this one element. */
export function emitElement(source: ElementSource, addresses: Addresses): EmittedElement {
  const { contract, plan, behavior, view } = source;
  const origins = new Origins();
  const { code: viewCode, emission } = emitView(plan, contract, view.positions, origins);
  const element = new ElementEmitter(source, emission, addresses.styles !== undefined);
  const body = [
    ...element.beforeView(),
    viewCode,
    ...element.properties.constants(),
    element.setup(),
    element.class(),
  ]
    .filter(Boolean)
    .join('\n\n');
  const names = [...emission.runtime].sort();
  const passing = names.filter((name) => PASSING.has(name));
  const imports = [
    runtimeImport(
      names.filter((name) => !PASSING.has(name)),
      addresses.runtime,
    ),
    ...(passing.length > 0 ? [runtimeImport(passing, addresses.passing)] : []),
    ...(behavior ? [`import * as behavior from ${quoted(addresses.behavior)};`] : []),
    ...(addresses.styles && contract.encapsulation !== 'none'
      ? [`import { styles } from ${quoted(addresses.styles)};`]
      : []),
    ...source.traits.map(
      ({ trait }) => `import * as ${traitModule(trait)} from ${quoted(addresses.trait(trait))};`,
    ),
  ];
  const finished = origins.finish(`${imports.join('\n')}\n\n${body}\n`, new Map([[plan.file, view.text]]));
  return { ...finished, runtime: emission.runtime };
}

/** Names of the runtime that stand apart: no bundler could leave them out of a module with the rest. */
export const PASSING: ReadonlySet<string> = new Set([
  'ControlElement',
  'PassingElement',
  'ariaAttributes',
  'liveMembers',
  'nativeMembers',
  'passTo',
]);

function runtimeImport(names: readonly string[], address: string): string {
  return `import {\n${names.map((name) => `  ${name},`).join('\n')}\n} from ${quoted(address)};`;
}

class ElementEmitter {
  /** The members that are properties. */
  readonly properties: PropertyEmitter;

  constructor(
    readonly source: ElementSource,
    readonly emission: Emission,
    readonly hasStyles: boolean,
  ) {
    this.properties = new PropertyEmitter(emission, (name) => this.#reactsTo(name));
    for (const name of ['insideClass', this.#base]) emission.runtime.add(name);
  }

  /** The class that the element extends. */
  get #base(): 'ViewElement' | 'PassingElement' | 'ControlElement' {
    const { contract } = this.source;
    if (!contract.passthrough) return 'ViewElement';
    return standsForControl(contract) ? 'ControlElement' : 'PassingElement';
  }

  /** Constants that the view's code uses: results, and the inside as traits know it. */
  beforeView(): string[] {
    const { behavior, traits } = this.source;
    const { runtime } = this.emission;
    const lines = traits.flatMap(({ trait, as }) => {
      if (Object.keys(as).length === 0) return [];
      runtime.add('renamed');
      return [`const ${traitModule(trait)}Names = renamed(${literal(as)});`];
    });
    const results = [...(behavior?.named.results.values() ?? [])].map(({ name, reads }) => {
      const key = propertyKey(name);
      const work = `behavior.results${access(name)}`;
      runtime.add('result');
      if (reads === 'everything') return `${key}: result(${work}),`;
      const inputs = [
        ...[...reads.properties].map((property) => `inside.host${access(property)}`),
        ...[...reads.state].map((state) => `inside.state${access(state)}`),
      ];
      return `${key}: result(${work}, (inside) => [${inputs.join(', ')}]),`;
    });
    if (results.length > 0) lines.push(`const results = {\n${indent(results.join('\n'))}\n};`);
    return lines;
  }

  setup(): string {
    const { contract, plan, css } = this.source;
    const lines = [`View: ${plan.root.name},`, `Inside: ${this.#insideClass()},`];
    const inShadow = css && contract.encapsulation !== 'none';
    if (inShadow) this.emission.runtime.add('styleSheet');
    const sheets = [
      ...(this.hasStyles && contract.encapsulation !== 'none' ? ['...styles'] : []),
      ...(inShadow ? [`styleSheet(${templateLiteral(css)})`] : []),
    ];
    lines.unshift(`sheets: [${sheets.join(', ')}],`);
    lines.push(...this.#shadow(), ...this.#life());
    const renamed = contract.properties.filter(
      ({ name, attribute }) => attribute && camelCase(attribute) !== name,
    );
    if (renamed.length > 0) {
      const entries = renamed.map(({ name, attribute }) => `${propertyKey(attribute!)}: ${quoted(name)}`);
      lines.push(`attributes: { ${entries.join(', ')} },`);
    }
    return [...this.#forDocument(), `const setup = {\n${indent(lines.join('\n'))}\n};`].join('\n\n');
  }

  /** What the document gets once: fonts, and the syntax of custom properties. */
  #forDocument(): string[] {
    const { contract, documentCss } = this.source;
    const { runtime } = this.emission;
    const lines: string[] = [];
    if (documentCss) {
      runtime.add('inDocument').add('styleSheet');
      lines.push(`inDocument(styleSheet(${templateLiteral(documentCss)}));`);
    }
    const typed = contract.cssProperties.filter(
      ({ syntax, initial }) => syntax !== undefined && syntax !== '*' && initial !== undefined,
    );
    if (typed.length > 0) {
      runtime.add('registerProperties');
      const entries = typed.map(({ name, syntax, initial }) => `${literal([name, syntax, initial])},`);
      lines.push(`registerProperties(\n${indent(entries.join('\n'))}\n);`);
    }
    return lines;
  }

  /** How the shadow root differs from an open one. */
  #shadow(): string[] {
    const { encapsulation, passthrough, form } = this.source.contract;
    // A label of the element gives the focus to the first thing inside that can have it.
    const delegates = passthrough !== undefined || form !== undefined;
    if (encapsulation === 'none') return ['shadow: null,'];
    const options = [`mode: ${quoted(encapsulation)}`, ...(delegates ? ['delegatesFocus: true'] : [])];
    return encapsulation === 'closed' || delegates ? [`shadow: { ${options.join(', ')} },`] : [];
  }

  /** What runs at moments of the element's life, in the behavior and in traits. */
  #life(): string[] {
    const { runtime } = this.emission;
    const lines: string[] = [];
    const begin = this.#callsOf('firstConnected');
    const slots = this.properties.bitsOf('slots:filled');
    if (slots) {
      runtime.add('watchSlots');
      begin.push(`watchSlots(${slots})`);
    }
    const templates = this.properties.bitsOf('slots:templates');
    if (templates) {
      runtime.add('watchTemplates');
      begin.push(`watchTemplates(${templates})`);
    }
    if (begin.length === 1) lines.push(`begin: ${begin[0]},`);
    else if (begin.length > 1) lines.push(`begin: ${this.#together(begin)},`);
    const connected = [
      ...this.#callsOf('connected'),
      ...this.#callsOf('disconnected').map((call) => `(inside) => () => ${invoked(call)}`),
    ];
    if (this.source.contract.encapsulation === 'none' && this.source.libraryCss + this.source.css) {
      runtime.add('adoptStyle').add('styleSheet');
      connected.unshift(`adoptStyle(styleSheet(${templateLiteral(scopedStyle(this.source))}))`);
    }
    if (connected.length === 1) lines.push(`connected: ${connected[0]},`);
    else if (connected.length > 1) lines.push(`connected: ${this.#together(connected)},`);
    const drawn = this.#callsOf('drawn');
    if (drawn.length === 1) lines.push(`drawn: ${drawn[0]},`);
    else if (drawn.length > 1) lines.push(`drawn: ${this.#together(drawn)},`);
    const reactions = this.#reactions();
    if (reactions.length > 0) {
      runtime.add('react');
      lines.push(`before: react({\n${indent(reactions.join('\n'))}\n}),`);
    }
    return lines;
  }

  #together(calls: readonly string[]): string {
    this.emission.runtime.add('together');
    return `together(\n${indent(calls.map((call) => `${call},`).join('\n'))}\n)`;
  }

  /** Functions of this name in the behavior and in traits, as code for a function of the inside. */
  #callsOf(name: string): string[] {
    const { behavior, traits } = this.source;
    return [
      ...(behavior?.exports.has(name) ? [`behavior.${name}`] : []),
      ...traits
        .filter((applied) => applied.behavior.exports.includes(name))
        .map((applied) => {
          const call = `${traitModule(applied.trait)}.${name}`;
          return Object.keys(applied.as).length === 0
            ? call
            : `(inside) => ${call}(${traitInside(applied, 'inside')})`;
        }),
    ];
  }

  /** Reactions to changes, by the property's name in the element. */
  #reactions(): string[] {
    const { behavior, traits } = this.source;
    const calls = new Map<string, string[]>();
    const add = (name: string, call: string): void => {
      calls.set(name, [...(calls.get(name) ?? []), call]);
    };
    for (const name of behavior?.named.changes.keys() ?? []) {
      add(name, `behavior.changes${access(name)}(inside, now, before)`);
    }
    for (const applied of traits) {
      for (const name of applied.behavior.changes) {
        const inside = traitInside(applied, 'inside');
        add(
          applied.as[name] ?? name,
          `${traitModule(applied.trait)}.changes${access(name)}(${inside}, now, before)`,
        );
      }
    }
    return [...calls].map(
      ([name, list]) =>
        `${propertyKey(name)}(inside, now, before) {\n${indent(list.map((call) => `${call};`).join('\n'))}\n},`,
    );
  }

  #reactsTo(name: string): boolean {
    const { behavior, traits } = this.source;
    return (
      (behavior?.named.changes.has(name) ?? false) ||
      traits.some(({ as, behavior: { changes } }) => changes.some((own) => (as[own] ?? own) === name))
    );
  }

  #insideClass(): string {
    const { contract, behavior } = this.source;
    const native = Object.values(nativeProperties(contract)).map(({ property }) => property);
    const own = contract.properties.map(({ name }) => name);
    const names = [...own, ...native].filter((name) => !INSIDE_MEMBERS.has(name));
    const events = contract.events.flatMap(({ name, bubbles, composed, cancelable }) => {
      const options = [
        ...(cancelable ? ['cancelable: true'] : []),
        ...(bubbles ? [] : ['bubbles: false']),
        ...(composed ? [] : ['composed: false']),
      ];
      return options.length > 0 ? [`${quoted(name)}: { ${options.join(', ')} }`] : [];
    });
    const list = [literal(names)];
    const hasState = behavior?.exports.has('state') ?? false;
    if (events.length > 0 || hasState)
      list.push(events.length > 0 ? `{ ${events.join(', ')} }` : 'undefined');
    if (hasState) {
      const bits = behavior!.state.map(
        (name) => `${propertyKey(name)}: ${this.properties.bitsOf(`state:${name}`) || 0}`,
      );
      list.push('behavior.state', `{ ${bits.join(', ')} }`);
    }
    return `insideClass(${list.join(', ')})`;
  }

  class(): string {
    const { contract } = this.source;
    const { properties } = contract;
    const attributes = properties.flatMap(({ attribute }) => (attribute ? [attribute] : []));
    const members: string[] = [...this.#statics(attributes)];
    const fields = properties.map((property) => this.properties.field(property));
    if (fields.length > 0) members.push(fields.join('\n'));
    members.push(this.#constructorOf(properties));
    for (const property of properties) members.push(this.properties.accessors(property));
    for (const { name, parameters, description } of contract.methods) {
      this.emission.runtime.add('insideOf');
      const names = parameters.map((parameter) => parameter.name);
      const list = names.length > 0 ? names.join(', ') : '...values';
      const call = this.#methodCall(name);
      members.push(`${comment(description)}${name}(${list}) {\n  return ${call}, ${list});\n}`);
    }
    members.push(...this.#callbacks());
    return `${comment(contract.summary)}export class ${contract.className} extends ${this.#base} {\n${members.map(indent).join('\n\n')}\n}`;
  }

  /** The beginning of a method's call, in the behavior or in the trait that brings it. */
  #methodCall(name: string): string {
    const { behavior, traits } = this.source;
    const applied = behavior?.exports.has(name)
      ? undefined
      : traits.find((trait) => trait.behavior.exports.includes(name));
    if (!applied) return `behavior.${name}(insideOf(this)`;
    return `${traitModule(applied.trait)}.${name}(${traitInside(applied, 'insideOf(this)')}`;
  }

  /** What the class says of itself: attributes, forms, and the members of a native control. */
  #statics(attributes: readonly string[]): string[] {
    const { contract, plan } = this.source;
    const { runtime } = this.emission;
    const lines: string[] = [];
    const passed = passedAttributes(contract, plan.controlTags);
    const observed = [...attributes, ...passed].map(quoted);
    if (contract.passthrough) {
      runtime.add('ariaAttributes');
      observed.push('...ariaAttributes');
    }
    const classBits = this.properties.bitsOf('host:class');
    if (classBits) observed.push(quoted('class'));
    if (observed.length > 0) lines.push(`static observedAttributes = ${list(observed)};`);
    if (contract.passthrough) {
      const bits = passed.map(
        (name) =>
          `${propertyKey(name)}: ${this.properties.bitsOf(`property:${this.#nativeName(name)}`) || 0}`,
      );
      lines.push(`static passed = ${bits.length > 0 ? `{ ${bits.join(', ')} }` : '{}'};`);
      if (classBits) lines.push(`static classBits = ${classBits};`);
      const only = this.#onlyFor(passed);
      if (only.length > 0) lines.push(`static only = { ${only.join(', ')} };`);
      const written = [...plan.written].filter(
        (name) => passed.includes(name) || /^(aria-|role$)/.test(name),
      );
      if (written.length > 0) lines.push(`static written = new Set(${literal(written)});`);
    }
    if (contract.form) lines.push('static formAssociated = true;');
    const inBlock: string[] = [];
    const native = Object.entries(nativeProperties(contract));
    if (native.length > 0) {
      runtime.add('nativeMembers');
      const entries = native.map(([name, { property, type, enumerated }]) => {
        const limits = enumerated
          ? `, ${literal([enumerated.keywords, enumerated.missing, enumerated.invalid])}`
          : '';
        return `${propertyKey(name)}: [${quoted(property)}, ${quoted(type)}${limits}],`;
      });
      inBlock.push(`nativeMembers(this, {\n${indent(entries.join('\n'))}\n});`);
    }
    const live = liveProperties(contract);
    if (live.length > 0) {
      runtime.add('liveMembers');
      inBlock.unshift(`liveMembers(this, ${literal(live)});`);
    }
    if (contract.form || standsForControl(contract)) {
      runtime.add('formMembers');
      inBlock.push('formMembers(this);');
    }
    if (inBlock.length > 0) lines.push(`static {\n${indent(inBlock.join('\n'))}\n}`);
    return lines;
  }

  /** Attributes that only some of the elements have which the control can be, with the names of these. */
  #onlyFor(passed: readonly string[]): string[] {
    const tags = [...this.source.plan.controlTags];
    if (tags.length < 2) return [];
    return passed.flatMap((name) => {
      const having = tags.filter((tag) => passedAttributes(this.source.contract, [tag], true).includes(name));
      return having.length < tags.length ? [`${propertyKey(name)}: ${literal(having)}`] : [];
    });
  }

  #nativeName(attribute: string): string {
    return nativeProperties(this.source.contract)[attribute]?.property ?? attribute;
  }

  /** Reactions of custom elements that only some elements have (HTML, section 4.13.3). */
  #callbacks(): string[] {
    const { contract, behavior } = this.source;
    const { runtime } = this.emission;
    const members: string[] = [];
    const moved = this.#callsOf('moved');
    const stays = ['connected', 'disconnected'].some((name) => this.#callsOf(name).length > 0);
    const listens = behavior?.mayListen || this.source.traits.some((trait) => trait.behavior.mayListen);
    if (stays || listens) {
      runtime.add('leave');
      members.push('disconnectedCallback() {\n  leave(this);\n}');
    }
    const body = (calls: readonly string[], inside = 'insideOf(this)', more = ''): string => {
      if (calls.length > 0) runtime.add('insideOf');
      return calls.map((call) => `\n  ${invoked(call, inside)}${more};`).join('');
    };
    if (moved.length > 0 || stays || listens)
      members.push(`connectedMoveCallback() {${body(moved)}${moved.length > 0 ? '\n' : ''}}`);
    const adopted = this.#callsOf('adopted');
    if (adopted.length > 0)
      members.push(`adoptedCallback() {\n  super.adoptedCallback();${body(adopted)}\n}`);
    if (!contract.form) return members;
    const { value } = contract.form;
    const inState = behavior?.state.includes(value) ?? false;
    const property = contract.properties.find(({ name }) => name === value);
    const disabled = contract.properties.find(({ name, kind }) => name === 'disabled' && kind === 'boolean');
    runtime.add('insideOf');
    if (inState) {
      members.push(`formResetCallback() {\n  insideOf(this).state.${value} = behavior.state().${value};\n}`);
      members.push(`formStateRestoreCallback(value) {\n  insideOf(this).state.${value} = value;\n}`);
    } else {
      const initial = property?.attribute
        ? `this.getAttribute(${quoted(property.attribute)}) ?? undefined`
        : 'undefined';
      const restored = property?.kind === 'boolean' ? `value === 'on'` : 'value';
      const reset =
        property?.kind === 'boolean' ? `this.hasAttribute(${quoted(property.attribute ?? value)})` : initial;
      members.push(`formResetCallback() {\n  this.${value} = ${reset};\n}`);
      members.push(`formStateRestoreCallback(value) {\n  this.${value} = ${restored};\n}`);
    }
    if (disabled) {
      // No attribute is written: what a fieldset turned off is on again with it.
      const marks = this.properties.bitsOf('property:disabled');
      const lines = ['this.#disabled = disabled;', ...(marks ? [`mark(this, ${marks});`] : [])];
      members.push(`formDisabledCallback(disabled) {\n${indent(lines.join('\n'))}\n}`);
    }
    return members;
  }

  #constructorOf(properties: readonly Property[]): string {
    const native = Object.values(nativeProperties(this.source.contract)).map(({ property }) => property);
    const names = [...properties.map(({ name }) => name), ...native, ...liveProperties(this.source.contract)];
    if (names.length === 0) return 'constructor() {\n  super(setup);\n}';
    this.emission.runtime.add('takeOver');
    return `constructor() {\n  super(setup);\n  takeOver(this, ${literal([...new Set(names)])});\n}`;
  }
}

/** The style of an element without a shadow root, kept to what is inside of it (CSS Cascading 6, section 2.5). */
function scopedStyle({ css, libraryCss, contract }: ElementSource): string {
  const own = (libraryCss + css).replaceAll(':host(', ':scope:is(').replaceAll(':host', ':scope');
  return `@scope (${contract.tag}){${own}}`;
}

/** A list of pieces of code, on lines of their own where they are many. */
function list(items: readonly string[]): string {
  return items.length > 6 ? `[\n${items.map((item) => `  ${item},`).join('\n')}\n]` : `[${items.join(', ')}]`;
}

/** A function of the inside, called: a name as it is, an arrow function by what it does. */
function invoked(call: string, inside = 'inside'): string {
  return call.startsWith('(inside) => ')
    ? call.slice(12).replace(/\binside\b/, inside)
    : `${call}(${inside})`;
}
