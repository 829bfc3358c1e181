/** The address that could not be loaded, so that another one is tried again. */
export const state = () => ({ failed: undefined as string | undefined });
