import { posix } from 'node:path';
import type { Element } from '../check/analyze.js';
import type { Contract } from '../contract/model.js';
import { quoted } from '../literal.js';
import { isNativeEvent } from '../standards/standards.js';
import { emitExpression, localName, type ViewSource } from '../view/emit-expression.js';
import { indent } from '../view/emit-view.js';
import { Origins, type Segment } from '../view/mapped-code.js';
import type { Binding, BlockPlan, ListenerPlan, PlanPart } from '../view/view-plan.js';

/** A view as a TypeScript module that is only checked, and where its pieces come from. */
export interface ViewModule {
  code: string;
  segments: Segment[];
}

/** The type-check module of an element's view; `contracts` are those of the library by tag. */
export function viewModule(
  { contract, plan, view, folder, behavior: read }: Element,
  contracts: ReadonlyMap<string, Contract>,
  shared: string,
): ViewModule {
  const origins = new Origins();
  const callee = (name: string): string =>
    read?.exports.get(name)?.takesInside ? `behavior.${name}` : `called(behavior.${name})`;
  const writer = new TypeWriter(
    { file: plan!.file, positions: view!.positions, origins, callee },
    contracts,
    folder.folder,
  );
  const body = writer.block(plan!.root);
  const behavior = folder.behavior?.file.split('/').pop();
  const lines = [
    `import type { Filled, Inside, Properties, State } from ${quoted(`./${contract.file.split('/').pop()}`)};`,
    `import { called, each, given, memberKey, type List } from ${quoted(shared)};`,
    ...writer.imports(),
    ...(behavior ? [`import * as behavior from ${quoted(`./${behavior}`)};`] : []),
    '',
    'declare const inside: Inside;',
    "declare const host: Properties & Pick<HTMLElement, 'matches' | 'className'>;",
    'declare const filled: Filled;',
    ...(writer.usesResults ? ['const { results } = behavior;'] : []),
    'declare const state: State;',
    '',
    `export function view() {\n${indent(body)}\n}`,
    '',
  ];
  return origins.trace(lines.join('\n'));
}

class TypeWriter {
  readonly #imports = new Map<string, string>();
  usesResults = false;

  constructor(
    readonly source: ViewSource,
    readonly contracts: ReadonlyMap<string, Contract>,
    readonly folder: string,
  ) {}

  /** Imports of the property and event types of other elements. */
  imports(): string[] {
    return [...this.#imports].map(([tag, name]) => {
      const path = posix.relative(this.folder, this.contracts.get(tag)!.file);
      return `import type * as ${name} from ${quoted(path.startsWith('.') ? path : `./${path}`)};`;
    });
  }

  #typesOf(tag: string): string {
    const name = `${this.contracts.get(tag)!.className}Types`;
    this.#imports.set(tag, name);
    return name;
  }

  block(block: BlockPlan): string {
    const lines = block.bindings.map((binding) => this.#binding(binding));
    return [...lines, ...block.listeners.map((listener) => this.#listener(listener))].join('\n');
  }

  #binding(binding: Binding): string {
    switch (binding.kind) {
      case 'choose': {
        const otherwise = binding.otherwise ? ` else {\n${indent(this.block(binding.otherwise))}\n}` : '';
        return `if (${this.#code(binding.condition)}) {\n${indent(this.block(binding.chosen))}\n}${otherwise}`;
      }
      case 'repeat': {
        const own = binding.block.loops.filter(({ depth }) => depth === binding.block.repeats!.depth);
        const item = localName(own.find(({ kind }) => kind === 'item')!);
        const index = own.find(({ kind }) => kind === 'index');
        const code = this.#code(binding.list);
        const key = binding.block.repeats!.key;
        const body = [
          ...(index ? [`const ${localName(index)} = 0 as number;`] : []),
          ...(key ? [`void (${this.#code(key)});`] : []),
          this.block(binding.block),
        ].filter(Boolean);
        // What is no list is told once: the items of it count as anything.
        return `given<List>(${code});\nfor (const ${item} of each(${code})) {\n${indent(body.join('\n'))}\n}`;
      }
      case 'property': {
        const [only] = binding.parts;
        const known = this.contracts.get(binding.tag);
        if (binding.parts.length === 1 && typeof only === 'object' && known) {
          return `given<${this.#typesOf(binding.tag)}.Properties[${quoted(binding.name)}]>(${this.#code(only)});`;
        }
        return this.#parts(binding.parts);
      }
      case 'named':
        return [this.#parts(binding.parts), this.block(binding.block)].join('\n');
      default:
        return this.#parts(binding.parts);
    }
  }

  #parts(parts: readonly PlanPart[]): string {
    return parts
      .filter((part) => typeof part !== 'string')
      .map((part) => `void (${this.#code(part)});`)
      .join('\n');
  }

  /** A handler stands in a block and not in a function, so that what conditions around it say still holds. */
  #listener({ code, type, tag }: ListenerPlan): string {
    if (!code) return '';
    const known = this.contracts.get(tag)?.events.some(({ name }) => name === type);
    const event = known
      ? `CustomEvent<${this.#typesOf(tag)}.Events[${quoted(type)}]>`
      : isNativeEvent(type)
        ? `HTMLElementEventMap[${quoted(type)}]`
        : 'Event';
    return `{\n${indent(`const event = undefined! as ${event};\nvoid event;\n${this.#code(code)};`)}\n}`;
  }

  #code(resolved: Parameters<typeof emitExpression>[0]): string {
    if (resolved.names.some(({ meaning }) => meaning.kind === 'result')) this.usesResults = true;
    return emitExpression(resolved, this.source);
  }
}
