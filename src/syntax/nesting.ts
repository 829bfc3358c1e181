/** So many brackets of a module can be open at once: far less than parsers can follow, and far more than people write. */
export const DEEPEST_MODULE = 1000;

/** Comments, strings and escaped characters, in which brackets mean nothing; runs of prefix operators; and the brackets. */
const TOKENS =
  /\/\*[\s\S]*?(?:\*\/|$)|"(?:[^"\\\n]|\\[\s\S])*"?|'(?:[^'\\\n]|\\[\s\S])*'?|\\[\s\S]|(?:[!~+-]\s*){50,}|[{}()[\]]/g;

/**
 * Where a style sheet or a module opens more than so many brackets (or prefix operators) inside of each other, as an offset; undefined
 * where it does not. Parsers that are no JavaScript take the whole process down with them when they run out of stack.
 */
export function tooDeepAt(text: string, deepest: number): number | undefined {
  let open = 0;
  for (const { 0: token, index } of text.matchAll(TOKENS)) {
    const first = token[0]!;
    if ('{(['.includes(first)) open++;
    else if ('})]'.includes(first)) open = Math.max(0, open - 1);
    if (open > deepest || ('!~+-'.includes(first) && token.length > deepest)) return index;
  }
  return undefined;
}
