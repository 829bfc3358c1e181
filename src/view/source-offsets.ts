import { decodeHTML, decodeHTMLAttribute } from 'entities';

/** Leads from an offset in a decoded text (of a text node or an attribute) to its offset in the file. */
export type ToFile = (offset: number) => number;

const REFERENCE = /^&(?:#[xX]?[0-9a-fA-F]+|[A-Za-z][A-Za-z0-9]*);?/;

/**
 * Maps a parsed text back to its source. Character references and line ends are written with more
 * characters than they stand for, so the two are walked side by side where the source has any.
 */
export function sourceOffsets(raw: string, decoded: string, start: number, inAttribute: boolean): ToFile {
  if (raw.startsWith(decoded)) return (offset) => start + offset;
  const decode = inAttribute ? decodeHTMLAttribute : decodeHTML;
  const offsets: number[] = [];
  let at = 0;
  while (offsets.length < decoded.length && at < raw.length) {
    const reference = raw[at] === '&' ? REFERENCE.exec(raw.slice(at, at + 40))?.[0] : undefined;
    const meant = reference && decode(reference);
    if (reference && meant !== reference && decoded.startsWith(meant!, offsets.length)) {
      for (let count = 0; count < meant!.length; count++) offsets.push(at);
      at += reference.length;
    } else if (raw[at] === '\r' && raw[at + 1] === '\n') at++;
    else offsets.push(at++);
  }
  return (offset) => start + (offsets[offset] ?? at);
}
