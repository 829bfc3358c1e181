import * as fc from 'fast-check';

/** An element that a grammar made: its files, and what kind of form control it is. */
export interface ModelElement {
  contract: string;
  view: string;
  behavior: string;
  /** Members of the control that script can set, beside the properties that all elements of the model have. */
  live: string[];
}

/** One thing that happens to an element. */
export type Change =
  { set: Record<string, unknown> } | { open: boolean } | { rows: Row[] } | { again: true } | { reset: true };

export interface Row {
  id: number;
  name: string;
  kids: { id: number; name: string }[];
}

const PLAIN = { noNullPrototype: true } as const;
const word = fc.constantFrom('', 'a', 'b', 'tern', '<b>', '0');
const kids = fc.array(fc.record({ id: fc.nat(4), name: word }, PLAIN), { maxLength: 3 });
/** Ids meet each other, so that keys change their places; now and then two items share one. */
const row = fc.record({ id: fc.nat(7), name: word, kids }, PLAIN);
const anyRows = fc.oneof(
  { weight: 4, arbitrary: fc.uniqueArray(row, { maxLength: 7, selector: ({ id }) => id }) },
  { weight: 1, arbitrary: fc.array(row, { maxLength: 5 }) },
);

/** The properties that all elements of the model have. */
export const PROPERTIES = `  text: { type: string, default: '' }
  flag: { type: boolean, reflect: true }
  size: { enum: [small, large], default: small }
  count: { type: number, default: 0 }
  rows: { type: array, items: { type: object, properties: { id: { type: number }, name: { type: string }, kids: { type: array, items: { type: object, properties: { id: { type: number }, name: { type: string } }, required: [id, name] } } }, required: [id, name, kids] }, default: [] }
`;

const BEHAVIOR = `export const state = () => ({ open: false, noted: 0 });
export const results = { total: (inside) => inside.rows.length + inside.count };
export function setOpen(inside, open) { inside.state.open = open; }
export function shout(inside, name) { return name.toUpperCase() + inside.size; }
export function note(inside) { inside.state.noted = 1; }
`;

/** What an expression can name where it stands. */
interface Scope {
  items: string[];
  depth: number;
}

/** Conditions and texts by what is in scope. */
const condition = ({ items }: Scope): fc.Arbitrary<string> =>
  fc.constantFrom(
    'flag',
    'open',
    'rows.length',
    'count > 1',
    "size.startsWith('l')",
    ...items.flatMap((item) => [`${item}.name`, `${item}.id % 2`]),
  );
const shown = ({ items }: Scope): fc.Arbitrary<string> =>
  fc.constantFrom(
    '{text}',
    '{count}',
    '{total}',
    'so {size}, {text}',
    '{shout(text)}',
    "{flag ? 'on' : ''}",
    ...items.flatMap((item) => [`{${item}.name}`, `{${item}.id}: {text}`, `{shout(${item}.name)}`]),
  );

/** Some nodes of a view, of which there are fewer the deeper they stand. */
function nodes(scope: Scope): fc.Arbitrary<string> {
  return fc
    .array(node(scope), { minLength: 1, maxLength: scope.depth > 2 ? 1 : 3 })
    .map((all) => all.join(''));
}

function node(scope: Scope): fc.Arbitrary<string> {
  const leaves = [shown(scope), field(scope)];
  if (scope.depth > 3) return fc.oneof(...leaves);
  return fc.oneof(...leaves, element(scope), conditional(scope), list(scope), list(scope), chosen(scope));
}

function field(scope: Scope): fc.Arbitrary<string> {
  const value = scope.items.length > 0 ? `${scope.items.at(-1)}.name` : 'text';
  return fc.constantFrom(
    `<input value="{${value}}" oninput="note()">`,
    '<input type="checkbox" checked="{flag}" onchange="note()">',
    `<textarea value="{${value}}" oninput="note()"></textarea>`,
    '<progress value="{count}" max="9"></progress>',
  );
}

const element = (scope: Scope): fc.Arbitrary<string> =>
  fc
    .tuple(fc.constantFrom('p', 'b', 'ul'), shown(scope), condition(scope), nodes(deeper(scope)))
    .map(
      ([tag, title, map, inner]) =>
        `<${tag === 'p' ? 'div' : tag} title="${title}" class="x {({ on: ${map} })}">${inner}</${tag === 'p' ? 'div' : tag}>`,
    );

const conditional = (scope: Scope): fc.Arbitrary<string> =>
  fc
    .tuple(condition(scope), nodes(deeper(scope)), fc.option(nodes(deeper(scope))))
    .map(
      ([when, inner, other]) =>
        `<template when="${when.replaceAll('>', '&gt;')}">${inner}</template>${other === null ? '' : `<template otherwise>${other}</template>`}`,
    );

function list(scope: Scope): fc.Arbitrary<string> {
  const outer = scope.items.at(-1);
  const name = outer === undefined ? 'row' : outer === 'row' ? 'kid' : undefined;
  if (name === undefined) return shown(scope);
  const over = fc.constantFrom(...(outer === undefined ? ['rows'] : [`${outer}.kids`, 'rows']));
  return fc
    .tuple(
      over,
      fc.boolean(),
      fc.constantFrom('', `${name}.id`, `${name}.id + ':' + ${name}.name`),
      nodes({
        items: [...scope.items, name],
        depth: scope.depth + 1,
      }),
    )
    .map(([from, indexed, key, inner]) => {
      // The kids of rows are no rows: what an inner item has must be there in both.
      const index = indexed ? `, ${name}At` : '';
      const body = indexed ? `${inner}{${name}At}` : inner;
      return `<template for-each="${name}${index} of ${from}"${key && ` key="${key}"`}>${body}</template>`;
    });
}

const chosen = (scope: Scope): fc.Arbitrary<string> =>
  fc
    .tuple(condition(scope), nodes(deeper(scope)))
    .map(
      ([when, inner]) =>
        `<b local-name="{${when.replaceAll('>', '&gt;')} ? 'b' : 'section'}" local-names="b section">${inner}</b>`,
    );

const deeper = ({ items, depth }: Scope): Scope => ({ items, depth: depth + 1 });

const start: Scope = { items: [], depth: 0 };

interface Control {
  native: string;
  markup: fc.Arbitrary<string>;
  live: ModelElement['live'];
  shows: string;
}

const ROWS_AS_OPTIONS =
  '<template for-each="row of rows" key="row.id"><option value="{row.id}">{row.name}</option></template>';
const CONTROLS: Control[] = [
  {
    native: 'input',
    markup: fc.constantFrom('<input part="control">', '<input part="control" placeholder="{text}">'),
    live: ['value', 'required', 'disabled'],
    shows: '{value} {value.length}',
  },
  {
    native: 'input',
    markup: fc.constant('<input part="control" type="checkbox">'),
    live: ['checked', 'required'],
    shows: "{checked ? 'checked' : 'not'}",
  },
  {
    native: 'textarea',
    markup: fc.constant('<textarea part="control"></textarea>'),
    live: ['value', 'required'],
    shows: '{value}',
  },
  {
    native: 'select',
    markup: fc.constantFrom(
      `<select part="control">${ROWS_AS_OPTIONS}</select>`,
      `<select part="control"><option value="">none</option>${ROWS_AS_OPTIONS.replace(' key="row.id"', '')}</select>`,
      '<select part="control"><option>a</option><option>b</option><template when="flag"><option>tern</option></template></select>',
    ),
    live: ['value', 'required'],
    shows: '{value}',
  },
];

const plain = nodes(start).map((view): ModelElement => ({
  contract: contractOf(''),
  view,
  behavior: BEHAVIOR,
  live: [],
}));
const ofForms = nodes(start).map((view): ModelElement => ({
  contract: contractOf('form: { value: text }\n'),
  view,
  behavior: BEHAVIOR,
  live: [],
}));
const aroundControls = fc.constantFrom(...CONTROLS).chain(({ native, markup, live, shows }) =>
  fc
    .tuple(nodes({ items: [], depth: 2 }), markup, fc.constantFrom('', shows))
    .map(([before, control, after]): ModelElement => ({
      contract: contractOf(`parts: { control: {} }\npassthrough: { to: control, native: ${native} }\n`),
      view: `${before}${control}<p>${after}</p>`,
      behavior: BEHAVIOR,
      live,
    })),
);

/** The contract of an element of the model, less its tag. */
function contractOf(more: string): string {
  return `properties:\n${PROPERTIES}methods: { setOpen: { parameters: [{ name: open, schema: { type: boolean } }] } }\n${more}`;
}

const change = fc.oneof(
  {
    weight: 5,
    arbitrary: fc
      .record(
        {
          text: word,
          flag: fc.boolean(),
          size: fc.constantFrom('small', 'large'),
          count: fc.nat(3),
          rows: anyRows,
          value: fc.oneof(word, fc.nat(7).map(String)),
          checked: fc.boolean(),
          required: fc.boolean(),
          disabled: fc.boolean(),
        },
        { requiredKeys: [], noNullPrototype: true },
      )
      .map((set): Change => ({ set })),
  },
  { weight: 4, arbitrary: anyRows.map((rows): Change => ({ rows })) },
  { weight: 1, arbitrary: fc.boolean().map((open): Change => ({ open })) },
  { weight: 1, arbitrary: fc.constant<Change>({ again: true }) },
  { weight: 1, arbitrary: fc.constant<Change>({ reset: true }) },
);

/** An element and what happens to it; members that the element has not are left alone. */
export const trial: fc.Arbitrary<{ element: ModelElement; changes: Change[] }> = fc.record(
  {
    element: fc.oneof(
      { weight: 4, arbitrary: plain },
      { weight: 1, arbitrary: ofForms },
      { weight: 2, arbitrary: aroundControls },
    ),
    changes: fc.array(change, { minLength: 1, maxLength: 6 }),
  },
  PLAIN,
);
