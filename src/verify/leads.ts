import type { Lead } from './alike.js';

/**
 * Frameworks make an element in few ways: by attributes, as HTML does; by properties, as most frameworks do; with the content's spaces or
 * without. So many are waited for, and their ways are known then.
 */
const COUNT = 3;

/** What was seen of elements in the frameworks that the others are compared with, as it becomes known. */
export class Leads {
  readonly #names: readonly string[];
  readonly #ended = new Set<string>();
  readonly #waiting = new Map<string, { seen: Promise<Lead | undefined>; tell(lead?: Lead): void }>();

  /** `frameworks` are the names of all frameworks of a run. */
  constructor(frameworks: readonly string[]) {
    const inOrder = frameworks.toSorted((one, other) => Number(other === 'html') - Number(one === 'html'));
    this.#names = inOrder.slice(0, COUNT);
  }

  /** What was seen of a unit in those that come before a framework, once it is there; those in which it cannot be compared are left out. */
  async before(framework: string, unit: string): Promise<Lead[]> {
    const place = this.#names.indexOf(framework);
    const names = place < 0 ? this.#names : this.#names.slice(0, place);
    const leads = await Promise.all(names.map((name) => this.#of(name, unit).seen));
    return leads.filter((lead) => lead !== undefined);
  }

  /** Says what was seen of a unit in a framework. */
  tell(framework: string, unit: string, lead: Lead): void {
    if (this.#names.includes(framework)) this.#of(framework, unit).tell(lead);
  }

  /** Says that a framework has seen all that it will see. */
  end(framework: string): void {
    this.#ended.add(framework);
    for (const [key, { tell }] of this.#waiting) if (key.startsWith(`${framework}\n`)) tell();
  }

  #of(framework: string, unit: string): { seen: Promise<Lead | undefined>; tell(lead?: Lead): void } {
    const key = `${framework}\n${unit}`;
    const known = this.#waiting.get(key);
    if (known) return known;
    let tell!: (lead?: Lead) => void;
    const seen = new Promise<Lead | undefined>((resolve) => (tell = resolve));
    if (this.#ended.has(framework)) tell();
    const made = { seen, tell };
    this.#waiting.set(key, made);
    return made;
  }
}
