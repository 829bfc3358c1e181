/** A function that does its work when it is first called, and gives the same promise from then on. */
export function once<Value>(work: () => Promise<Value>): () => Promise<Value> {
  let done: Promise<Value> | undefined;
  return () => (done ??= work());
}
