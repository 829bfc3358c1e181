import type { Contract } from '../contract/model.js';
import { literal, quoted } from '../syntax/literal.js';
import { CONTRACT_DECLARATIONS } from './declarations.js';

/** The version of Angular whose format these declarations have. */
const VERSION = '21.0.0';

/**
 * A directive for each element: with it a misspelt input and a missing one are errors in templates. It gives values to the
 * element when they change. Published in the partial format that the linker of any Angular application completes.
 */
export function angularDirectives(contracts: readonly Contract[]): string {
  const directives = contracts.map(({ tag, className, properties }) => {
    const inputs = Object.fromEntries(properties.map(({ name }) => [name, name]));
    return `export class ${className}Directive {
  #element = inject(ElementRef).nativeElement;

  ngOnChanges(changes) {
    for (const name of Object.keys(changes)) this.#element[name] = changes[name].currentValue;
  }

  static ɵfac = core.ɵɵngDeclareFactory({
    minVersion: '12.0.0',
    version: '${VERSION}',
    ngImport: core,
    type: ${className}Directive,
    deps: [],
    target: core.ɵɵFactoryTarget.Directive,
  });

  static ɵdir = core.ɵɵngDeclareDirective({
    minVersion: '14.0.0',
    version: '${VERSION}',
    type: ${className}Directive,
    isStandalone: true,
    selector: ${quoted(tag)},
    inputs: ${literal(inputs)},
    usesOnChanges: true,
    ngImport: core,
  });
}
`;
  });
  return `import * as core from '@angular/core';
import { ElementRef, inject } from '@angular/core';

${directives.join('\n')}`;
}

/** The types of these directives, as Angular's compiler reads them. */
export function angularDeclarations(contracts: readonly Contract[]): string {
  const directives = contracts.map(({ tag, className, properties }) => {
    const members = properties.map(
      ({ name, required }) =>
        `  ${name}: ${className}Properties['${name}']${required ? '' : ' | undefined'};`,
    );
    const inputs = properties.map(
      ({ name, required }) => `${quoted(name)}: { alias: ${quoted(name)}; required: ${required} }`,
    );
    return `/** Gives values to <${tag}>. */
export declare class ${className}Directive implements OnChanges {
${members.join('\n')}
  ngOnChanges(changes: SimpleChanges): void;
  static ɵfac: ɵɵFactoryDeclaration<${className}Directive, never>;
  static ɵdir: ɵɵDirectiveDeclaration<
    ${className}Directive,
    ${quoted(tag)},
    never,
    { ${inputs.join('; ')} },
    {},
    never,
    never,
    true,
    never
  >;
}
`;
  });
  const names = contracts.map(({ className }) => `${className}Properties`).join(', ');
  const registered = contracts.map(({ tag }) => `import ${quoted(`../elements/${tag}.js`)};`).join('\n');
  return `import type { OnChanges, SimpleChanges, ɵɵDirectiveDeclaration, ɵɵFactoryDeclaration } from '@angular/core';
import type { ${names} } from ${quoted(CONTRACT_DECLARATIONS)};
${registered}

${directives.join('\n')}`;
}
