/** Manifests name modules by their sources now and then: the path of the script that is made of one. */
export function shippedAs(path: string): string {
  return path.replace(/\.[mc]?tsx?$/, '.js');
}
