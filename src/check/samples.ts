import type { Finding } from '../finding.js';
import { suggestion } from '../nearest.js';
import type { Element } from './analyze.js';

/** Names that samples use are names of the contract. */
export function checkSamples({ contract, folder, samples, locateSample }: Element): Finding[] {
  const findings: Finding[] = [];
  const known = {
    property: contract.properties.map(({ name }) => name),
    slot: contract.slots.map(({ name }) => name),
    event: contract.events.map(({ name }) => name),
    method: contract.methods.map(({ name }) => name),
    part: contract.parts.map(({ name }) => name),
  };
  const name = (
    kind: keyof typeof known,
    value: string,
    path: PropertyKey[],
    of: 'key' | 'value' = 'key',
  ): void => {
    if (known[kind].includes(value)) return;
    findings.push({
      code: `sample/unknown-${kind}`,
      severity: 'error',
      message: `The contract has no ${kind} "${value}".`,
      help: suggestion(value, known[kind], kind === 'property' ? 'properties' : `${kind}s`),
      file: folder.samples!.file,
      ...locateSample(path, of),
    });
  };
  /** A plain word is a part, or the name of an element in the view; anything else is a selector. */
  const target = (value: string, path: PropertyKey[], of: 'key' | 'value' = 'key'): void => {
    if (!/^[A-Za-z][A-Za-z0-9-]*$/.test(value) || value === 'host') return;
    if (!folder.view?.text.includes(`<${value}`)) name('part', value, path, of);
  };
  samples.forEach((sample, number) => {
    for (const key of Object.keys(sample.properties ?? {}))
      name('property', key, [number, 'properties', key]);
    for (const key of Object.keys(sample.slots ?? {})) name('slot', key, [number, 'slots', key]);
    sample.steps?.forEach((step, place) => {
      const path = [number, 'steps', place];
      const acts = [step.click, step.set, step.call, step.expect].filter((act) => act !== undefined).length;
      if (acts !== 1) {
        findings.push({
          code: 'sample/step',
          severity: 'error',
          message: acts === 0 ? 'This step does nothing.' : 'This step does more than one thing.',
          help: 'Each step is one of: click, set, call, expect.',
          file: folder.samples!.file,
          ...locateSample(path),
        });
      }
      if (step.call !== undefined) name('method', step.call, [...path, 'call'], 'value');
      for (const key of Object.keys(step.set ?? {})) name('property', key, [...path, 'set', key]);
      const { expect } = step;
      if (expect?.event !== undefined) name('event', expect.event, [...path, 'expect', 'event'], 'value');
      for (const key of Object.keys(expect?.property ?? {}))
        name('property', key, [...path, 'expect', 'property', key]);
      for (const key of Object.keys(expect?.text ?? {})) target(key, [...path, 'expect', 'text', key]);
      expect?.visible?.forEach((part, at) => target(part, [...path, 'expect', 'visible', at]));
      if (step.click !== undefined) target(step.click, [...path, 'click'], 'value');
    });
  });
  return findings;
}
