/** Registers an element; a tag that is taken already stays as it is, which the console explains. */
export function define(tag: string, Class: CustomElementConstructor): void {
  const present = customElements.get(tag);
  if (!present) customElements.define(tag, Class);
  else if (present !== Class) {
    console.info(
      `<${tag}> is registered already, by another copy of its module; that first one stays in use.`,
    );
  }
}
