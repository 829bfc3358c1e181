/** Registers an element; a tag that is taken already stays as it is, which development builds warn of. Without a document nothing happens. */
export function define(tag: string, Class: CustomElementConstructor): void {
  const { customElements: registry } = globalThis;
  if (!registry?.get(tag)) registry?.define(tag, Class);
}
