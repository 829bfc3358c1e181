import { componentOf } from '../contract/implementation.js';
import type { Finding } from '../findings/finding.js';
import { suggestion } from '../findings/nearest.js';
import { report } from '../findings/report.js';
import type { Code } from '../findings/severities.js';
import type { LibraryElement } from '../library/library-element.js';
import { checkWrappedClass, exportsOf } from './wrapped-class.js';

/** Is there what a contract wraps, and does the contract ask of it what can be asked? */
export function checkWrapped({ contract, folder, traits }: LibraryElement): Finding[] {
  const { implementation } = contract;
  const component = componentOf(contract);
  const findings: Finding[] = [];
  const note = (code: Code, path: PropertyKey[], message: string, help: string): void => {
    const part = path.at(-1) === 'from' || path[0] === 'wraps' ? 'value' : 'key';
    findings.push(report(code, { file: contract.file, ...contract.locate(path, part) }, message, help));
  };
  if (!component) forComponentsOnly(note, contract);
  if (!('module' in implementation)) return findings;
  const { module } = implementation;
  const at = ['wraps', component?.framework ?? 'element'];
  const isRelative = /^\.\.?\//.test(module);
  // A class can come from a package, too; a component is compiled with the project's own framework.
  const inPackage = !component && /^(?:@[\w.-]+\/)?[\w-][\w.-]*\/./.test(module);
  if (!isRelative && !inPackage)
    note(
      'wraps/path',
      at,
      `"${module}" is no path from the contract on.`,
      `Write it so: "./${component ? 'Name.tsx' : 'name.ts'}", "../../src/${component ? 'Name.tsx' : 'name.ts'}".`,
    );
  else if (isRelative && !folder.wrapped)
    note(
      'wraps/missing',
      at,
      `There is no file "${module}", seen from the contract.`,
      /^\.\/[^/]*$/.test(module)
        ? suggestion(
            module,
            folder.names.map((name) => `./${name}`),
            'files',
          )
        : 'Check the path; it begins at the folder of the contract.',
    );
  else if (!component && folder.wrapped) {
    const { file, text } = folder.wrapped;
    const { exported } = implementation;
    const names = exportsOf(file, text);
    if (names && !names.includes(exported))
      note(
        'wraps/export',
        at,
        exported === 'default'
          ? `"${module}" has no default export.`
          : `"${module}" exports nothing that is called "${exported}".`,
        names.length > 0
          ? `Write "export: ${names.length === 1 ? names[0] : 'NAME'}" beside it; it exports ${names.join(', ')}.`
          : 'Export the class: "export default class extends HTMLElement { … }".',
      );
    else findings.push(...checkWrappedClass(file, text));
  }
  if (!component) return findings;
  for (const { name, each, gives } of contract.slots) {
    if (each === undefined && gives.length === 0) continue;
    note(
      'wraps/not-for-components',
      ['slots', name],
      `The slot "${name}" belongs to items or gives data, which a component's content cannot.`,
      'Declare a slot that takes content as it is.',
    );
  }
  contract.events.forEach(({ name, relay, sets }) => {
    if (relay !== undefined)
      note(
        'wraps/not-for-components',
        ['events', name, 'relay'],
        'What a component draws is its own affair: no event of a part is passed on.',
        'Let the component call a callback, and name it with "from".',
      );
    if (sets !== undefined && !contract.properties.some((property) => property.name === sets))
      note(
        'wraps/from',
        ['events', name, 'sets'],
        `"${sets}" is no property of the contract.`,
        suggestion(
          sets,
          contract.properties.map((property) => property.name),
          'properties',
        ),
      );
  });
  for (const { part } of contract.variants)
    note(
      'wraps/not-for-components',
      ['variants', part],
      'Classes of a component are its own affair.',
      'Remove "variants", and let a property choose them.',
    );
  for (const { name } of contract.states) {
    if (traits.some(({ behavior }) => behavior.states.some((state) => state.name === name))) continue;
    note(
      'wraps/not-for-components',
      ['states', name],
      `Nothing sets the state "${name}": a component has none that a page can see.`,
      'Remove it here, or let a trait set it.',
    );
  }
  return findings;
}

type Note = (code: Code, path: PropertyKey[], message: string, help: string) => void;

/** What only says something of components. */
function forComponentsOnly(note: Note, { properties, events, slots }: LibraryElement['contract']): void {
  const all = [
    ...properties.map((one) => ['properties', one.name, one.from] as const),
    ...events.map((one) => ['events', one.name, one.from] as const),
    ...slots.map((one) => ['slots', one.name, one.from] as const),
  ];
  for (const [kind, name, from] of all) {
    if (from === undefined) continue;
    note(
      'wraps/from',
      [kind, name, 'from'],
      '"from" names something of a wrapped component, and this element wraps none.',
      'Remove it, or say under "wraps" which component it is.',
    );
  }
}
