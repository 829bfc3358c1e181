/**
 * How long drivers let a script run, in milliseconds: those who ask give up much earlier. WebKit's keeps a timeout of that
 * length in the page meanwhile.
 */
export const SCRIPT_LIMIT = 3_600_000;
