import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';

function control(native: string, html: string): Record<string, string> {
  const tag = `quay-${native}`;
  return {
    [`elements/${tag}/${tag}.contract.yaml`]: `contract: 1\ntag: ${tag}\nslots: { default: {} }\nparts: { control: {} }\npassthrough: { to: control, native: ${native} }\n`,
    [`elements/${tag}/${tag}.html`]: html,
  };
}

const built = new BuiltPage({
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "controls", "version": "1.0.0" }',
  ...control('input', '<input part="control"><slot></slot>'),
  ...control('textarea', '<textarea part="control"></textarea><slot></slot>'),
  ...control('select', '<select part="control"><option>a</option></select><slot></slot>'),
  ...control('button', '<button part="control"><slot></slot></button>'),
  ...control('a', '<a part="control"><slot></slot></a>'),
  'elements/quay-off/quay-off.contract.yaml':
    'contract: 1\ntag: quay-off\nparts: { control: {} }\npassthrough: { to: control, native: input }\n',
  'elements/quay-off/quay-off.html': '<input part="control" disabled>',
  'elements/quay-turn/quay-turn.contract.yaml':
    'contract: 1\ntag: quay-turn\nparts: { control: {} }\nproperties: { map: { type: object, default: {} }, link: { type: string } }\npassthrough: { to: control, native: button }\n',
  'elements/quay-turn/quay-turn.html':
    '<i>before</i><button part="control" class="{map}" style="{map}" local-name="{link ? \'a\' : \'button\'}" local-names="a button" href="{link}">Go</button><b>after</b>',
});
beforeAll(() => built.start());
afterAll(() => built.stop());

/** Runs code beside some markup, with the element of a kind and its control at hand. */
function inPlace<Value>(markup: string, code: string): Promise<Value> {
  return built.run<Value>(`
    const place = document.body.appendChild(document.createElement('section'));
    place.innerHTML = html(${JSON.stringify(markup)});
    const element = place.querySelector('quay-input, quay-textarea, quay-select, quay-button, quay-a, quay-off, quay-turn');
    const inner = element.shadowRoot.querySelector('[part]');
    const soon = () => new Promise((resolve) => setTimeout(resolve, 5));
    try { ${code} } finally { place.remove(); }`);
}

describe('Enter in a control', () => {
  const press = (markup: string, init = '{}', before = ''): Promise<number> =>
    inPlace(
      `<form>${markup}</form>`,
      `let sent = 0;
       place.querySelector('form').addEventListener('submit', (event) => { sent++; event.preventDefault(); });
       ${before}
       inner.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true, composed: true, ...${init} }));
       return sent;`,
    );

  it.each<[markup: string, times: number]>([
    ...'text search tel url email password date month week time datetime-local number'
      .split(' ')
      .map((type): [string, number] => [`<quay-input type="${type}"></quay-input>`, 1]),
    ['<quay-input type="checkbox"></quay-input>', 0],
    ['<quay-input type="range"></quay-input>', 0],
    ['<quay-input type="color"></quay-input>', 0],
    ['<quay-textarea></quay-textarea>', 0],
    ['<quay-select></quay-select>', 0],
  ])('of %s sends its form %i times', async (markup, times) => expect(await press(markup)).toBe(times));

  it('sends nothing while a word is being composed, for another key, or where somebody prevents it', async () => {
    const field = '<quay-input></quay-input>';
    expect(await press(field, '{ isComposing: true }')).toBe(0);
    expect(await press(field, "{ key: 'a' }")).toBe(0);
    const prevent =
      "inner.addEventListener('keydown', (event) => event.preventDefault(), { capture: true });";
    expect(await press(field, '{}', prevent)).toBe(0);
  });
});

describe('a click on an element that stands for a control', () => {
  it('is one on the control, once, and says so to whoever listens to the element', async () => {
    const seen = await inPlace(
      '<quay-button>Go</quay-button>',
      `const heard = [];
       inner.addEventListener('click', () => heard.push('inner'));
       element.addEventListener('click', ({ target, composedPath }) => heard.push(target.localName));
       element.click();
       inner.click();
       return heard;`,
    );
    expect(seen).toEqual(['inner', 'quay-button', 'inner', 'quay-button']);
  });

  it.each([
    ['submit', 'submit', 'nothing'],
    ['reset', 'reset', 'nothing'],
    ['button', '', 'nothing'],
    ['submit', '', 'event.preventDefault()'],
    ['reset', '', 'event.preventDefault()'],
    ['submit', 'submit', 'event.stopPropagation()'],
  ])('of the type %s does "%s" to its form, where a listener does %s', async (type, done, listener) => {
    const seen = await inPlace(
      `<form><quay-button type="${type}">Go</quay-button></form>`,
      `const heard = [];
       const form = place.querySelector('form');
       for (const name of ['submit', 'reset']) form.addEventListener(name, (event) => { heard.push(name); event.preventDefault(); });
       const nothing = undefined;
       element.addEventListener('click', (event) => { ${listener}; });
       inner.click();
       await soon();
       return heard.join();`,
    );
    expect(seen).toBe(done);
  });
});

describe('attributes that name other elements', () => {
  it('reach what stands beside the element, one or several, and what is there no more', async () => {
    const seen = await inPlace(
      '<p id="one">One</p><p id="two">Two</p><quay-button aria-labelledby=" one  two three " aria-activedescendant="two">Go</quay-button>',
      `const labels = () => inner.ariaLabelledByElements?.map(({ id }) => id) ?? null;
       const seen = [labels(), inner.ariaActiveDescendantElement?.id];
       element.setAttribute('aria-labelledby', 'two');
       seen.push(labels());
       element.setAttribute('aria-labelledby', 'none');
       seen.push(labels());
       element.removeAttribute('aria-labelledby');
       element.removeAttribute('aria-activedescendant');
       return [...seen, labels(), inner.ariaActiveDescendantElement];`,
    );
    expect(seen).toEqual([['one', 'two'], 'two', ['two'], [], null, null]);
  });

  it('open a popover, and send a dialog a command, as those of a button do', async () => {
    const seen = await inPlace(
      '<div id="note" popover>Note</div><dialog id="ask">?</dialog><quay-button popovertarget="note">Go</quay-button><quay-button commandfor="ask" command="show-modal">Ask</quay-button>',
      `const [first, second] = place.querySelectorAll('quay-button');
       const note = place.querySelector('#note');
       const ask = place.querySelector('#ask');
       first.shadowRoot.querySelector('button').click();
       const open = note.matches(':popover-open');
       first.removeAttribute('popovertarget');
       first.shadowRoot.querySelector('button').click();
       const still = note.matches(':popover-open');
       const has = 'commandForElement' in HTMLButtonElement.prototype;
       second.shadowRoot.querySelector('button').click();
       return [open, still, !has || ask.open];`,
    );
    expect(seen).toEqual([true, true, true]);
  });

  it('name nothing in a place that has no names', async () => {
    const seen = await inPlace(
      '<p id="one">One</p><quay-button aria-labelledby="one">Go</quay-button>',
      `document.createElement('div').append(element);
       element.setAttribute('aria-describedby', 'one');
       return inner.ariaDescribedByElements?.length ?? 0;`,
    );
    expect(seen).toBe(0);
  });

  it('are looked up where the element stands, each time it comes to stand somewhere', async () => {
    const seen = await inPlace(
      '<p id="one">One</p><div id="host"></div><quay-button aria-describedby="one">Go</quay-button>',
      `const root = place.querySelector('#host').attachShadow({ mode: 'open' });
       root.innerHTML = html('<p id="one">Other</p>');
       const said = () => inner.ariaDescribedByElements?.map(({ textContent }) => textContent);
       const seen = [said()];
       root.append(element);
       return [...seen, said()];`,
    );
    expect(seen).toEqual([['One'], ['Other']]);
  });
});

describe('attributes for assistive technology', () => {
  it('are those of the element for whoever reads, tests, toggles or removes them', async () => {
    const seen = await inPlace(
      '<quay-button aria-label="Go" aria-expanded="false" role="switch">Go</quay-button>',
      `const seen = [element.getAttribute('ARIA-LABEL'), element.hasAttribute('Aria-Label'), element.ariaLabel, element.role, element.outerHTML.includes('aria-')];
       element.ariaLabel = 'Off';
       seen.push(inner.getAttribute('aria-label'), element.getAttribute('aria-label'));
       element.ariaLabel = undefined;
       element.role = null;
       seen.push(inner.hasAttribute('aria-label'), inner.hasAttribute('role'), element.ariaLabel, element.role);
       element.ariaLevel = 3;
       seen.push(inner.getAttribute('aria-level'));
       element.removeAttribute('ARIA-EXPANDED');
       seen.push(inner.hasAttribute('aria-expanded'));
       return seen;`,
    );
    expect(seen).toEqual([
      'Go',
      true,
      'Go',
      'switch',
      false,
      'Off',
      'Off',
      false,
      false,
      null,
      null,
      '3',
      false,
    ]);
  });

  it('are toggled as others are', async () => {
    const seen = await inPlace(
      '<quay-button aria-busy="true">Go</quay-button>',
      `const has = () => inner.getAttribute('aria-busy');
       return [
         element.toggleAttribute('aria-busy'), has(),
         element.toggleAttribute('aria-busy'), has(),
         element.toggleAttribute('aria-busy', true), has(),
         element.toggleAttribute('aria-busy', false), has(),
         element.toggleAttribute('aria-busy', false), has(),
         element.setAttribute('aria-busy', 'true'), element.toggleAttribute('aria-busy', true), has(),
         element.toggleAttribute('title'), inner.hasAttribute('title') || element.hasAttribute('title'),
       ];`,
    );
    expect(seen).toEqual([
      false,
      null,
      true,
      '',
      true,
      '',
      false,
      null,
      false,
      null,
      null,
      true,
      'true',
      true,
      true,
    ]);
  });

  it('give back what the control had by itself when they are taken away', async () => {
    const seen = await inPlace(
      '<quay-input placeholder="Ship"></quay-input>',
      `const seen = [inner.placeholder];
       element.placeholder = 'Boat';
       seen.push(inner.getAttribute('placeholder'));
       element.removeAttribute('placeholder');
       seen.push(inner.hasAttribute('placeholder'));
       element.setAttributeNS('urn:x', 'x:placeholder', 'no');
       return [...seen, inner.hasAttribute('placeholder')];`,
    );
    expect(seen).toEqual(['Ship', 'Boat', false, false]);
  });
});

describe('a control that is another by turns', () => {
  it('stands where it stood, and leaves nothing of its form to one that belongs to none', async () => {
    const seen = await inPlace(
      '<form><fieldset><quay-turn name="go"></quay-turn></fieldset></form>',
      `const told = [];
       const hear = (event) => { told.push(event.message); event.preventDefault(); };
       addEventListener('error', hear);
       const order = () => [...element.shadowRoot.children].map(({ localName }) => localName).join();
       const seen = [order()];
       element.link = '#x'; await soon();
       element.setAttribute('name', 'other');
       element.setCustomValidity('No.');
       place.querySelector('fieldset').disabled = true;
       place.querySelector('form').reset();
       seen.push(order(), element.shadowRoot.querySelector('a').hasAttribute('disabled'));
       place.querySelector('fieldset').disabled = false;
       element.link = undefined; await soon();
       seen.push(order(), element.checkValidity());
       removeEventListener('error', hear);
       return [...seen, told];`,
    );
    expect(seen).toEqual(['i,button,b', 'i,a,b', false, 'i,button,b', true, []]);
  });

  it('has classes and style of a map, of which only what is there counts', async () => {
    const seen = await inPlace(
      '<quay-turn></quay-turn>',
      `element.map = { one: true, two: 1, three: '', '--a': undefined, '--b': null, '--c': false, '--d': 0, '--e': 'x' };
       await soon();
       const control = element.shadowRoot.querySelector('[part]');
       return [control.className, control.style.cssText];`,
    );
    expect(seen).toEqual(['one two --e', '--d: 0; --e: x;']);
  });
});

describe('what a form knows of a control', () => {
  it('holds where a fieldset is off before the control is drawn, and where it is off by its view', async () => {
    const seen = await inPlace(
      '<form><fieldset disabled><quay-input name="a" value="x"></quay-input><quay-off name="b"></quay-off></fieldset></form>',
      `const fieldset = place.querySelector('fieldset');
       const off = place.querySelector('quay-off').shadowRoot.querySelector('input');
       const seen = [inner.disabled, off.disabled];
       fieldset.disabled = false;
       seen.push(inner.disabled, off.disabled);
       fieldset.disabled = true;
       return [...seen, inner.disabled, off.disabled];`,
    );
    expect(seen).toEqual([true, true, false, true, true, true]);
  });

  it('is what it holds and whether that is in order, after each change', async () => {
    const seen = await inPlace(
      '<form><quay-input name="ship" required></quay-input></form>',
      `const form = place.querySelector('form');
       const read = () => [new FormData(form).get('ship'), element.checkValidity(), element.validity.valueMissing];
       const seen = [read()];
       inner.value = 'Tern';
       inner.dispatchEvent(new Event('input', { bubbles: true }));
       seen.push(read());
       element.setCustomValidity('No.');
       seen.push([element.checkValidity(), element.validationMessage, element.validity.customError]);
       element.setCustomValidity('');
       seen.push(read());
       element.removeAttribute('required');
       inner.value = '';
       inner.dispatchEvent(new Event('change', { bubbles: true }));
       return [...seen, read()];`,
    );
    expect(seen).toEqual([
      ['', false, true],
      ['Tern', true, false],
      [false, 'No.', true],
      ['Tern', true, false],
      ['', true, false],
    ]);
  });

  it('is off while a fieldset is, and on again, unless it is off by itself', async () => {
    const seen = await inPlace(
      '<form><fieldset><quay-input name="ship" value="Tern"></quay-input></fieldset></form>',
      `const fieldset = place.querySelector('fieldset');
       const form = place.querySelector('form');
       const read = () => [inner.disabled, element.matches(':disabled'), new FormData(form).has('ship')];
       const seen = [read()];
       fieldset.disabled = true;
       seen.push(read());
       fieldset.disabled = false;
       seen.push(read());
       element.disabled = true;
       seen.push(read());
       fieldset.disabled = true;
       fieldset.disabled = false;
       seen.push(read());
       element.disabled = false;
       return [...seen, read()];`,
    );
    expect(seen).toEqual([
      [false, false, true],
      [true, true, false],
      [false, false, true],
      [true, true, false],
      [true, true, false],
      [false, false, true],
    ]);
  });
});
