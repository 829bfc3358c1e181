import { createHash } from 'node:crypto';

/** Pictures of a run, PNG, each kept once, by a name that is made of its content. */
export class Pictures {
  readonly #kept = new Map<string, Uint8Array>();

  /** Keeps a picture; gives its name. */
  keep(png: Uint8Array): string {
    const name = createHash('sha256').update(png).digest('hex').slice(0, 20);
    this.#kept.set(name, png);
    return name;
  }

  /** Keeps a picture that had its name before. */
  put(name: string, png: Uint8Array): void {
    this.#kept.set(name, png);
  }

  get(name: string): Uint8Array | undefined {
    return this.#kept.get(name);
  }
}
