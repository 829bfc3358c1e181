import { OWN_FOLDER } from '../library/own-folder.js';

/** Where generated types lie, relative to the library's root; `rootDirs` of a tsconfig lead here. */
export const TYPES_FOLDER = `${OWN_FOLDER}/types`;
