const TEXT = 'text search url tel email password';
const TIME = 'date month week time datetime-local';
const NUMERIC = `${TIME} number range`;
const BUTTON = 'submit reset button image';

/** Members of an input that only some types have: its attributes, and what it holds beside them (HTML, section 4.10.5). */
const ONLY: Readonly<Record<string, string>> = {
  accept: 'file',
  alpha: 'color',
  alt: 'image',
  autocomplete: `${TEXT} ${NUMERIC} color hidden`,
  capture: 'file',
  checked: 'checkbox radio',
  colorspace: 'color',
  dirname: `${TEXT} hidden`,
  formaction: 'submit image',
  formenctype: 'submit image',
  formmethod: 'submit image',
  formnovalidate: 'submit image',
  formtarget: 'submit image',
  height: 'image',
  indeterminate: 'checkbox',
  list: `text search url tel email ${NUMERIC} color`,
  max: NUMERIC,
  maxlength: TEXT,
  min: NUMERIC,
  minlength: TEXT,
  multiple: 'email file',
  pattern: TEXT,
  placeholder: `${TEXT} number`,
  popovertarget: BUTTON,
  popovertargetaction: BUTTON,
  readonly: `${TEXT} ${TIME} number`,
  required: `${TEXT} ${TIME} number checkbox radio file`,
  selectionEnd: 'text search url tel password',
  selectionStart: 'text search url tel password',
  size: TEXT,
  src: 'image',
  step: NUMERIC,
  valueAsNumber: NUMERIC,
  width: 'image',
};

/** True if inputs of one of these types have an attribute, or a member that they hold. */
export function inputHas(member: string, types: readonly string[]): boolean {
  const only = Object.hasOwn(ONLY, member) ? ONLY[member]!.split(' ') : undefined;
  return only === undefined || types.some((type) => only.includes(type));
}
