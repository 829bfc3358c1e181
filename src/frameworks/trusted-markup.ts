/**
 * What a page with Trusted Types needs for a framework that makes its templates from text: a default policy (Trusted
 * Types, section 2.3.4) that lets through what the framework's own modules write, and nothing that elements write.
 */
export const TRUSTED_MARKUP = `
const own = new URL('.', import.meta.url).href;
if (!globalThis.trustedTypes?.defaultPolicy) globalThis.trustedTypes?.createPolicy('default', {
  createHTML(markup) {
    const lines = new Error().stack.split('\\n').filter((line) => /https?:/.test(line));
    const writer = lines.find((line) => !line.includes(own + 'mount.js') && !line.includes(own + 'hydrate.js'));
    return writer?.includes(own + 'vendor/') ? markup : null;
  },
});
`;
