/** Registers an element; a tag that is taken already stays as it is, which development builds warn of. */
export function define(tag: string, Class: CustomElementConstructor): void {
  if (!customElements.get(tag)) customElements.define(tag, Class);
}
