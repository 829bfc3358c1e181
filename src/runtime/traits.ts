import type { Inside } from './inside.js';

/** One function that runs several in order; what they give back for the disconnection is run together, the last first. */
export function together(...runs: readonly ((inside: never) => unknown)[]): (inside: Inside) => () => void {
  return (inside) => {
    const ends = runs.map((run) => run(inside as never));
    return () => {
      for (const end of ends.reverse()) if (typeof end === 'function') end();
    };
  };
}

/** The inside as a trait knows it, where an element exposes the trait's properties under other names. */
export function renamed(names: Readonly<Record<string, string>>): (inside: Inside) => Inside {
  const known = new WeakMap<Inside, Inside>();
  const nameOf = (name: string | symbol): string | symbol =>
    typeof name === 'string' && Object.hasOwn(names, name) ? names[name]! : name;
  const under = <Target extends object>(target: Target): Target =>
    new Proxy(target, {
      get(_, name) {
        const value: unknown = Reflect.get(target, nameOf(name), target);
        return typeof value === 'function' ? value.bind(target) : value;
      },
      set: (_, name, value) => Reflect.set(target, nameOf(name), value, target),
    });
  return (inside) => {
    const made = known.get(inside) ?? under(inside);
    known.set(inside, made);
    return made;
  };
}
