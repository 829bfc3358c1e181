import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BuiltPage } from './built-page.js';

interface Native {
  /** An attribute of the control with a value, the property that reflects it, and what that is then. */
  attribute: [name: string, text: string, property: string, value: unknown];
  /** An event that does not leave a shadow root by itself. */
  event: string | undefined;
  /** A property that the control holds by itself, with a value. */
  live: [name: string, value: unknown] | undefined;
  form: boolean;
  inner?: string;
}

/** Every native element that people wrap most. */
const NATIVE: Record<string, Native> = {
  a: { attribute: ['href', '#berths', 'href', '#berths'], event: undefined, live: undefined, form: false },
  button: {
    attribute: ['formaction', '/go', 'formAction', '/go'],
    event: undefined,
    live: undefined,
    form: true,
  },
  details: { attribute: ['open', '', 'open', true], event: 'toggle', live: undefined, form: false },
  dialog: {
    attribute: ['open', '', 'open', true],
    event: 'close',
    live: ['returnValue', 'yes'],
    form: false,
  },
  img: { attribute: ['alt', 'A ship', 'alt', 'A ship'], event: 'load', live: undefined, form: false },
  input: {
    attribute: ['placeholder', 'Ship', 'placeholder', 'Ship'],
    event: 'change',
    live: ['value', 'Tern'],
    form: true,
  },
  select: {
    attribute: ['required', '', 'required', true],
    event: 'change',
    live: ['value', 'b'],
    form: true,
    inner: '<option>a</option><option>b</option>',
  },
  textarea: { attribute: ['rows', '7', 'rows', 7], event: 'change', live: ['value', 'Tern'], form: true },
  video: {
    attribute: ['muted', '', 'defaultMuted', true],
    event: 'play',
    live: ['volume', 0.5],
    form: false,
  },
};

const files = Object.entries(NATIVE).flatMap(([tag, { inner = '' }]) => {
  const place = `elements/quay-${tag}/quay-${tag}`;
  const close = /^(img|input)$/.test(tag) ? '' : `${inner}</${tag}>`;
  return [
    [
      `${place}.contract.yaml`,
      `contract: 1\ntag: quay-${tag}\nparts: { control: {} }\npassthrough: { to: control, native: ${tag} }\n`,
    ],
    [`${place}.html`, `<${tag} part="control">${close}`],
    [`${place}.css`, ':host { display: block }'],
  ];
});

const built = new BuiltPage({
  'lastwright.yaml': 'library: 1\n',
  'package.json': '{ "name": "natives", "version": "1.0.0" }',
  ...(Object.fromEntries(files) as Record<string, string>),
});
beforeAll(() => built.start());
afterAll(() => built.stop());

describe.each(Object.entries(NATIVE))('native: %s', (tag, { attribute, event, live, form }) => {
  const [name, text, property, value] = attribute;
  const run = <Value>(code: string) =>
    built.run<Value>(`
      const element = document.createElement('quay-${tag}');
      const add = () => { document.body.append(element); return element.shadowRoot.querySelector('[part]'); };
      try { ${code} } finally { element.remove(); }`);

  it('gives attributes to the control: at start, added, changed, removed', async () => {
    expect(
      await run(`
        element.setAttribute('${name}', '${text}');
        element.setAttribute('aria-label', 'L');
        const control = add();
        const seen = [control.getAttribute('${name}'), control.getAttribute('aria-label'), element.getAttributeNames()];
        element.removeAttribute('${name}');
        element.removeAttribute('aria-label');
        seen.push(control.hasAttribute('${name}'), control.hasAttribute('aria-label'));
        element.setAttribute('${name}', '${text}');
        seen.push(control.getAttribute('${name}'));
        return seen;`),
    ).toEqual([text, 'L', [name], false, false, text]);
  });

  it('has typed properties', async () => {
    expect(
      await run(`
        const control = add();
        element.${property} = ${JSON.stringify(value)};
        const seen = [element.${property}, control.getAttribute('${name}')];
        element.${property} = undefined;
        return [...seen, control.hasAttribute('${name}')];`),
    ).toEqual([value, text, false]);
  });

  if (live)
    it('reads and writes what the control holds', async () => {
      expect(
        await run(`
        element.${live[0]} = ${JSON.stringify(live[1])};
        const control = add();
        return [control.${live[0]}, element.${live[0]}];`),
      ).toEqual([live[1], live[1]]);
    });

  if (event)
    it('passes on an event that would stay inside, once', async () => {
      expect(
        await run(`
        const control = add();
        const heard = [];
        element.addEventListener('${event}', (event) => { heard.push(event.target === element); event.preventDefault(); });
        const inner = new Event('${event}', { cancelable: true });
        control.dispatchEvent(inner);
        return [heard, inner.defaultPrevented];`),
      ).toEqual([[true], true]);
    });

  it('belongs to forms as the control does', async () => {
    expect(
      await run(`
        const box = document.body.appendChild(document.createElement('form'));
        add();
        box.append(element);
        const seen = [...box.elements].includes(element);
        box.remove();
        return seen;`),
    ).toBe(form);
  });
});

describe('what script sets after the first drawing', () => {
  const inForm = <Value>(tag: string, markup: string, code: string) =>
    built.inPlace<Value>(
      `<form><quay-${tag} name="ship" ${markup}></quay-${tag}></form>`,
      `const element = one('quay-${tag}'); const form = one('form');
      const value = () => new FormData(form).get('ship'); ${code}`,
    );

  it('reaches the form and the validity of a text field', async () => {
    expect(
      await inForm(
        'input',
        'required',
        "const seen = [form.checkValidity()]; element.value = 'Tern'; return [...seen, value(), form.checkValidity()];",
      ),
    ).toEqual([false, 'Tern', true]);
  });

  it('reaches the form and the validity of a checkbox', async () => {
    expect(
      await inForm(
        'input',
        'required type="checkbox"',
        'const seen = [value(), form.checkValidity()]; element.checked = true; return [...seen, value(), form.checkValidity()];',
      ),
    ).toEqual([null, false, 'on', true]);
  });

  it('reaches the form of a select and of a textarea', async () => {
    expect(await inForm('select', '', "element.value = 'b'; return value();")).toBe('b');
    expect(await inForm('textarea', '', "element.value = 'Tern'; return value();")).toBe('Tern');
  });

  it('is what a new control has where a framework sets nothing', async () => {
    expect(
      await inForm(
        'input',
        '',
        "element.value = 'Tern'; element.value = undefined; const seen = [element.value, value()]; element.value = null; return [...seen, element.value];",
      ),
    ).toEqual(['', '', '']);
    expect(
      await inForm(
        'input',
        'type="checkbox"',
        'element.checked = true; element.checked = undefined; return [element.checked, value()];',
      ),
    ).toEqual([false, null]);
  });

  it('is undone by a reset, which leaves the value of a checkbox alone', async () => {
    expect(
      await inForm(
        'input',
        'type="checkbox"',
        'element.checked = true; form.reset(); const seen = [value()]; element.checked = true; return [...seen, value()];',
      ),
    ).toEqual([null, 'on']);
  });

  it('a field of files sends files', async () => {
    expect(
      await inForm(
        'input',
        'type="file"',
        `const files = new DataTransfer(); files.items.add(new File(['a'], 'list.txt'));
        element.shadowRoot.querySelector('input').files = files.files;
        element.shadowRoot.querySelector('input').dispatchEvent(new Event('change'));
        return [value() instanceof File, value().name];`,
      ),
    ).toEqual([true, 'list.txt']);
  });
});
