import type { Behavior } from '../behavior/read-behavior.js';
import type { Contract, Sample, Trait } from '../contract/model.js';
import type { Locate } from '../contract/read-document.js';
import type { Finding } from '../findings/finding.js';
import type { AppliedTrait } from '../view/effects.js';
import type { ParsedView } from '../view/parse-view.js';
import type { ViewTree } from '../view/view-tree.js';
import type { ElementFolder, Library } from './open-library.js';

/** One element of a library with everything that is known of it. */
export interface LibraryElement {
  folder: ElementFolder;
  contract: Contract;
  behavior: Behavior | undefined;
  /** Traits that do something in it. */
  traits: AppliedTrait[];
  view: ParsedView | undefined;
  /** Undefined where the view or the behavior has errors. */
  tree: ViewTree | undefined;
  /** The element's style, minified; empty if it has none. */
  css: string;
  samples: Sample[];
  locateSample: Locate;
}

/** A library that was read and checked. */
export interface Analysis {
  library: Library;
  /** Elements whose contract could be read, by folder. */
  elements: LibraryElement[];
  /** Style sheets that every element adopts, minified, in their order. */
  styles: { file: string; css: string }[];
  traits: Trait[];
  /** All findings, in reading order. */
  findings: Finding[];
}
