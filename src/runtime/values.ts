/** A property's value as text; nothing gives the default. */
export function asText<Fallback>(value: unknown, fallback: Fallback): string | Fallback {
  return value === undefined || value === null ? fallback : String(value);
}

/** A number from a number or from an attribute's text; what is no number, or out of range, gives the default. */
export function asNumber<Fallback>(
  value: unknown,
  fallback: Fallback,
  least = -Infinity,
  most = Infinity,
  whole = false,
): number | Fallback {
  if (typeof value === 'number') {
    return value >= least && value <= most && (!whole || Number.isInteger(value)) ? value : fallback;
  }
  if (value === undefined || value === null || (typeof value === 'string' && !value.trim())) return fallback;
  const number = Number(value);
  return number >= least && number <= most && (!whole || Number.isInteger(number)) ? number : fallback;
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
