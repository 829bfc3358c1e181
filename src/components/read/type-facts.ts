import { camelCase } from '../../contract/names.js';
import type { JsonSchema } from '../../contract/schema.js';
import type { MemberFact, ParameterFact, TypeFact } from './facts.js';
import {
  SignatureKind,
  SymbolFlags,
  TypeFlags,
  type Checker,
  type Type,
  type TypeProgram,
  type TypeSymbol,
} from './type-program.js';

/** How deep objects are looked into. */
const DEEPEST = 6;

/** How many members of an object are looked at: one with more is somebody's whole world. */
const MOST_MEMBERS = 60;

/** What tells content from other types, in one framework. */
export interface ContentTypes {
  /** A type that a framework can draw: what takes it is content. */
  drawable: Type | undefined;
  /** The name of the type of content that is handed data. */
  snippet?: RegExp;
}

/** Makes of TypeScript's types what contracts can say of them. */
export class TypeFacts {
  /** Named types that were met, by the name that they have among a contract's definitions. */
  readonly definitions: Record<string, JsonSchema> = {};
  readonly #names = new Map<string, string>();
  readonly #checker: Checker;

  constructor(
    readonly program: TypeProgram,
    readonly content: ContentTypes,
  ) {
    this.#checker = program.checker;
  }

  /** What is known of the members of a type, in the order in which they are declared. */
  membersOf(type: Type): MemberFact[] {
    return this.#checker.getPropertiesOfType(type).map((symbol) => this.member(symbol));
  }

  member(symbol: TypeSymbol): MemberFact {
    const checker = this.#checker;
    const type = checker.getTypeOfSymbol(symbol);
    const deprecated = this.program.tagOf(symbol, 'deprecated');
    const fact: TypeFact = type ? this.of(type) : { kind: 'unknown', text: 'any', why: 'is not known' };
    // The checker has them in an order of its own; people have a reason for theirs.
    if (fact.kind === 'schema' && fact.schema.enum) {
      const named = type && (checker.getNonNullableType(type) ?? type).getAliasSymbol();
      const text = this.program.textOf(symbol) + (named ? this.program.textOf(named) : '');
      fact.schema = { ...fact.schema, enum: inOrderOf(text, fact.schema.enum) };
    }
    return {
      name: symbol.name,
      required: !(symbol.flags & SymbolFlags.Optional),
      type: fact,
      description: oneParagraph(this.program.commentOf(symbol)),
      deprecated: deprecated === undefined ? undefined : deprecated || true,
      default: undefined,
    };
  }

  /** What is known of a type; that it may be undefined or null is left out. */
  of(type: Type): TypeFact {
    const text = this.#checker.typeToString(this.#checker.getNonNullableType(type) ?? type);
    const unknown = (why: string): TypeFact => ({ kind: 'unknown', text, why });
    if (type.isErrorType()) return unknown('cannot be found out');
    if (type.flags & (TypeFlags.Any | TypeFlags.Unknown)) return unknown('is not said');
    const parts = this.#parts(type);
    if (parts.length === 0) return unknown('has no value');
    const content = this.#contentOf(type, parts);
    if (content) return content;
    const functions = parts.filter((one) => this.#isFunction(one));
    if (functions.length === parts.length) return this.#function(functions[0]!);
    if (functions.length > 0) return unknown('is a function or something else');
    const instances = parts.map((one) => this.#instanceOf(one));
    if (parts.length === 1 && instances[0] !== undefined) return { kind: 'instance', instance: instances[0] };
    if (instances.some((one) => one !== undefined)) return unknown('is one of several');
    // A framework wraps events in objects of its own.
    if (
      parts.some((one) =>
        this.#checker.getPropertiesOfType(one).some(({ name }) => name === 'preventDefault'),
      )
    )
      return unknown('is an event');
    const schema = this.#schema(parts, DEEPEST);
    return schema ? { kind: 'schema', schema } : unknown('is none that a contract can say');
  }

  /** The types of a union, less undefined and null. */
  #parts(type: Type): Type[] {
    const all = type.isUnionType() ? type.getTypes() : [type];
    return all.filter(
      ({ flags }) => !(flags & (TypeFlags.Undefined | TypeFlags.Null | TypeFlags.Void | TypeFlags.Never)),
    );
  }

  #contentOf(type: Type, parts: readonly Type[]): TypeFact | undefined {
    const { drawable, snippet } = this.content;
    const name = parts.map((part) => part.getAliasSymbol()?.name ?? part.getSymbol()?.name ?? '');
    if (snippet && parts.length === 1 && snippet.test(name[0]!)) {
      const given = part(this.#checker, parts[0]!);
      return { kind: 'content', given };
    }
    if (drawable && this.#checker.isTypeAssignableTo(drawable, type)) {
      // What takes any object takes content too, and is not meant for it.
      const plain = parts.some(({ flags }) => flags & (TypeFlags.Any | TypeFlags.Unknown));
      const isObject = parts.length === 1 && this.#checker.typeToString(parts[0]!) === 'object';
      if (!plain && !isObject) return { kind: 'content', given: false };
    }
    return undefined;
  }

  #isFunction(type: Type): boolean {
    return this.#checker.getSignaturesOfType(type, SignatureKind.Call).length > 0;
  }

  #function(type: Type): TypeFact {
    const checker = this.#checker;
    // The last of several is the most general one.
    const signature = checker.getSignaturesOfType(type, SignatureKind.Call).at(-1)!;
    const parameters = signature.getParameters().map((symbol, place): ParameterFact => {
      const own = checker.getParameterType(signature, place) ?? checker.getTypeOfSymbol(symbol);
      const optional = Boolean(symbol.flags & SymbolFlags.Optional) || this.#mayBeUndefined(own);
      return { name: symbol.name, type: this.#named(own), optional };
    });
    const returned = checker.getReturnTypeOfSignature(signature);
    const nothing =
      !returned ||
      returned.flags &
        (TypeFlags.Void | TypeFlags.Undefined | TypeFlags.Any | TypeFlags.Unknown | TypeFlags.Never);
    const parts = returned ? this.#parts(returned) : [];
    if (signature.hasRestParameter) parameters.pop();
    return {
      kind: 'function',
      parameters,
      returns: nothing || parts.length === 0 ? undefined : this.#named(returned),
      ...(nothing || parts.length === 0 ? {} : { mayReturn: emptyIn(returned) }),
      mayReturnFalse: parts.some(
        (one) => checker.typeToString(one) === 'false' || one.flags & TypeFlags.BooleanLike,
      ),
    };
  }

  #named(type: Type | undefined): TypeFact {
    return type ? this.of(type) : { kind: 'unknown', text: 'any', why: 'is not said' };
  }

  #mayBeUndefined(type: Type | undefined): boolean {
    if (!type?.isUnionType()) return false;
    return type.getTypes().some(({ flags }) => (flags & TypeFlags.Undefined) !== 0);
  }

  /** The standard class that objects of a type are of. */
  #instanceOf(type: Type): string | undefined {
    const symbol = type.getSymbol();
    if (!symbol || type.isTupleType() || this.#checker.isArrayType(type)) return undefined;
    if (!this.program.isStandard(symbol) || !/^[A-Z]/.test(symbol.name)) return undefined;
    if (/^(?:Record|Object|Function|ArrayLike|Readonly)/.test(symbol.name)) return undefined;
    // A class is there as a value, too; what only has a type is none.
    const value = this.#checker.resolveName(symbol.name, SymbolFlags.Value);
    return value ? symbol.name : undefined;
  }

  #schema(parts: readonly Type[], depth: number): JsonSchema | undefined {
    const literals = parts.map((one) => literalOf(one));
    if (literals.every((one) => one !== undefined)) {
      const values = [...new Set(literals)];
      if (values.every((one) => typeof one === 'boolean'))
        return values.length === 2 ? { type: 'boolean' } : { const: values[0] };
      if (values.every((one) => typeof one !== 'boolean')) return { enum: values };
      return undefined;
    }
    // What is meant to be seen by editors, beside texts of any kind.
    const wide = parts.filter((_, place) => literals[place] === undefined);
    const one = wide.length === 1 ? this.#single(wide[0]!, depth) : undefined;
    if (one && parts.length === 1) return one;
    if (one && literals.every((value) => value === undefined || typeof value === one.type)) return one;
    const all = parts.map((part) => this.#single(part, depth));
    if (all.some((schema) => schema === undefined) || depth === DEEPEST) return undefined;
    return { anyOf: all as JsonSchema[] };
  }

  #single(type: Type, depth: number): JsonSchema | undefined {
    const checker = this.#checker;
    const literal = literalOf(type);
    if (literal !== undefined) return { const: literal };
    if (type.flags & TypeFlags.String || type.isTemplateLiteralType()) return { type: 'string' };
    if (type.flags & TypeFlags.Number) return { type: 'number' };
    if (type.flags & TypeFlags.BooleanLike) return { type: 'boolean' };
    if (type.isIntersectionType() && checker.typeToString(type) === 'string & {}') return { type: 'string' };
    if (depth === 0 || type.flags & (TypeFlags.ESSymbol | TypeFlags.BigInt)) return undefined;
    if (type.isTupleType()) return { type: 'array' };
    if (checker.isArrayType(type) || checker.isArrayLikeType(type)) return this.#array(type, depth);
    if (!type.isObjectType() && !type.isIntersectionType()) return undefined;
    if (this.#isFunction(type)) return undefined;
    if (this.#instanceOf(type) !== undefined) return { type: 'object' };
    return this.#object(type, depth);
  }

  #array(type: Type, depth: number): JsonSchema {
    const item = type.isTypeReference() ? this.#checker.getTypeArguments(type)[0] : undefined;
    const parts = item ? this.#parts(item) : [];
    const items = parts.length > 0 ? this.#schema(parts, depth - 1) : undefined;
    return { type: 'array', ...(items ? { items } : {}) };
  }

  #object(type: Type, depth: number): JsonSchema {
    const alias = type.getAliasSymbol() ?? type.getSymbol();
    const name = alias && /^[A-Z][A-Za-z0-9]*$/.test(alias.name) ? alias.name : undefined;
    // What is made of others has their names, and is none of them.
    const plain = name !== undefined && (type.getAliasTypeArguments()?.length ?? 0) === 0;
    const text = this.#checker.typeToString(type);
    if (plain && text === name && !this.program.isStandard(alias!)) {
      const known = this.#names.get(name);
      if (known !== undefined) return { $ref: `#/definitions/${known}` };
      const own = camelCase(name.charAt(0).toLowerCase() + name.slice(1));
      this.#names.set(name, own);
      this.definitions[own] = {};
      this.definitions[own] = this.#members(type, depth);
      return { $ref: `#/definitions/${own}` };
    }
    return this.#members(type, depth);
  }

  #members(type: Type, depth: number): JsonSchema {
    const checker = this.#checker;
    const symbols = checker.getPropertiesOfType(type);
    const schema: JsonSchema = { type: 'object' };
    if (symbols.length > 0 && symbols.length <= MOST_MEMBERS) {
      const properties: Record<string, JsonSchema> = {};
      const required: string[] = [];
      for (const symbol of symbols) {
        const own = checker.getTypeOfSymbol(symbol);
        const parts = own ? this.#parts(own) : [];
        const member = parts.length > 0 ? this.#schema(parts, depth - 1) : undefined;
        const description = oneParagraph(this.program.commentOf(symbol));
        properties[symbol.name] = { ...member, ...(description ? { description } : {}) };
        if (!(symbol.flags & SymbolFlags.Optional)) required.push(symbol.name);
      }
      schema.properties = properties;
      if (required.length > 0) schema.required = required;
    }
    const [index] = checker.getIndexInfosOfType(type);
    if (index) {
      const parts = this.#parts(index.valueType);
      const values = symbols.length === 0 ? this.#schema(parts, depth - 1) : undefined;
      schema.additionalProperties = values ?? true;
    }
    return schema;
  }
}

/** The value of a literal type. */
function literalOf(type: Type): string | number | boolean | undefined {
  if (type.isStringLiteralType() || type.isNumberLiteralType() || type.isBooleanLiteralType())
    return type.value;
  return undefined;
}

/** Values in the order in which a text has them; as they are, if it does not have all. */
function inOrderOf(text: string, values: readonly unknown[]): unknown[] {
  const place = (value: unknown): number =>
    typeof value === 'string'
      ? Math.max(text.indexOf(`'${value}'`), text.indexOf(`"${value}"`))
      : text.search(new RegExp(`(?<![\\w.])${String(value)}(?![\\w.])`));
  return values.some((value) => place(value) === -1)
    ? [...values]
    : values.toSorted((one, other) => place(one) - place(other));
}

/** True if a snippet is handed something. */
function part(checker: Checker, type: Type): boolean {
  const [signature] = checker.getSignaturesOfType(type, SignatureKind.Call);
  return (signature?.getParameters().length ?? 0) > 0 && !/Snippet<\[\]>/.test(checker.typeToString(type));
}

/** A comment as one paragraph; nothing if it is empty. */
export function oneParagraph(text: string): string | undefined {
  const words = text
    .split(/\n\s*\n/)[0]!
    .replace(/\s+/g, ' ')
    .trim();
  return words || undefined;
}

/** What a type allows that is no value. */
function emptyIn(type: Type): ('undefined' | 'null')[] {
  const all = type.isUnionType() ? type.getTypes() : [type];
  const has = (flag: TypeFlags): boolean => all.some(({ flags }) => flags & flag);
  return [
    ...(has(TypeFlags.Undefined) ? ['undefined' as const] : []),
    ...(has(TypeFlags.Null) ? ['null' as const] : []),
  ];
}
