import type { EncodedSourceMap } from '@jridgewell/gen-mapping';
import { INSIDE_MEMBERS } from '../../behavior/inside-members.js';
import type { Behavior } from '../../behavior/read-behavior.js';
import type { Contract } from '../../contract/model.js';
import { componentOf, isEmitted, type ComponentImplementation } from '../../contract/implementation.js';
import { camelCase } from '../../contract/names.js';
import { liveProperties, nativeProperties, standsForControl } from '../../contract/passed.js';
import {
  array,
  call,
  data,
  expression,
  identifier,
  importOf,
  literal,
  members,
  object,
  property,
  statements,
  templateLiteral,
  withComment,
} from '../../syntax/build.js';
import { print } from '../../syntax/print.js';
import { sourceMapOf } from '../../syntax/source-map.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { AppliedTrait } from '../../view/effects.js';
import type { ViewTree } from '../../view/view-tree.js';
import { Bits } from './bits.js';
import { blockCode } from './block.js';
import { classStatics } from './class-statics.js';
import { componentCode, componentReads } from './component.js';
import { bitsOf, type Emission } from './emission.js';
import { formCallbacks } from './form-members.js';
import { allLayouts, layOut, type BlockLayout } from './layout.js';
import { momentsOf, reactions, resultsConstant, together } from './life.js';
import { ModuleNames } from './names.js';
import { comment, PropertyEmitter, readiness } from './properties.js';
import { scopedStyle } from './scoped-style.js';
import { traitInside, traitModule, traitNames } from './traits.js';

/** Everything that one element's module is emitted from. */
export interface ElementSource {
  contract: Contract;
  tree: ViewTree;
  /** The text of the view's file, for the source map. */
  viewText: string;
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
  /** For an element that shows a component: the module with the component, and the one that mounts it. */
  component: string;
  mount: (framework: string) => string;
}

/** One element's module. */
export interface EmittedElement {
  /** The names that it needs from the runtime. */
  runtime: ReadonlySet<string>;
  code: string;
  map: EncodedSourceMap;
}

/** Names of the runtime that stand apart: no bundler could leave them out of a module with the rest. */
export const PASSING: ReadonlySet<string> = new Set([
  'ControlElement',
  'PassingElement',
  'ariaAttributes',
  'liveMembers',
  'nativeMembers',
  'passTo',
  'watchControl',
]);

/**
 * The module of one element's class: plain browser code, as a person would write it for this one element.
 */
export function emitElement(source: ElementSource, addresses: Addresses): EmittedElement {
  const { tree, viewText } = source;
  const emitter = new ElementEmitter(source, addresses.styles !== undefined);
  const body = emitter.body();
  const { code, segments } = print([...emitter.imports(addresses), ...body]);
  return { runtime: emitter.emission.runtime, code, map: sourceMapOf(segments, tree.file, viewText) };
}

class ElementEmitter {
  readonly emission: Emission;
  /** The members that are properties. */
  readonly #properties: PropertyEmitter;
  readonly #root: BlockLayout;
  readonly #component: ComponentImplementation | undefined;

  constructor(
    readonly source: ElementSource,
    readonly hasStyles: boolean,
  ) {
    const { contract, tree, traits, behavior } = source;
    this.#component = componentOf(contract);
    const takesOver = takesOverOf(contract);
    const copying = takesOver ? ['claim', 'claimed'] : ['copy'];
    const runtime = new Set(this.#component ? ['insideClass'] : ['template', ...copying, 'insideClass']);
    const names = new ModuleNames(tree, [
      contract.className,
      ...traits.flatMap(({ trait }) => [traitModule(trait), traitNames(trait)]),
    ]);
    this.#root = layOut(`${contract.className}View`, tree.root, names, { isBounded: false });
    const reads = this.#component
      ? componentReads({ contract })
      : allLayouts(this.#root).flatMap(({ bindings }) => bindings.map((one) => one.reads));
    const bits = new Bits([...reads, ...tree.effects.map((effect) => effect.reads)], names);
    const need = (helper: string): unknown => runtime.add(helper);
    const author = { positions: tree.positions, renamed: names.renamed, need };
    this.emission = { contract, names, bits, author, runtime, takesOver };
    runtime.add(this.#base);
    const reacting = new Set(reactions(behavior, traits).map(({ key }) => keyName(key as TreeNode)));
    this.#properties = new PropertyEmitter(
      this.emission,
      (name) => reacting.has(name),
      behavior?.state.includes(contract.form?.value ?? '') ? undefined : contract.form?.value,
    );
  }

  /** The class that the element extends. */
  get #base(): 'ViewElement' | 'PassingElement' | 'ControlElement' {
    const { contract } = this.source;
    if (!contract.passthrough) return 'ViewElement';
    return standsForControl(contract) ? 'ControlElement' : 'PassingElement';
  }

  /** All statements but the imports. */
  body(): TreeNode[] {
    const { source, emission } = this;
    const renamed = this.#traitNames();
    const results = resultsConstant(source.behavior, emission.runtime);
    const { effects } = source.tree;
    const blocks = this.#component
      ? apart(componentCode(this.#root.name, this.#component, effects, source.traits, emission))
      : blockCode(this.#root, [], effects, emission);
    const constants = this.#properties.constants();
    const setup = this.#setup();
    const [first, ...rest] = emission.bits.constants.map(
      ({ name, bit }) => statements`const ${name} = 1 << ${literal(Math.log2(bit))};`[0]!,
    );
    const note = '// Each name that the view reads has a bit; a change sets it.';
    const bits = first ? [withComment(first, note), ...rest] : [];
    return [
      ...renamed,
      ...apart(results),
      ...apart(bits),
      ...blocks,
      ...apart(constants),
      ...setup,
      this.#class(),
    ];
  }

  /** What the module imports, once it is known what it needs. */
  imports({ runtime, passing, behavior, styles, trait, component, mount }: Addresses): TreeNode[] {
    const { source, emission } = this;
    const hasSlots = source.contract.slots.length > 0;
    const needed = [...emission.runtime].sort();
    const from = (names: readonly string[], address: string): TreeNode[] =>
      names.length > 0 ? [importOf(names, address, true)] : [];
    return [
      ...from(
        needed.filter((name) => !PASSING.has(name)),
        runtime,
      ),
      ...from(
        needed.filter((name) => PASSING.has(name)),
        passing,
      ),
      ...(this.#component
        ? [
            importOf(hasSlots ? ['mount', 'slot'] : ['mount'], mount(this.#component.framework)),
            importOf(['component'], component),
          ]
        : []),
      ...(source.behavior ? [importOf(['* as behavior'], behavior)] : []),
      ...(styles && source.contract.encapsulation !== 'none' ? [importOf(['styles'], styles)] : []),
      ...source.traits.map((used) => importOf([`* as ${traitModule(used.trait)}`], trait(used.trait))),
    ];
  }

  /** The functions that give the inside as traits know it. */
  #traitNames(): TreeNode[] {
    return this.source.traits.flatMap(({ trait, as }) => {
      if (Object.keys(as).length === 0) return [];
      this.emission.runtime.add('renamed');
      return statements`const ${traitNames(trait)} = renamed(${data(as)});`;
    });
  }

  /** What all instances share: style sheets, the view, the inside, and what runs at moments of their life. */
  #setup(): TreeNode[] {
    const { contract, css } = this.source;
    const { runtime } = this.emission;
    const inShadow = css !== '' && contract.encapsulation !== 'none';
    if (inShadow) runtime.add('styleSheet');
    const sheets = [
      ...(this.hasStyles && contract.encapsulation !== 'none'
        ? (expression`[...styles]`.elements as TreeNode[])
        : []),
      ...(inShadow ? [sheet(css)] : []),
    ];
    const renamed = contract.properties.filter(
      ({ name, attribute }) => attribute !== undefined && camelCase(attribute) !== name,
    );
    const entries: [name: string, value: TreeNode | undefined][] = [
      ['sheets', array(sheets)],
      ['View', identifier(this.#root.name)],
      ['Inside', this.#insideClass()],
      ['shadow', this.#shadow()],
      ['ready', this.#component ? undefined : readiness(this.source.contract.properties)],
      ...this.#life(),
      [
        'attributes',
        renamed.length > 0
          ? object(renamed.map(({ name, attribute }) => property(attribute!, literal(name))))
          : undefined,
      ],
    ];
    const properties = entries.flatMap(([name, value]) => (value ? [property(name, value)] : []));
    return [...apart(this.#forDocument()), ...apart(statements`const setup = ${object(properties, true)};`)];
  }

  /** What the document gets once: fonts, and the syntax of custom properties. */
  #forDocument(): TreeNode[] {
    const { contract, documentCss } = this.source;
    const { runtime } = this.emission;
    const lines: TreeNode[] = [];
    if (documentCss) {
      runtime.add('inDocument').add('styleSheet');
      lines.push(...statements`inDocument(${sheet(documentCss)});`);
    }
    const typed = contract.cssProperties.filter(
      ({ syntax, initial }) => syntax !== undefined && syntax !== '*' && initial !== undefined,
    );
    if (typed.length > 0) {
      runtime.add('registerProperties');
      const entries = typed.map(({ name, syntax, initial }) => data([name, syntax, initial]));
      const registered = { ...call('registerProperties', entries), multiline: true };
      lines.push(...statements`${registered};`);
    }
    return lines;
  }

  /** How the shadow root differs from an open one. */
  #shadow(): TreeNode | undefined {
    const init = shadowInit(this.source.contract);
    if (!init) return literal(null);
    return init.mode === 'open' && !init.delegatesFocus ? undefined : data(init);
  }

  /** What runs at moments of the element's life, in the behavior and in traits. */
  #life(): [name: string, value: TreeNode | undefined][] {
    const { source, emission } = this;
    const { behavior, traits, contract } = source;
    const { runtime } = emission;
    const values = (name: string): TreeNode[] => momentsOf(name, behavior, traits).map(({ value }) => value);
    const watched = (helper: string, key: string): TreeNode[] => {
      const bits = bitsOf(emission, key);
      if (!bits) return [];
      runtime.add(helper);
      return [call(helper, [bits])];
    };
    const begin = [
      ...values('firstConnected'),
      ...watched('watchSlots', 'slots:filled'),
      ...watched('watchTemplates', 'slots:templates'),
    ];
    const connected = [
      ...(this.#component ? [identifier('keepMounted')] : []),
      ...values('connected'),
      ...momentsOf('disconnected', behavior, traits).map(
        (moment) => expression`(inside) => () => ${moment.with(identifier('inside'))}`,
      ),
    ];
    const style = source.libraryCss + source.css;
    if (contract.encapsulation === 'none' && style) {
      runtime.add('adoptStyle').add('styleSheet');
      connected.unshift(call('adoptStyle', [sheet(scopedStyle(style, contract.tag))]));
    }
    const reacting = reactions(behavior, traits);
    if (reacting.length > 0) runtime.add('react');
    return [
      ['begin', together(begin, runtime)],
      ['connected', together(connected, runtime)],
      ['drawn', together(values('drawn'), runtime)],
      ['before', reacting.length > 0 ? call('react', [object(reacting, true)]) : undefined],
    ];
  }

  #insideClass(): TreeNode {
    const { contract, behavior } = this.source;
    const native = Object.values(nativeProperties(contract)).map((one) => one.property);
    const own = contract.properties.map(({ name }) => name);
    const names = [...own, ...native, ...liveProperties(contract)].filter(
      (name) => !INSIDE_MEMBERS.has(name),
    );
    const events = contract.events.flatMap(({ name, bubbles, composed, cancelable }) => {
      const options = {
        ...(cancelable ? { cancelable } : {}),
        ...(bubbles ? {} : { bubbles }),
        ...(composed ? {} : { composed }),
      };
      return Object.keys(options).length > 0 ? [property(name, data(options))] : [];
    });
    // What nobody else looks into needs to send events, and no more.
    const { traits, tree } = this.source;
    const isAlone =
      traits.length + tree.effects.length === 0 &&
      !contract.passthrough &&
      !contract.form &&
      contract.encapsulation !== 'closed';
    if (this.#component && isAlone) {
      this.emission.runtime.delete('insideClass');
      this.emission.runtime.add('componentInside');
      return call('componentInside', events.length > 0 ? [object(events)] : []);
    }
    const hasState = behavior?.exports.has('state') ?? false;
    const state = (behavior?.state ?? []).map((name) =>
      property(name, bitsOf(this.emission, `state:${name}`) ?? literal(0)),
    );
    const made = call('insideClass', [
      data(names),
      events.length > 0 ? object(events) : undefined,
      hasState ? expression`behavior.state` : undefined,
      hasState ? object(state) : undefined,
    ]);
    const submitted = contract.form?.value;
    if (submitted === undefined || !behavior?.state.includes(submitted)) return made;
    this.emission.runtime.add('submitState');
    return call('submitState', [made, literal(submitted)]);
  }

  #class(): TreeNode {
    const { contract, tree } = this.source;
    const { className, properties, summary } = contract;
    const body = [
      ...classStatics(this.emission, tree),
      ...properties.flatMap((one) => this.#properties.field(one)),
      ...this.#construct(),
      ...properties.flatMap((one) => this.#properties.accessors(one)),
      ...this.#methods(),
      ...this.#callbacks(),
      ...formCallbacks(this.emission, this.source.behavior, (property) =>
        this.#properties.attributeText(property),
      ),
    ];
    const taking = this.#component ? 'keepingRoot' : 'takingOver';
    if (this.emission.takesOver) this.emission.runtime.add(taking);
    const base = this.emission.takesOver ? call(taking, [identifier(this.#base)]) : identifier(this.#base);
    const [declared] = statements`export class ${className} extends ${base} { ${body} }`;
    return withComment(declared!, comment(summary));
  }

  #construct(): TreeNode[] {
    const { contract } = this.source;
    const native = Object.values(nativeProperties(contract)).map((one) => one.property);
    const names = new Set([
      ...contract.properties.map(({ name }) => name),
      ...native,
      ...liveProperties(contract),
    ]);
    const lines = [
      // Whoever attaches them first can look into the root.
      ...(contract.encapsulation === 'closed' ? this.#calling('internalsOf', []) : []),
      ...(this.emission.takesOver ? this.#calling('receive', this.#component ? [literal(true)] : []) : []),
      ...(names.size > 0 ? this.#calling('takeOver', [data([...names])]) : []),
    ];
    return members`constructor() { super(setup); ${lines} }`;
  }

  /** A statement that calls something of the runtime for the element. */
  #calling(helper: string, values: readonly TreeNode[]): TreeNode[] {
    this.emission.runtime.add(helper);
    return statements`${call(helper, [...(expression`[this]`.elements as TreeNode[]), ...values])};`;
  }

  #methods(): TreeNode[] {
    const { contract, behavior, traits } = this.source;
    return contract.methods.flatMap(({ name, parameters, description, returns }) => {
      const ofTrait = traits.some((trait) => trait.behavior.exports.includes(name));
      if (this.#component && !ofTrait) {
        this.emission.runtime.add('callHandle');
        const values = [
          ...(expression`[this, ${literal(name)}, values]`.elements as TreeNode[]),
          ...(returns ? [literal(true)] : []),
        ];
        const [method] = members`${name}(...values) { return ${call('callHandle', values)}; }`;
        return [withComment(method!, comment(description))];
      }
      this.emission.runtime.add('insideOf');
      const applied = behavior?.exports.has(name)
        ? undefined
        : traits.find((trait) => trait.behavior.exports.includes(name));
      const inside = expression`insideOf(this)`;
      const given = applied ? traitInside(applied, inside) : inside;
      const owner = applied ? traitModule(applied.trait) : 'behavior';
      const names = parameters.map((parameter) => identifier(parameter.name));
      const rest = expression`[...values]`.elements as TreeNode[];
      const takes = names.length > 0 ? names : rest.map((one) => ({ ...one, type: 'RestElement' }));
      const passed = names.length > 0 ? names : rest;
      const [method] = members`${name}(${takes}) { return ${owner}.${name}(${given}, ${passed}); }`;
      return [withComment(method!, comment(description))];
    });
  }

  /** Reactions of custom elements that only some elements have (HTML, section 4.13.3). */
  #callbacks(): TreeNode[] {
    const { behavior, traits } = this.source;
    const { runtime } = this.emission;
    const has = (name: string): boolean => momentsOf(name, behavior, traits).length > 0;
    const run = (name: string): TreeNode[] => {
      if (has(name)) runtime.add('insideOf');
      const inside = expression`insideOf(this)`;
      return momentsOf(name, behavior, traits).flatMap((moment) => statements`${moment.with(inside)};`);
    };
    const stays = has('connected') || has('disconnected') || this.#component !== undefined;
    const listens = behavior?.mayListen || traits.some((trait) => trait.behavior.mayListen);
    const lines: TreeNode[] = [];
    if (stays || listens) {
      runtime.add('endConnection');
      lines.push(...members`disconnectedCallback() { endConnection(this); }`);
    }
    if (has('moved') || stays || listens)
      lines.push(...members`connectedMoveCallback() { ${run('moved')}; }`);
    if (has('adopted'))
      lines.push(...members`adoptedCallback() { super.adoptedCallback(); ${run('adopted')}; }`);
    return lines;
  }
}

/** True if an element takes over what a server rendered. */
export function takesOverOf(contract: Contract): boolean {
  return contract.server && isEmitted(contract);
}

/** What an element's shadow root is like; undefined for an element without one. */
export function shadowInit({
  encapsulation,
  passthrough,
  form,
}: Contract): { mode: 'open' | 'closed'; delegatesFocus?: true } | undefined {
  if (encapsulation === 'none') return undefined;
  // A label of the element gives the focus to the first thing inside that can have it.
  const delegates = passthrough !== undefined || form !== undefined;
  return { mode: encapsulation, ...(delegates ? { delegatesFocus: true } : {}) };
}

function sheet(css: string): TreeNode {
  return call('styleSheet', [templateLiteral([css])]);
}

/** Statements with an empty line before the first of them. */
function apart([first, ...rest]: readonly TreeNode[]): TreeNode[] {
  return first ? [{ ...first, apart: true }, ...rest] : [];
}

function keyName(key: TreeNode): string {
  return String(key.type === 'Identifier' ? key.name : key.value);
}
