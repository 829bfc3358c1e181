import { componentOf } from '../../contract/implementation.js';
import type { ContentNode } from '../../frameworks/scene.js';
import type { ElementFacts } from '../facet.js';
import { instanceValues } from '../facets/instance-properties.js';
import { coupledProperties } from '../facets/plan-samples.js';
import { attributeText, propertiesOf } from '../facets/property-data.js';
import type { Act, Concern } from './act.js';
import { methodsThatReturn, type CalledMethod } from './called.js';
import { setSamples, type SetSample } from './contradicted.js';

/** A property with values that it is given on the way. */
export interface WaysProperty {
  name: string;
  /** Values that data can carry; of an instance, texts that its class makes one of. */
  values: unknown[];
  /** The class of an instance. */
  instance: string | undefined;
  attribute: string | undefined;
  /** What stands for each of its values as an attribute; null for a boolean that is false. */
  texts: (string | null)[];
  reflect: boolean;
  required: boolean;
}

/** What relations need to know of an element. */
export interface WaysData {
  properties: WaysProperty[];
  /** Slots, each with nodes to give it. */
  slots: { name: string; nodes: ContentNode[] }[];
  methods: CalledMethod[];
  /** What samples expect after they set properties. */
  samples: SetSample[];
  parts: string[];
  /** True if a form gets its value. */
  inForm: boolean;
  /** True if what it draws stands among its children. */
  inLightTree: boolean;
  /** True for an element that shows a component of a framework. */
  showsComponent: boolean;
}

/** So many values of each property are tried on the way. */
const MOST_VALUES = 4;

/**
 * What relations need to know of an element; undefined where only a manifest says what it promises. Properties that change with
 * another one, as a sample says, are left out: the order counts there.
 */
export function waysData(facts: ElementFacts): WaysData | undefined {
  const { contract, samples, foreign } = facts;
  if (foreign) return undefined;
  const coupled = coupledProperties(samples);
  const others = Object.values(coupled).flat();
  const isAlone = (name: string): boolean =>
    !others.includes(name) && !coupled[name]?.some((one) => one !== name);
  const kinds = propertiesOf(facts).map((property): WaysProperty => {
    const { name, attribute, kind, first, second, valid, reflect, required } = property;
    // What careless code takes for nothing comes first in its edges, and a limit last.
    const edges = [valid[0], valid.at(-1), ...valid].filter((value) => value !== undefined);
    const values = distinct([first, second, ...edges]).slice(0, MOST_VALUES);
    const texts = values.map((value) => (value === false ? null : attributeText({ kind }, value)));
    return { name, values, instance: undefined, attribute, texts, reflect, required };
  });
  const instances = contract.properties.flatMap(({ name, instance, required }): WaysProperty[] => {
    const values = instanceValues(instance);
    return values
      ? [{ name, values, instance, attribute: undefined, texts: [], reflect: false, required }]
      : [];
  });
  return {
    properties: [...kinds, ...instances].filter(({ name }) => isAlone(name)),
    slots: contract.slots
      .filter(({ each, drawn }) => each === undefined && drawn)
      .map(({ name }) => ({ name, nodes: facts.contentFor(name).slice(0, 2) })),
    methods: methodsThatReturn(facts),
    samples: setSamples(facts),
    parts: contract.parts.map(({ name }) => name),
    inForm: contract.form !== undefined,
    inLightTree: contract.encapsulation === 'none',
    showsComponent: componentOf(contract) !== undefined,
  };
}

function distinct(values: readonly unknown[]): unknown[] {
  const seen = new Set<string>();
  return values.filter((value) => {
    const key = JSON.stringify(value);
    return seen.has(key) ? false : seen.add(key);
  });
}

/** The acts that a relation's ways are made of, simple ones first: shorter ways prefer them. */
export function palette({ properties, slots, inForm }: WaysData, concern: Concern): Act[] {
  const sets = properties.flatMap(({ values }, set): Act[] => values.map((_, value) => ({ set, value })));
  const undefines = properties.flatMap(({ required }, undefine): Act[] => (required ? [] : [{ undefine }]));
  const values = [...sets, ...undefines];
  const connect: Act = { to: 'page' };
  switch (concern) {
    case 'values':
      return [...values, ...some(connect, values.length / 6)];
    case 'definition':
      return [...values, ...some(connect, values.length / 6), EARLY];
    case 'attributes': {
      // In forms this one disables by itself, whatever the property says then (HTML, section 4.10.18.5).
      const isOfForms = (name: string): boolean => inForm && name === 'disabled';
      const texts = properties.flatMap(({ attribute, texts: all }, place): Act[] =>
        attribute === undefined || isOfForms(attribute)
          ? []
          : all.map((text, value) => (text === null ? { erase: place } : { write: place, value })),
      );
      const erases = properties.flatMap(({ attribute, required }, erase): Act[] =>
        attribute === undefined || required ? [] : [{ erase }],
      );
      return texts.length === 0 ? [] : [...values, ...texts, ...erases, ...some(connect, values.length / 6)];
    }
    case 'content': {
      const gives = slots.flatMap((_, slot): Act[] => [{ give: slot }, { take: slot }]);
      return gives.length === 0 ? [] : [...values, ...some(gives, values.length / 2), ...some(connect, 2)];
    }
    case 'moves': {
      const moves: Act[] = [
        { to: 'nowhere' },
        connect,
        { to: 'elsewhere' },
        { to: 'another document' },
        { to: 'clone' },
      ];
      const gives = slots.map((_, give): Act => ({ give }));
      return [...values, ...gives, ...some(moves, values.length / 2)];
    }
  }
}

const EARLY: Act = { begin: 'before its definition' };

/** Acts as often as they are to be about so many, at least once. */
function some(acts: Act | readonly Act[], count: number): Act[] {
  const all = Array.isArray(acts) ? (acts as Act[]) : [acts as Act];
  const times = Math.max(1, Math.round(count / all.length));
  return Array.from({ length: times }, () => all).flat();
}
