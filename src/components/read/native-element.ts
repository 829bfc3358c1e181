/** The element whose attributes these are, as far as they tell. */
export function nativeElement(names: readonly string[]): string | undefined {
  const has = new Set(names.map((name) => name.toLowerCase()));
  if (has.has('checked') && has.has('maxlength')) return 'input';
  if (has.has('rows') && has.has('cols')) return 'textarea';
  if (has.has('formaction')) return 'button';
  if (has.has('href') && has.has('download')) return 'a';
  if (has.has('srcset') && has.has('alt')) return 'img';
  if (has.has('multiple') && has.has('size')) return 'select';
  return undefined;
}
