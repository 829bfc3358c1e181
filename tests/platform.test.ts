import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';
import { PLATFORM_CASES, PLATFORM_ELEMENTS } from './platform-cases.js';

const built = new BuiltPage(PLATFORM_ELEMENTS);

beforeAll(() => built.start());
afterAll(() => built.stop());

/** What cases may use in the page, beside the platform. */
const KIT = `
  const make = (tag, more = {}) => Object.assign(document.createElement(tag), more);
  const place = document.createElement('div');
  document.body.append(place);
  const put = (markup) => { place.innerHTML = html(markup); return place.firstElementChild; };
  const add = (element) => place.appendChild(element);
  const text = (element, selector = 'b') => element.shadowRoot.querySelector(selector)?.textContent;
  const tick = () => new Promise((resolve) => setTimeout(resolve));
  const log = (globalThis.log = []);
  const caught = [];
  const note = (event) => { caught.push(event.message ?? String(event.reason)); event.preventDefault(); };
  window.addEventListener('error', note);
`;

describe('web-platform behavior of built elements', () => {
  it('is looked at in at least 120 cases, each with the section it rests on', () => {
    const all = Object.values(PLATFORM_CASES).flat();
    expect(all.length).toBeGreaterThanOrEqual(120);
    for (const [section] of all)
      expect(section).toMatch(/^(HTML|DOM|UI Events|CSSOM|Selectors|CSS Shadow) \d/);
    expect(new Set(all.map(([, title]) => title)).size).toBe(all.length);
  });

  describe.each(Object.entries(PLATFORM_CASES))('%s', (_, cases) => {
    it.for(cases)('%s: %s', async ([_section, _title, code, wanted], context) => {
      if (code.includes('moveBefore')) await built.needs(context, 'moveBefore', 'Element.prototype');
      const seen = await built.run(
        `${KIT}
        try { return JSON.parse(JSON.stringify((await (async () => { ${code} })()) ?? null)); }
        finally { place.remove(); window.removeEventListener('error', note); }`,
      );
      expect(seen).toEqual(wanted);
    });
  });
});
