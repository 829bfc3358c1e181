import {
  liveProperties,
  nativeProperties,
  passedAttributes,
  standsForControl,
} from '../../contract/passed.js';
import {
  array,
  data,
  expression,
  literal,
  members,
  object,
  property,
  statements,
} from '../../syntax/build.js';
import { liveEventsOf } from '../../standards/live-members.js';
import type { TreeNode } from '../../syntax/tree.js';
import type { ViewTree } from '../../view/view-tree.js';
import { bitsOf, bitsOfAny, type Emission } from './emission.js';

/** More attributes than these stand on lines of their own. */
const MOST_ON_A_LINE = 6;

/** What a class says of itself: attributes, forms, and the members of a native control. */
export function classStatics(emission: Emission, tree: ViewTree): TreeNode[] {
  const { contract, runtime } = emission;
  const passed = passedAttributes(contract, tree.controlTags);
  const classBits = emission.bits.isRead('host:class') ? bitsOf(emission, 'host:class') : undefined;
  const own = contract.properties.flatMap(({ attribute }) => attribute ?? []);
  const observed = [...own, ...passed].map(literal);
  if (contract.passthrough) {
    runtime.add('ariaAttributes');
    observed.push(...(expression`[...ariaAttributes]`.elements as TreeNode[]));
  }
  if (classBits) observed.push(literal('class'));
  const lines: TreeNode[] = [];
  if (observed.length > 0) {
    const list = array(observed, observed.length > MOST_ON_A_LINE);
    lines.push(...members`static observedAttributes = ${list};`);
  }
  if (contract.passthrough) lines.push(...passingStatics(emission, tree, passed, classBits));
  if (contract.form) lines.push(...members`static formAssociated = true;`);
  const made = madeMembers(emission);
  if (made.length > 0) lines.push(...members`static { ${made} }`);
  return lines;
}

/** What an element says of the attributes that reach its control. */
function passingStatics(
  emission: Emission,
  tree: ViewTree,
  passed: readonly string[],
  classBits: TreeNode | undefined,
): TreeNode[] {
  const { contract } = emission;
  const native = nativeProperties(contract);
  const bits = passed.map((name) =>
    property(name, bitsOf(emission, `property:${native[name]?.property ?? name}`) ?? literal(0)),
  );
  const only = onlyFor(emission, tree, passed);
  const written = [...tree.written].filter((name) => passed.includes(name) || /^(aria-|role$)/.test(name));
  return [
    ...members`static passed = ${object(bits)};`,
    ...(classBits ? members`static classBits = ${classBits};` : []),
    ...liveBits(emission),
    ...(only.length > 0 ? members`static only = ${object(only)};` : []),
    ...(written.length > 0 ? members`static written = new Set(${data(written)});` : []),
  ];
}

/** What a change of the control's own members marks, where the view names one. */
function liveBits(emission: Emission): TreeNode[] {
  const { contract } = emission;
  const named = liveProperties(contract).filter((name) => emission.bits.of(`property:${name}`) !== 0);
  const bits = bitsOfAny(
    emission,
    named.map((name) => `property:${name}`),
  );
  if (!bits) return [];
  return members`static live = [${bits}, ${data(liveEventsOf(contract.passthrough!.native!))}, ${data(named)}];`;
}

/** Attributes that only some of the elements have which the control can be, with the names of these. */
export function onlyFor(
  { contract }: Pick<Emission, 'contract'>,
  { controlTags }: ViewTree,
  passed: readonly string[],
): TreeNode[] {
  const tags = [...controlTags];
  if (tags.length < 2) return [];
  return passed.flatMap((name) => {
    const having = tags.filter((tag) => passedAttributes(contract, [tag], true).includes(name));
    return having.length < tags.length ? [property(name, data(having))] : [];
  });
}

/** Calls that give the class members of a native control and of forms. */
function madeMembers({ contract, runtime }: Emission): TreeNode[] {
  const lines: TreeNode[] = [];
  const live = liveProperties(contract);
  if (live.length > 0) {
    runtime.add('liveMembers');
    lines.push(...statements`liveMembers(this, ${literal(contract.passthrough!.native!)}, ${data(live)});`);
  }
  const native = Object.entries(nativeProperties(contract));
  if (native.length > 0) {
    runtime.add('nativeMembers');
    const entries = native.map(([name, { property: own, type, enumerated }]) => {
      const limits = enumerated ? [[enumerated.keywords, enumerated.missing, enumerated.invalid]] : [];
      return property(name, data([own, type, ...limits]));
    });
    lines.push(...statements`nativeMembers(this, ${object(entries, true)});`);
  }
  if (contract.form || standsForControl(contract)) {
    runtime.add('formMembers');
    lines.push(...statements`formMembers(this);`);
  }
  return lines;
}
