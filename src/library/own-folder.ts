/** The tool's own folder in a library, which ignores itself in git. */
export const OWN_FOLDER = '.lastwright';
