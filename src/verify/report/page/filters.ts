import type { ReportData } from '../report-data.js';
import { make } from './make.js';
import type { Filters, State } from './state.js';

/** Fills the form with a control for each filter; gives a function that shows a state in them. */
export function fillFilters(
  form: HTMLFormElement,
  { columns, facets }: ReportData,
  changed: (filters: Filters) => void,
): (state: State) => void {
  const unique = (values: string[]): string[] => [...new Set(values)];
  const verdicts = [
    ['fails', 'fails'],
    ['care', 'needs care'],
    ['unchecked', 'not checked'],
    ['accepted', 'accepted'],
    ['general', 'framework notes'],
    ['fits', 'all fit'],
  ] as const;
  const controls: Record<keyof Filters, HTMLInputElement | HTMLSelectElement> = {
    verdict: choice(verdicts),
    element: make('input', { type: 'search', placeholder: 'part of a tag', spellcheck: 'false' }),
    framework: choice(unique(columns.map(({ framework }) => framework)).map((name) => [name, name])),
    browser: choice(unique(columns.map(({ browser }) => browser)).map((name) => [name, name])),
    facet: choice(facets.map(({ name }) => [name, name])),
  };
  const labels = {
    verdict: 'Verdict',
    element: 'Element',
    framework: 'Framework',
    browser: 'Browser',
    facet: 'Facet',
  };
  const read = (): Filters =>
    Object.fromEntries(
      Object.entries(controls).map(([name, { value }]) => [name, value]),
    ) as unknown as Filters;
  for (const [name, control] of Object.entries(controls))
    form.append(make('label', {}, labels[name as keyof Filters], control));
  const reset = make('button', { type: 'reset' }, 'Show all');
  form.append(reset);
  form.addEventListener('input', () => changed(read()));
  form.addEventListener('submit', (event) => event.preventDefault());
  form.addEventListener('reset', () => setTimeout(() => changed(read())));
  return (state) => {
    for (const [name, control] of Object.entries(controls)) {
      const wanted = state[name as keyof Filters];
      if (control.value !== wanted) control.value = wanted;
    }
  };
}

function choice(options: readonly (readonly [value: string, text: string])[]): HTMLSelectElement {
  return make(
    'select',
    {},
    make('option', { value: '' }, 'all'),
    ...options.map(([value, text]) => make('option', { value }, text)),
  );
}
