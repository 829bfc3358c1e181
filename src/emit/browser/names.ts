import { VIEW_GLOBALS } from '../../view/resolve.js';
import type { ViewTree } from '../../view/view-tree.js';
import { unique } from '../../syntax/unique.js';
import { renamedNames } from '../author-code.js';

/** Names that the code of an element's module uses itself, beside those that are made for it. */
export const OWN = [
  // Of JavaScript and of the page.
  ...'Boolean Math Number Object RegExp undefined'.split(' '),
  // Constants of the module, parameters and variables.
  ...'before behavior changed disabled event filled host index inside item now number outer results setup state'.split(
    ' ',
  ),
  ...'styles text value values'.split(' '),
  // What it imports from the runtime.
  ...'arrive ControlElement PassingElement ViewElement adoptStyle ariaAttributes asChoice asData asNumber asText'.split(
    ' ',
  ),
  ...'byLocalName choose classNames copy filledSlots formMembers giveSlot inDocument insideClass insideOf internalsOf endConnection'.split(
    ' ',
  ),
  ...'liveMembers mark memberKey nativeMembers passTo react reflect registerProperties relay sending'.split(
    ' ',
  ),
  ...'remember renamed repeat result setAddress setAttribute setForeign setFormValue setLinked setState'.split(
    ' ',
  ),
  ...'callHandle callWaiting component componentInside componentView watchControl keepMounted mount shownSlots slot'.split(
    ' ',
  ),
  ...'UNSEEN chooseOver claim claimed hearPicture keepAddress keepAttribute keepLive keepText keepingRoot passOver receive repeatOver takingOver'.split(
    ' ',
  ),
  ...'setValidity stampItems styleSheet submitState takeOver template together watchSlots watchTemplates writeStyle'.split(
    ' ',
  ),
];

/**
 * The names of one module. What an author writes keeps its name unless the module uses that name itself; what the module
 * needs names for gets ones that nobody uses.
 */
export class ModuleNames {
  readonly #taken: Set<string>;
  /** Names of the author's that are called otherwise here. */
  readonly renamed: ReadonlyMap<string, string>;

  constructor({ bound }: ViewTree, more: Iterable<string>) {
    const own = new Set([...OWN, ...more]);
    this.renamed = renamedNames(bound, own);
    this.#taken = new Set([...own, ...VIEW_GLOBALS, ...bound, ...this.renamed.values()]);
  }

  /** A name like this one that nothing else has in the module. */
  make(name: string): string {
    return unique(name, this.#taken);
  }
}
