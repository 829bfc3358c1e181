/** How values become nodes of YAML: nobody writes anchors for what happens to be the same. */
export const PLAIN = { aliasDuplicateObjects: false } as const;
