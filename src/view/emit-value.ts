import { quoted, templateLiteral } from '../literal.js';
import { emitExpression, type ViewSource } from './emit-expression.js';
import type { Emission } from './emit-view.js';
import { Origins } from './mapped-code.js';
import type { Resolved } from './resolve.js';
import { isNeverAbsent, type PlanPart } from './view-plan.js';

/** Writes values of a view, in parts of text and expressions, as code. */
export class ValueEmitter {
  constructor(readonly context: Emission & ViewSource) {}

  /** A value in parts as code; `isText` if it is surely a string. */
  value(parts: readonly PlanPart[]): { code: string; isText: boolean } {
    const [only] = parts;
    if (parts.length === 1 && typeof only === 'object') {
      return { code: this.code(only), isText: this.#isText(only) };
    }
    const pieces = parts.map((part) => {
      if (typeof part === 'string') return templateLiteral(Origins.plain(part)).slice(1, -1);
      if (this.#isNeverAbsent(part)) return `\${${this.code(part)}}`;
      this.context.runtime.add('text');
      return `\${text(${this.code(part)})}`;
    });
    return { code: `\`${pieces.join('')}\``, isText: true };
  }

  /** The value of a class attribute as code that gives a string. */
  classValue(parts: readonly PlanPart[]): string {
    const simple = parts.every(
      (part) =>
        typeof part === 'string' || (this.#isNeverAbsent(part) && this.#property(part)!.kind === 'enum'),
    );
    if (simple) return this.value(parts).code;
    this.context.runtime.add('classNames');
    const list = parts
      .map((part) =>
        typeof part === 'string' ? (part.trim() ? quoted(Origins.plain(part.trim())) : '') : this.code(part),
      )
      .filter(Boolean);
    return `classNames(${list.length === 1 ? list[0] : `[${list.join(', ')}]`})`;
  }

  /** The property that an expression is nothing but the name of. */
  #property({ expression, names }: Resolved) {
    if (expression.tree.type !== 'Identifier' || names[0]?.meaning.kind !== 'property') return undefined;
    return this.context.contract.properties.find(({ name }) => name === names[0]!.free.name);
  }

  #isNeverAbsent(part: Resolved): boolean {
    return isNeverAbsent(this.#property(part)) || part.expression.tree.type === 'TemplateLiteral';
  }

  #isText(part: Resolved): boolean {
    const property = this.#property(part);
    return isNeverAbsent(property) && property!.kind === 'string';
  }

  /** True if an expression is the name of a property that always is a number. */
  isNumber(part: Resolved): boolean {
    const property = this.#property(part);
    return isNeverAbsent(property) && property!.kind === 'number';
  }

  /** Code in a place where an operator follows. */
  operand(resolved: Resolved): string {
    const { type } = resolved.expression.tree;
    const code = this.code(resolved);
    return /^(ConditionalExpression|ArrowFunctionExpression)$/.test(type) ? `(${code})` : code;
  }

  /** An expression as code, with what its names stand for. */
  code(resolved: Resolved): string {
    return emitExpression(resolved, this.context);
  }
}
