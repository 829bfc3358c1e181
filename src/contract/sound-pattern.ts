import { createContext, Script, type Context } from 'node:vm';

/** How long a pattern may look at a short text, in milliseconds; one that people wrote takes none. */
const PATIENCE = 250;

/** How long the texts are on which a pattern is tried: exponential time shows on them. */
const LENGTH = 32;

let room: Context | undefined;
const known = new Map<string, string | undefined>();

/**
 * What is wrong with a `pattern` of JSON Schema (ECMA-262, with the flag u): it is no regular expression, or there are short texts
 * on which matching takes exponential time. Undefined if it can be used.
 */
export function patternProblem(pattern: string): string | undefined {
  if (!known.has(pattern)) known.set(pattern, findProblem(pattern));
  return known.get(pattern);
}

function findProblem(pattern: string): string | undefined {
  try {
    void RegExp(pattern, 'u');
  } catch (error) {
    return `It is no regular expression: ${(error as Error).message.replace(/^Invalid regular expression: /, '')}.`;
  }
  // Without something that repeats, nothing can take long.
  if (!/[*+{]/.test(pattern)) return undefined;
  const letters = new Set([
    'a',
    'A',
    '0',
    ' ',
    '-',
    ...(pattern.replace(/\\./g, '').match(/[\p{L}\p{N}_\-/.,:]/gu) ?? []).slice(0, 12),
  ]);
  const texts = [...letters].flatMap((letter) => [
    `${letter.repeat(LENGTH)}\u0000`,
    `${`${letter}a`.repeat(LENGTH / 2)}\u0000`,
  ]);
  room ??= createContext(Object.create(null) as Context);
  Object.assign(room, { pattern, texts });
  try {
    new Script('texts.forEach((text) => new RegExp(pattern, "u").test(text))').runInContext(room, {
      timeout: PATIENCE,
    });
    return undefined;
  } catch {
    return 'Matching takes exponential time on some short strings: one repetition stands inside another. Make the parts unambiguous.';
  }
}
