import type { Contract, Variants } from '../contract/model.js';

/** Expressions, one for each property, that give the classes of a part by the property's value. */
export function variantExpressions({ byProperty }: Variants, { properties }: Contract): string[] {
  return Object.entries(byProperty).map(([name, classes]) => {
    const property = properties.find((other) => other.name === name);
    const of = (value: unknown): string => JSON.stringify(classes[String(value)] ?? '');
    if (property?.kind === 'boolean') return `${name} ? ${of(true)} : ${of(false)}`;
    const values = property?.schema.enum ?? [];
    const choices = values.reduceRight<string>(
      (rest, value) => `${name} === ${JSON.stringify(value)} ? ${of(value)} : ${rest}`,
      `''`,
    );
    return choices;
  });
}
