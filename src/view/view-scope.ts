import { report } from '../findings/report.js';
import type { Contract } from '../contract/model.js';
import type { Finding } from '../findings/finding.js';
import type { Expression, ExpressionProblem } from './expression.js';
import type { ParsedView } from './parse-view.js';
import type { LoopVariable, NameTable, Resolved } from './resolve.js';
import type { Placed } from './view-tree.js';

/** What all blocks of one view are built with, and what they turn out to have. */
export class ViewScope {
  readonly findings: Finding[] = [];
  readonly seen = {
    slots: [] as Placed[],
    parts: [] as Placed[],
    uses: new Set<string>(),
    calls: new Set<string>(),
    controlTags: new Set<string>(),
    written: new Set<string>(),
    asksFilled: false,
    bound: new Set<string>(),
  };

  constructor(
    readonly view: ParsedView,
    readonly names: NameTable,
    readonly library: ReadonlyMap<string, Contract>,
    readonly contract: Contract,
  ) {}

  resolve(expression: Expression, loops: readonly LoopVariable[], inHandler = false): Resolved {
    const problems: ExpressionProblem[] = [];
    const resolved = this.names.resolve(expression, loops, problems, inHandler);
    problems.forEach((problem) => this.report(problem));
    for (const { free, meaning } of resolved.names) {
      if (meaning.kind === 'function') this.seen.calls.add(free.name);
      if (meaning.kind === 'filled') this.seen.asksFilled = true;
    }
    for (const name of expression.bound) this.seen.bound.add(name);
    return resolved;
  }

  report({ code, message, help, offset, insert }: ExpressionProblem): void {
    const { file, positions } = this.view;
    const fix = insert && { start: insert.at, end: insert.at, text: insert.text };
    this.findings.push(report(code, { file, ...positions.at(offset) }, message, help, fix));
  }
}
