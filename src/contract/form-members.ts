import { isEmitted } from './implementation.js';
import type { Contract } from './model.js';
import { nativeProperties, standsForControl } from './passed.js';

/** Members of native controls in forms (HTML, section 4.10.20.3), as TypeScript declares them in a class or an interface. */
const MEMBERS: readonly (readonly [name: string, declaration: string])[] = [
  ['form', 'get form(): HTMLFormElement | null;'],
  ['labels', 'get labels(): NodeListOf<HTMLLabelElement>;'],
  ['validity', 'get validity(): ValidityState;'],
  ['validationMessage', 'get validationMessage(): string;'],
  ['willValidate', 'get willValidate(): boolean;'],
  ['name', 'get name(): string;\n  set name(value: string | undefined);'],
  ['type', 'get type(): string;'],
  ['checkValidity', 'checkValidity(): boolean;'],
  ['reportValidity', 'reportValidity(): boolean;'],
];

/** Declarations of the members that form-associated elements share with native controls, less those that a contract declares. */
export function formMembersOf(contract: Contract): string[] {
  if (!isEmitted(contract) || (!contract.form && !standsForControl(contract))) return [];
  const own = new Set([
    ...[...contract.properties, ...contract.methods].map(({ name }) => name),
    ...Object.values(nativeProperties(contract)).map(({ property }) => property),
  ]);
  return [
    ...MEMBERS.filter(([name]) => !own.has(name)).map(([, declaration]) => declaration),
    ...(standsForControl(contract) && !own.has('setCustomValidity')
      ? ['setCustomValidity(message: string): void;']
      : []),
  ];
}
