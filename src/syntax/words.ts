const KEPT_WORDS = new Set(
  (
    'arguments await break case catch class const continue debugger default delete do else enum eval export extends ' +
    'false finally for function if implements import in instanceof interface let new null package private protected ' +
    'public return static super switch this throw true try typeof undefined var void while with yield'
  ).split(' '),
);

/** True for a word that JavaScript keeps for itself. */
export function isKeptWord(name: string): boolean {
  return KEPT_WORDS.has(name);
}

/** True for a name that a variable or a parameter can have. */
export function isVariableName(name: string): boolean {
  return /^[A-Za-z_$][\w$]*$/.test(name) && !KEPT_WORDS.has(name);
}
