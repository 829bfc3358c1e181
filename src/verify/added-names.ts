/** What a list of names has more of than an earlier one, with how often: `5 x resize on window`. */
export function addedNames(before: readonly string[], after: readonly string[]): string {
  const count = (all: readonly string[], name: string): number => all.filter((one) => one === name).length;
  return [...new Set(after)]
    .map((name) => [name, count(after, name) - count(before, name)] as const)
    .filter(([, more]) => more > 0)
    .map(([name, more]) => `${more} x ${name}`)
    .join(', ');
}
