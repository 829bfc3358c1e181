import { createHash } from 'node:crypto';

/** A page for probes: an import map, and the module with the probes at its address; `policy` is its Content-Security-Policy, if it has one. */
export function pageHtml(
  tag: string,
  probes: string,
  imports: Record<string, string>,
  scopes: Record<string, Record<string, string>>,
  policy?: string,
): string {
  const map = JSON.stringify({ imports, scopes }).replace(/</g, '\\u003c');
  // The import map is the only script in the page's own text; a policy names it by its hash.
  const hash = createHash('sha256').update(map).digest('base64');
  const meta = policy
    ? `<meta http-equiv="Content-Security-Policy" content="${policy} 'sha256-${hash}'">\n`
    : '';
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
${meta}<link rel="icon" href="data:,">
<title>${tag}</title>
<script type="importmap">${map}</script>
</head>
<body>
<script type="module" src="${probes}"></script>
</body>
</html>
`;
}
