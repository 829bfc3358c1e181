/** A name that is not among those taken, by a number behind it where needed; it is taken from then on. */
export function unique(name: string, taken: Set<string>): string {
  let result = name;
  // Beyond a few, numbers go on from how many names there are: views with thousands of nodes stay quick.
  for (let count = 2; taken.has(result); count = count < 20 ? count + 1 : Math.max(count + 1, taken.size)) {
    result = `${name}${count}`;
  }
  taken.add(result);
  return result;
}
