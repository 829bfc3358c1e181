/** Frameworks whose components can stand behind a contract. */
export const COMPONENT_FRAMEWORKS = ['react', 'preact', 'vue', 'svelte', 'solid'] as const;

export type ComponentFramework = (typeof COMPONENT_FRAMEWORKS)[number];
