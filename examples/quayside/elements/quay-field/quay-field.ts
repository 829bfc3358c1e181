import type { Inside } from './quay-field.contract.yaml';

/** Takes over what a person writes, and says so. */
export function edit(field: Inside, event: Event) {
  field.value = (event.currentTarget as HTMLInputElement).value;
  field.emit('field-change', { value: field.value });
}

export function empty(field: Inside) {
  field.value = '';
}

export const states = {
  empty: (field: Inside) => field.value === '',
};

/** What a form is told of the value. */
export function validity(field: Inside) {
  if (!field.needed || field.value !== '') return undefined;
  return { valueMissing: true, message: `Write something for "${field.label}".`, at: field.parts.field };
}
