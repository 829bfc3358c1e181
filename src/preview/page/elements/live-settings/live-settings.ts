import { readAddress, type Settings } from '../../shared/view.js';
import type { Inside } from './live-settings.contract.yaml';

const PLAIN = readAddress({ pathname: '/', search: '' }).settings;

const WIDTHS = [0, 320, 400, 600, 800, 1024, 1280];
const ZOOMS = [0.5, 0.75, 1, 1.5, 2];

export const results = {
  now: ({ settings }: Inside): Settings => ({ ...PLAIN, ...(settings as Partial<Settings>) }),
  /** One that stands in the address joins those that can be chosen. */
  widths: (inside: Inside) => withOwn(WIDTHS, results.now(inside).width),
  zooms: (inside: Inside) => withOwn(ZOOMS, results.now(inside).view.zoom),
  schemes: () => ['auto', 'light', 'dark'],
};

export function toggle(element: Inside, name: string, event: Event) {
  const { checked } = event.currentTarget as HTMLInputElement;
  const rest = element.shown.filter((one) => one !== name);
  const frameworks = element.known
    .map((one) => one.name)
    .filter((one) => (one === name ? checked : rest.includes(one)));
  // One at least is shown.
  if (frameworks.length === 0) (event.currentTarget as HTMLInputElement).checked = true;
  else tell(element, { frameworks });
}

export function change(element: Inside, what: string, event: Event) {
  const { checked, value } = event.currentTarget as HTMLInputElement;
  const { view } = results.now(element);
  switch (what) {
    case 'width':
      tell(element, { width: Number(value) });
      break;
    case 'zoom':
      tell(element, { view: { ...view, zoom: Number(value) } });
      break;
    case 'scheme':
      tell(element, { view: { ...view, scheme: value as typeof view.scheme } });
      break;
    case 'direction':
      tell(element, { view: { ...view, direction: checked ? 'rtl' : 'ltr' } });
      break;
    case 'motion':
      tell(element, { view: { ...view, motion: checked ? 'reduced' : 'auto' } });
      break;
    case 'pictures':
      tell(element, { pictures: checked });
      break;
  }
}

function tell(element: Inside, changed: Partial<Settings>) {
  element.emit('settings-change', { settings: { ...results.now(element), ...changed } });
}

function withOwn(known: readonly number[], own: number): readonly number[] {
  return known.includes(own) ? known : [...known, own].sort((one, other) => one - other);
}
