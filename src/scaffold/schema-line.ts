/** The first line of a file that says which schema it follows; editors read it. */
export function schemaLine(name: 'contract' | 'trait' | 'samples' | 'library', folder: string): string {
  const up = folder === '' ? './' : '../'.repeat(folder.split('/').length);
  return `# yaml-language-server: $schema=${up}node_modules/lastwright/dist/schemas/${name}.schema.json\n`;
}
