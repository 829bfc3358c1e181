import type { EcmaScriptModule } from 'oxc-parser';

/** Everything that a module imports or passes on, in its own words, with the offset of each; `text` is its source. */
export function moduleRequests(
  { staticImports, staticExports, dynamicImports }: EcmaScriptModule,
  text: string,
): { from: string; offset: number }[] {
  const fixed = [
    ...staticImports.map(({ moduleRequest }) => moduleRequest),
    ...staticExports.flatMap(({ entries }) => entries.flatMap(({ moduleRequest }) => moduleRequest ?? [])),
  ];
  return [
    ...fixed.map(({ value, start }) => ({ from: value, offset: start })),
    ...dynamicImports.map(({ moduleRequest: { start, end } }) => ({
      from: text.slice(start + 1, end - 1),
      offset: start,
    })),
  ];
}
