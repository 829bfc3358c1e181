/** Gives the document what has no effect in a shadow root: fonts, and custom properties by `@property`. */
export function inDocument(sheet: CSSStyleSheet): void {
  if (globalThis.document) document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
}

/** Registers custom properties with their syntax (CSS Properties and Values API, section 2); what is registered already stays. */
export function registerProperties(
  ...properties: readonly [name: string, syntax: string, initialValue: string][]
): void {
  for (const [name, syntax, initialValue] of properties) {
    try {
      globalThis.CSS?.registerProperty({ name, syntax, initialValue, inherits: true });
    } catch (error) {
      if ((error as DOMException).name !== 'InvalidModificationError') reportError(error);
    }
  }
}
