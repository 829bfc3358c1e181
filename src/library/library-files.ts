/** A text file of the library; its path is relative to the root, with forward slashes. */
export interface SourceFile {
  file: string;
  text: string;
}

/** A style sheet; one that was compiled has the map that leads back to its source. */
export interface StyleFile extends SourceFile {
  map?: string;
  /** What the author wrote, where `text` was compiled from it. */
  source?: string;
  /** Absolute paths of the files that it imports, where it was compiled. */
  imports?: string[];
}

/** The files of one element; only the contract is always there. */
export interface ElementFolder {
  /** Path of the folder relative to the root. */
  folder: string;
  /** Names of all files in the folder. */
  names: string[];
  contract: SourceFile;
  view: SourceFile | undefined;
  style: StyleFile | undefined;
  behavior: SourceFile | undefined;
  samples: SourceFile | undefined;
  /** The module of a class that it wraps, if there is one beside the contract. */
  wrapped: SourceFile | undefined;
}

/** The files of a trait: what it adds to contracts, and what it does. */
export interface TraitFiles extends SourceFile {
  behavior: SourceFile | undefined;
}
