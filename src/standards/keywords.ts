/** An enumerated attribute (HTML, section 2.3.3): its keywords, and what its property gives without one of them. */
export interface Enumerated {
  keywords: readonly string[];
  /** What the property gives where the attribute is missing. */
  missing: string;
  /** What it gives where the attribute holds something else. */
  invalid: string;
}

function enumerated(keywords: string, missing = '', invalid = missing): Enumerated {
  return { keywords: keywords.split(' '), missing, invalid };
}

const REFERRER_POLICIES = enumerated(
  'no-referrer no-referrer-when-downgrade same-origin origin strict-origin origin-when-cross-origin strict-origin-when-cross-origin unsafe-url',
);
const METHODS = 'get post dialog';
const ENCODINGS = 'application/x-www-form-urlencoded multipart/form-data text/plain';

/** Attributes that are enumerated wherever they stand (HTML, index of attributes). */
const ANYWHERE: Readonly<Record<string, Enumerated>> = {
  crossorigin: enumerated('anonymous use-credentials', '', 'anonymous'),
  decoding: enumerated('sync async auto', 'auto'),
  enctype: enumerated(ENCODINGS, 'application/x-www-form-urlencoded'),
  fetchpriority: enumerated('high low auto', 'auto'),
  formenctype: enumerated(ENCODINGS, '', 'application/x-www-form-urlencoded'),
  formmethod: enumerated(METHODS, '', 'get'),
  loading: enumerated('lazy eager', 'eager'),
  method: enumerated(METHODS, 'get'),
  popovertargetaction: enumerated('toggle show hide', 'toggle'),
  preload: enumerated('auto metadata none', 'metadata'),
  referrerpolicy: REFERRER_POLICIES,
};

/** Attributes that are enumerated on one element. */
const BY_ELEMENT: Readonly<Record<string, Readonly<Record<string, Enumerated>>>> = {
  button: { type: enumerated('submit reset button', 'submit') },
  form: { autocomplete: enumerated('on off', 'on') },
  input: {
    type: enumerated(
      'hidden text search tel url email password date month week time datetime-local number range color checkbox radio file submit image reset button',
      'text',
    ),
  },
  th: { scope: enumerated('row col rowgroup colgroup') },
  track: { kind: enumerated('subtitles captions descriptions chapters metadata', 'subtitles', 'metadata') },
};

/** What an attribute of a native element is limited to; undefined if it takes any text. */
export function enumeratedAttribute(tag: string, attribute: string): Enumerated | undefined {
  return (
    BY_ELEMENT[tag]?.[attribute] ?? (Object.hasOwn(ANYWHERE, attribute) ? ANYWHERE[attribute] : undefined)
  );
}
