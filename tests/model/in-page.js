// Runs in the page: an element that went through changes must be what a new one with the same values is.

/** The same items are the same objects, as where an application keeps them. */
const items = new Map();
const same = (value) => {
  const text = JSON.stringify(value);
  if (!items.has(text)) items.set(text, value);
  return items.get(text);
};

const make = (tag, there) => {
  const form = document.createElement('form');
  const element = there ?? document.createElement(tag);
  element.setAttribute('name', 'model');
  return { form, element, add: () => (form.append(element), document.body.append(form)) };
};

const settled = () => new Promise((resolve) => setTimeout(resolve));

/** What a tree shows: text nodes beside each other are one, and comments only mark places. */
const read = (node) => {
  const seen = [];
  for (const child of node.childNodes) {
    if (child.nodeType === Node.COMMENT_NODE || child.data === '') continue;
    if (child.nodeType === Node.TEXT_NODE) {
      if (typeof seen.at(-1) === 'string') seen.push(seen.pop() + child.data);
      else seen.push(child.data);
      continue;
    }
    const attributes = child
      .getAttributeNames()
      .sort()
      .map((name) => `${name}=${child.getAttribute(name)}`);
    const live = ['value', 'checked', 'selectedIndex', 'disabled']
      .filter((name) => name in child)
      .map((name) => child[name]);
    seen.push([child.localName, attributes, live, read(child)]);
  }
  return seen;
};

const see = ({ form, element }, names) => ({
  tree: read(element.shadowRoot),
  form: [...new FormData(form)],
  valid: element.validity ? element.checkValidity() : undefined,
  flags: element.validity
    ? JSON.stringify(Object.keys(ValidityState.prototype).filter((flag) => element.validity[flag]))
    : undefined,
  members: names.map((name) => [name, element[name]]),
});

/** Puts an element through changes; gives the first difference to a new one, or nothing. */
globalThis.tryElement = async (tag, liveNames, changes) => {
  const errors = [];
  const hear = (event) => {
    errors.push(String(event.error ?? event.message));
    event.preventDefault();
  };
  window.addEventListener('error', hear);
  const names = ['text', 'flag', 'size', 'count', 'rows', ...liveNames];
  // A list with nothing chosen and one whose empty option is chosen have the same value.
  if (liveNames.includes('value') && 'selectedIndex' in document.createElement(tag))
    names.push('selectedIndex');
  // One that a server rendered, where there is one.
  const one = make(tag, document.querySelector(`body > ${tag}`));
  let open = false;
  try {
    one.add();
    for (const [index, change] of changes.entries()) {
      for (const name in change.set)
        if (names.includes(name))
          one.element[name] = name === 'rows' ? change.set.rows.map(same) : change.set[name];
      if (change.rows) one.element.rows = change.rows.map(same);
      if ('open' in change) one.element.setOpen((open = change.open));
      if (change.again) {
        one.form.remove();
        document.body.append(one.form);
      }
      if (change.reset) one.form.reset();
      await settled();
      const other = make(tag);
      try {
        for (const name of names) other.element[name] = one.element[name];
        other.add();
        other.element.setOpen(open);
        await settled();
        const [now, fresh] = [see(one, names), see(other, names)].map((seen) => JSON.stringify(seen));
        if (errors.length > 0) return { index, errors };
        if (now !== fresh) return { index, now, fresh };
      } finally {
        other.form.remove();
      }
    }
    return undefined;
  } finally {
    one.form.remove();
    window.removeEventListener('error', hear);
  }
};
