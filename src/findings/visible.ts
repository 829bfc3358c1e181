/** Control characters, and marks that turn the direction of text around (Unicode, general categories Cc and Cf). */
// eslint-disable-next-line no-control-regex
const HIDDEN = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u061c\u200e\u200f\u202a-\u202e\u2066-\u2069]/g;

/** A text of somebody else's as it can be shown: what would act on a terminal, or hide something, is written out. */
export function visible(text: string): string {
  return text.replace(HIDDEN, (character) => {
    const code = character.codePointAt(0)!.toString(16).toUpperCase();
    return `<U+${code.padStart(4, '0')}>`;
  });
}
