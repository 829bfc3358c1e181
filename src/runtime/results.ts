import type { Inside } from './inside.js';
import { drawing } from './view-element.js';

/**
 * A value that follows from others, worked out again only when one of them is another. Where it cannot be told what it
 * follows from, it is worked out once for each drawing.
 */
export function result<Value>(
  work: (inside: never) => Value,
  inputsOf?: (inside: Inside) => readonly unknown[],
): (inside: Inside) => Value {
  const known = new WeakMap<Inside, { inputs: readonly unknown[]; value: Value }>();
  return (inside) => {
    // Between drawings nobody knows what has changed.
    if (!inputsOf && drawing === 0) return work(inside as never);
    const inputs = inputsOf ? inputsOf(inside) : [drawing];
    const last = known.get(inside);
    if (last?.inputs.every((input, place) => Object.is(input, inputs[place]))) return last.value;
    const value = work(inside as never);
    known.set(inside, { inputs, value });
    return value;
  };
}
