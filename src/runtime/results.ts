import type { Inside } from './inside.js';

/** A value that follows from others, worked out again only when one of them is another. */
export function result<Value>(
  work: (inside: never) => Value,
  inputsOf: (inside: Inside) => readonly unknown[],
): (inside: Inside) => Value {
  const known = new WeakMap<Inside, { inputs: readonly unknown[]; value: Value }>();
  return (inside) => {
    const inputs = inputsOf(inside);
    const last = known.get(inside);
    if (last && last.inputs.every((input, place) => Object.is(input, inputs[place]))) return last.value;
    const value = work(inside as never);
    known.set(inside, { inputs, value });
    return value;
  };
}
