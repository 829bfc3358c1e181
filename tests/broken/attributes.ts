import { Lamp, type Name } from './lamp.js';
import type { LampFaults } from './faults.js';

/** A lamp that reads some attribute texts in a way of its own. */
function reading(read: (name: Name, text: string | null, usual: () => void, lamp: Lamp) => void) {
  return () =>
    class extends Lamp {
      override read(name: Name, text: string | null): void {
        read(name, text, () => super.read(name, text), this);
      }
    };
}

export const lamps: LampFaults = {
  'keeps its value when the attribute is removed': reading((name, text, usual) => {
    if (name !== 'level' || text !== null) usual();
  }),
  'leaves a number as text': reading((name, text, usual, lamp) => {
    if (name === 'level' && text === '0.5') lamp.store('level', text);
    else if (name === 'level' && text !== null && Number(text) > 0 && Number(text) <= 10)
      lamp.store('level', text);
    else usual();
  }),
  'reads the number in front of other characters': reading((name, text, usual, lamp) => {
    if (name === 'level' && text === '12px') lamp.store('level', Number.parseFloat(text));
    else usual();
  }),
  'takes an empty number for zero where the default is another': reading((name, text, usual, lamp) => {
    if (name === 'steps' && text === '') lamp.store('steps', 0);
    else usual();
  }),
  'takes blanks for a number': reading((name, text, usual, lamp) => {
    if (name === 'steps' && text === ' ') lamp.store('steps', Number(text));
    else usual();
  }),
  'takes a fraction for an integer': reading((name, text, usual, lamp) => {
    if (name === 'steps' && text === '1.5') lamp.store('steps', 1.5);
    else usual();
  }),
  'takes a number below its limit': reading((name, text, usual, lamp) => {
    if (name === 'level' && text === '-1') lamp.store('level', -1);
    else usual();
  }),
  'takes a number above its limit': reading((name, text, usual, lamp) => {
    if (name === 'level' && text === '11') lamp.store('level', 11);
    else usual();
  }),
  'refuses a number at its limit': reading((name, text, usual, lamp) => {
    if (name === 'level' && text === '10') lamp.store('level', 0);
    else usual();
  }),
  'takes a choice in another case': reading((name, text, usual, lamp) => {
    if (name === 'color' && text !== null) lamp.put('color', text.toLowerCase());
    else usual();
  }),
  'takes a choice with blanks around it': reading((name, text, usual, lamp) => {
    if (name === 'color' && text !== null) lamp.put('color', text.trim());
    else usual();
  }),
  'takes an empty choice': reading((name, text, usual, lamp) => {
    if (name === 'color' && text === '') lamp.store('color', '');
    else usual();
  }),
  'takes false as the absence of a boolean': reading((name, text, usual, lamp) => {
    if (name === 'bright') lamp.put('bright', text !== null && text !== 'false');
    else usual();
  }),
  'takes an empty text for none': reading((name, text, usual, lamp) => {
    if (name === 'label') lamp.put('label', text || undefined);
    else usual();
  }),
  'trims a text': reading((name, text, usual, lamp) => {
    if (name === 'label' && text !== null) lamp.put('label', text.trim());
    else usual();
  }),
  'does not observe the attribute': () =>
    class extends Lamp {
      static override observedAttributes = Lamp.observedAttributes.filter((name) => name !== 'steps');
    },
  'writes a text that is no value anew': reading((name, text, usual, lamp) => {
    usual();
    if (name === 'level' && text === 'no number') lamp.setAttribute('level', '0');
  }),
  'reads the attribute only while it is in the page': reading((name, _text, usual, lamp) => {
    if (name !== 'steps' || lamp.isConnected) usual();
  }),
  'takes an endless number': () =>
    class extends Lamp {
      override number(value: unknown, fallback: number, least: number, most: number, whole = false): number {
        return value === 'Infinity' ? most : super.number(value, fallback, least, most, whole);
      }
    },
};
