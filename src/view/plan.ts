import type { Behavior } from '../behavior/read-behavior.js';
import type { Contract } from '../contract/model.js';
import type { Finding } from '../finding.js';
import type { Expression, ExpressionProblem } from './expression.js';
import type { Around, ParsedView, ViewNode } from './parse-view.js';
import { NameTable, type LoopVariable, type Resolved } from './resolve.js';
import { tasksOf, type AppliedTrait } from './tasks.js';
import type { BlockPlan, Placed, ViewPlan } from './view-plan.js';
import { unique } from './unique.js';
import { withoutLayoutSpace } from './whitespace.js';
import { BlockWriter } from './write-block.js';

/**
 * Makes the plan of a view: names get their meanings, markup is split into templates, and each binding
 * knows what it reads. `library` holds the contracts of all elements by tag.
 */
export function planView(
  view: ParsedView,
  contract: Contract,
  behavior: Behavior | undefined,
  library: ReadonlyMap<string, Contract>,
  traits: readonly AppliedTrait[] = [],
): { plan: ViewPlan; findings: Finding[] } {
  const planner = new Planner(view, new NameTable(contract, behavior), library, contract);
  const root = planner.block(`${contract.className}View`, view.nodes, {
    loops: [],
    offset: 0,
    conditional: false,
  });
  root.tasks.push(...tasksOf(contract, behavior, traits, planner.names));
  return { plan: { file: view.file, root, ...planner.seen }, findings: planner.findings };
}

/** Where a block stands, and how. */
interface BlockFrame {
  loops: readonly LoopVariable[];
  offset: number;
  conditional: boolean;
  repeats?: BlockPlan['repeats'];
  around?: Around;
  /** Names that the block's only element has by turns. */
  renamed?: readonly string[];
}

export class Planner {
  readonly findings: Finding[] = [];
  readonly seen = {
    slots: [] as Placed[],
    parts: [] as Placed[],
    uses: new Set<string>(),
    calls: new Set<string>(),
    controlTags: new Set<string>(),
    written: new Set<string>(),
    asksFilled: false,
  };
  /** Names of classes in the module that will be emitted. */
  readonly #classes: Set<string>;

  constructor(
    readonly view: ParsedView,
    readonly names: NameTable,
    readonly library: ReadonlyMap<string, Contract>,
    readonly contract: Contract,
  ) {
    this.#classes = new Set([contract.className, 'ViewElement']);
  }

  block(name: string, nodes: readonly ViewNode[], frame: BlockFrame): BlockPlan {
    const { loops, offset, conditional, repeats, around, renamed } = frame;
    const children = withoutLayoutSpace(nodes, undefined);
    const [only] = children;
    const single =
      children.length === 1 && (only!.kind === 'text' || (only!.kind === 'element' && !only!.named));
    const plan: BlockPlan = {
      name: unique(name, this.#classes),
      markup: '',
      single,
      bindings: [],
      listeners: [],
      tasks: [],
      controls: [],
      around,
      renamed: renamed !== undefined,
      loops,
      repeats,
      offset,
    };
    const writer = new BlockWriter(this, plan, conditional, renamed);
    const bounded = repeats !== undefined || conditional;
    const edge = bounded && !single ? '<!---->' : '';
    plan.markup = edge + writer.children(children, [], edge ? 1 : 0) + edge;
    return plan;
  }

  resolve(expression: Expression, loops: readonly LoopVariable[], inHandler = false): Resolved {
    const problems: ExpressionProblem[] = [];
    const resolved = this.names.resolve(expression, loops, problems, inHandler);
    problems.forEach((problem) => this.report(problem));
    for (const { free, meaning } of resolved.names) {
      if (meaning.kind === 'function') this.seen.calls.add(free.name);
      if (meaning.kind === 'filled') this.seen.asksFilled = true;
    }
    return resolved;
  }

  report({ code, message, help, offset, insert }: ExpressionProblem): void {
    const { file, positions } = this.view;
    const fix = insert && { fix: { start: insert.at, end: insert.at, text: insert.text } };
    this.findings.push({ code, severity: 'error', message, help, file, ...positions.at(offset), ...fix });
  }
}
