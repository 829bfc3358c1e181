/** Elements whose end tag can be left out, by the start tags that end them (HTML, section 13.1.2.4). */
const ENDED_BY: Readonly<Record<string, readonly string[]>> = {
  li: ['li'],
  dt: ['dt', 'dd'],
  dd: ['dt', 'dd'],
  option: ['option'],
  optgroup: ['option', 'optgroup'],
  rt: ['rt', 'rp'],
  rp: ['rt', 'rp'],
  tr: ['tr', 'td', 'th'],
  td: ['td', 'th'],
  th: ['td', 'th'],
  tbody: ['tr', 'td', 'th', 'tbody', 'thead', 'tfoot'],
  thead: ['tr', 'td', 'th', 'tbody', 'thead', 'tfoot'],
  tfoot: ['tr', 'td', 'th', 'tbody', 'thead', 'tfoot'],
};

/** Start tags that end a paragraph (HTML, section 13.2.6.4.7). */
const ENDS_PARAGRAPH: ReadonlySet<string> = new Set(
  (
    'address article aside blockquote center details dialog dir div dl dt dd fieldset figcaption figure footer form h1 h2 h3 h4 ' +
    'h5 h6 header hgroup hr li listing main menu nav ol p plaintext pre search section summary ul xmp table'
  ).split(' '),
);

/** What an element's content is closed off by: nothing outside of these is ended by a tag inside. */
const BOUNDARIES: ReadonlySet<string> = new Set(
  'applet button caption html marquee object table td template th foreignObject svg math'.split(' '),
);

/** Lists, whose items belong to the nearest of them. */
const LISTS: Readonly<Record<string, ReadonlySet<string>>> = {
  li: new Set(['ul', 'ol', 'menu', 'dir']),
  dt: new Set(['dl']),
  dd: new Set(['dl']),
  option: new Set(['select', 'datalist']),
  optgroup: new Set(['select']),
};

/**
 * How many of the open elements, the innermost last, a start tag ends: an element that has begun within one that ends, ends with it.
 */
export function endedBy(tag: string, open: readonly { name: string }[]): number {
  let ended = 0;
  const targets = ENDED_BY[tag] ?? [];
  for (let at = open.length - 1; at >= 0; at--) {
    const { name } = open[at]!;
    if (targets.includes(name)) ended = open.length - at;
    // What ends cells and rows does not look beyond the table, and cells are no boundary for it.
    else if (
      LISTS[tag]?.has(name) ||
      name === 'table' ||
      (BOUNDARIES.has(name) && name !== 'td' && name !== 'th')
    )
      break;
  }
  if (!ENDS_PARAGRAPH.has(tag)) return ended;
  for (let at = open.length - 1; at >= 0; at--) {
    const { name } = open[at]!;
    if (name === 'p') return Math.max(ended, open.length - at);
    if (BOUNDARIES.has(name)) break;
  }
  return ended;
}
