/** Something that TypeScript has against code: where, from 1, and what it says. */
export interface TypeScriptDiagnostic {
  path: string;
  line: number;
  column: number;
  message: string;
}

/**
 * Reads what a TypeScript compiler prints without colors: `path(line,column): error TS1234: message`, with more of the message on
 * indented lines. What is nothing of that is given as it stands.
 */
export function readTypeScriptOutput(output: string): { diagnostics: TypeScriptDiagnostic[]; rest: string } {
  const diagnostics: TypeScriptDiagnostic[] = [];
  const rest: string[] = [];
  for (const line of output.split(/\r?\n/)) {
    const match = /^(.+?)\((\d+),(\d+)\): error TS\d+: (.*)$/.exec(line);
    if (match) {
      const [, path, at, column, message] = match as unknown as [string, string, string, string, string];
      diagnostics.push({ path, line: Number(at), column: Number(column), message });
    } else if (/^\s/.test(line) && diagnostics.length > 0) diagnostics.at(-1)!.message += ` ${line.trim()}`;
    else rest.push(line);
  }
  return { diagnostics, rest: rest.join('\n').trim() };
}
