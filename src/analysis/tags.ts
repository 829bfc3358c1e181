import { readDocument } from '../contract/read-document.js';
import { contractSchema } from '../contract/schema.js';
import type { Finding } from '../findings/finding.js';
import { report } from '../findings/report.js';
import type { Library } from '../library/open-library.js';
import { unknownNames } from './unknown-names.js';

/** Each tag belongs to one element, the first of the library that has it; `tags` are known by their contract's file. */
export function checkTags(tags: ReadonlyMap<string, string>, library: Library): Finding[] {
  const files = new Map<string, string>();
  return library.elements.flatMap(({ contract: { file, text } }) => {
    const tag = tags.get(file);
    if (tag === undefined) return [];
    const other = files.get(tag);
    files.set(tag, file);
    if (other === undefined) return [];
    return [
      report(
        'tag/duplicate',
        { file, ...readDocument(file, text, contractSchema).locate(['tag']) },
        `The tag "${tag}" already belongs to ${other}.`,
        'Give one of the two another tag.',
      ),
    ];
  });
}

/** What the configuration accepts is of elements that the library has. */
export function checkAcceptedTags(tags: ReadonlyMap<string, string>, library: Library): Finding[] {
  const { config, elements } = library;
  // Without its contract, nobody knows an element's tag.
  if (tags.size < elements.length) return [];
  const known = [...tags.values()];
  return config.accept.flatMap(({ element = [] }, index) =>
    unknownNames(library, 'element', 'library/unknown-element', known, element, ['accept', index, 'element']),
  );
}
