/** A property's value as text; nothing gives the default. */
export function asText<Fallback>(
  value: unknown,
  fallback: Fallback,
  fits?: (text: string) => boolean,
): string | Fallback {
  if (value === undefined || value === null) return fallback;
  const text = String(value);
  return fits?.(text) === false ? fallback : text;
}

/** A number from a number or from an attribute's text; what is no number, or out of range, gives the default. */
export function asNumber<Fallback>(
  value: unknown,
  fallback: Fallback,
  least = -Infinity,
  most = Infinity,
  fits?: (number: number) => boolean,
): number | Fallback {
  if (value === undefined || value === null || (typeof value === 'string' && !value.trim())) return fallback;
  const number = Number(value);
  return number >= least && number <= most && fits?.(number) !== false ? number : fallback;
}

/** One of a list of values, or the default; attribute text stands for the value that is written so. */
export function asChoice<Value, Fallback>(
  value: unknown,
  choices: readonly Value[],
  fallback: Fallback,
): Value | Fallback {
  for (const choice of choices) if (choice === value) return choice;
  for (const choice of choices) if (String(choice) === value) return choice;
  return fallback;
}

/**
 * A consumer's data as it is, if it is of the right kind (`array`, `object`, `function`, or the name of a standard
 * class); else the default. What is in it is not looked at.
 */
export function asData<Fallback>(value: unknown, fallback: Fallback, kind: string): unknown {
  if (value === undefined || value === null) return fallback;
  const seen = Array.isArray(value) ? 'array' : typeof value;
  if (seen === kind) return value;
  // Objects of a standard class, also those of another window.
  return Object.prototype.toString.call(value) === `[object ${kind}]` ? value : fallback;
}
