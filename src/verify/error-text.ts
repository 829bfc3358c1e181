/** What stands for a value that throws when it is looked at. */
const UNREADABLE = 'a value that cannot be read was thrown';

/**
 * What was thrown, as text; never throws. Elements can throw anything: a proxy whose traps throw, an object without a prototype, an
 * exception of the DOM, whose text some browsers leave out of the event that tells of it.
 */
export function errorText(thrown: unknown): string {
  try {
    if (thrown instanceof Error || thrown instanceof DOMException)
      return String(thrown.message) || String(thrown.name);
    return String(thrown);
  } catch {
    return UNREADABLE;
  }
}

/** The same with the name of an error before its text: `TypeError: x is undefined`. */
export function namedErrorText(thrown: unknown): string {
  try {
    return String(thrown) || UNREADABLE;
  } catch {
    return UNREADABLE;
  }
}

/** Where something was thrown, as the browser writes it; nothing for what is no error. Never throws. */
export function stackOf(thrown: unknown): string {
  try {
    return String((thrown as { stack?: unknown } | null | undefined)?.stack ?? '');
  } catch {
    return '';
  }
}

/** What an error event says; browsers leave it empty for some exceptions of the DOM. */
export function eventText({ message, error }: Pick<ErrorEvent, 'message' | 'error'>): string {
  return /^(?:uncaught(?: exception:?)?)?\s*$/i.test(message) ? `Uncaught ${namedErrorText(error)}` : message;
}
