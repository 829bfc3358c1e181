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

/** The same on one line: what begins another line in somebody's words would look like a line of ours. */
export function visibleLine(text: string): string {
  return visible(text.replace(/[^\S\n]*(?:[\n\u2028\u2029][^\S\n]*)+|\t/g, ' '));
}

/** A name, such as that of a file, with all that is no letter of one line written out. */
export function visibleName(name: string): string {
  return visible(name).replace(/[\t\n\u2028\u2029]/g, (character) => {
    const code = character.codePointAt(0)!.toString(16).toUpperCase();
    return `<U+${code.padStart(4, '0')}>`;
  });
}

/**
 * Text for people without what machines that read along take for commands: at the start of a line, `::` and `##[` speak to runners
 * of workflows, whatever space is before them.
 */
export function withoutCommands(text: string): string {
  return text.replace(/^([^\S\n]*)(?=::|##\[)/gm, '$1\u2060');
}
