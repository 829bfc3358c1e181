import { liveProperties } from '../../contract/passed.js';
import type { Facet, Mounted, ProbePage } from '../facet.js';
import type { Observation } from '../observation.js';
import { innerRoot } from '../inner-root.js';
import { Observer, show } from '../observe.js';
import { FOCUSABLE } from './target.js';

interface Data {
  /** The property whose value the form gets, with two values; undefined where the control inside or the state has it. */
  property:
    | { name: string; attribute: string | undefined; kind: string; first: unknown; second: unknown }
    | undefined;
  /** True where the state has it, which only the element itself can change. */
  ofState: boolean;
  part: string | undefined;
  /** True where the value is that of a native control inside. */
  ofControl: boolean;
  /** True if a consumer can turn it off by a property or an attribute `disabled`. */
  canBeDisabled: boolean;
  /** True if a consumer can demand a value by a property or an attribute `required`. */
  canBeRequired: boolean;
  /** True if a consumer can say what kind of button it is. */
  takesType: boolean;
  /** True for a button, which sends a form and has no value of its own. */
  button: boolean;
}

/** Value, validity, reset, restore, fieldset, label: an element takes part in forms as native controls do. */
export const forms: Facet<Data> = {
  name: 'forms',
  title: 'It takes part in forms',
  page: 'shared',

  plan(facts) {
    const { contract, values } = facts;
    if (!contract.form && !facts.standsForControl) return { nothing: 'The contract says nothing of forms.' };
    const property = contract.properties.find(({ name }) => name === contract.form?.value);
    const [first, second] = [values[property?.name ?? '']?.first, values[property?.name ?? '']?.second];
    const takes = (name: string): boolean =>
      contract.properties.some((other) => other.name === name && other.kind === 'boolean') ||
      (facts.standsForControl && facts.passed.some((passed) => passed.name === name));
    return {
      scenes: { bare: facts.scene({}) },
      data: {
        property: property && {
          name: property.name,
          attribute: property.attribute,
          kind: property.kind,
          first,
          second,
        },
        ofState: contract.form !== undefined && property === undefined,
        ofControl: property === undefined && liveProperties(contract).length > 0,
        canBeDisabled: takes('disabled'),
        canBeRequired: takes('required'),
        part: contract.passthrough?.to,
        button: contract.passthrough?.native === 'button' && !contract.form,
        // A type that is kept out is the element's own affair.
        takesType: !contract.passthrough?.except.includes('type'),
      },
    };
  },

  async probe(page, data) {
    const form = document.createElement('form');
    const fieldset = document.createElement('fieldset');
    const place = document.createElement('div');
    const label = document.createElement('label');
    label.textContent = 'Given label';
    label.htmlFor = 'given-control';
    fieldset.append(label, place);
    form.append(fieldset);
    page.container().append(form);
    form.addEventListener('submit', (event) => event.preventDefault());
    const mounted = await page.mount('bare', place);
    const { element } = mounted;
    element.id = 'given-control';
    element.setAttribute('name', 'given');
    const stage: FormTrial = { page, mounted, form, fieldset, label, data };
    const results = [
      await tryMembership(stage),
      ...(data.button && data.takesType ? [await tryButton(stage)] : []),
      ...(data.button || data.ofState ? [] : [await tryValue(stage)]),
      ...(data.button
        ? []
        : [...(await tryTyping(stage)), ...(await trySetting(stage)), await tryValidity(stage)]),
      await tryFieldset(stage),
      await tryLabel(stage),
    ];
    const thrown = page.errors();
    if (thrown.length > 0) {
      const errors = new Observer('errors');
      errors.noErrors(thrown, 'use it in a form');
      results.push(errors.result());
    }
    await mounted.unmount();
    form.remove();
    return results;
  },
};

interface FormTrial {
  page: ProbePage;
  mounted: Mounted;
  form: HTMLFormElement;
  fieldset: HTMLFieldSetElement;
  label: HTMLLabelElement;
  data: Data;
}

type FormMembers = HTMLElement & {
  form?: HTMLFormElement | null;
  validity?: ValidityState;
  validationMessage?: string;
  checkValidity?(): boolean;
  formStateRestoreCallback?(state: string, mode: string): void;
};

function controlOf({ mounted, data }: FormTrial): HTMLInputElement | undefined {
  const selector = data.part === undefined ? 'input, select, textarea' : `[part~="${data.part}"]`;
  return innerRoot(mounted.element).querySelector<HTMLInputElement>(selector) ?? undefined;
}

async function tryMembership({ mounted, form, page }: FormTrial): Promise<Observation> {
  const observer = new Observer('membership');
  const element = mounted.element as FormMembers;
  const listed = [...form.elements].includes(element);
  observer.holds('look for it among the elements of the form', listed, 'not there', 'there');
  observer.holds('read its form', element.form === form, show(element.form), 'the form');
  await page.settle();
  return observer.result();
}

/** Such a control has a value only where it is checked. */
const isBox = (control: Element): boolean => control.matches('input[type=checkbox], input[type=radio]');

/** Gives the element a value in the way that it takes one. */
async function give(stage: FormTrial, value: unknown): Promise<void> {
  const { mounted, data, page } = stage;
  if (data.property) {
    (mounted.element as unknown as Record<string, unknown>)[data.property.name] = value;
  } else {
    const control = controlOf(stage);
    if (!control) return;
    if (isBox(control)) control.checked = Boolean(value);
    else control.value = String(value);
    for (const type of isBox(control) ? ['input', 'change'] : ['input'])
      control.dispatchEvent(new Event(type, { bubbles: true, composed: true }));
  }
  await page.settle();
}

const entry = ({ form }: FormTrial): string | null => new FormData(form).get('given') as string | null;
const textOf = (value: unknown): string | null =>
  value === true ? 'on' : value === false || value === undefined || value === null ? null : String(value);

/** The form gets the value; reset and restore bring one back. */
async function tryValue(stage: FormTrial): Promise<Observation> {
  const { form, mounted, data, page } = stage;
  const observer = new Observer('value');
  const initial = entry(stage);
  const control = controlOf(stage);
  const box = !data.property && control && isBox(control) ? control : undefined;
  const [first, second] = data.property
    ? [data.property.first, data.property.second]
    : box
      ? [true, false]
      : ['Given', 'Given later'];
  const entryOf = (value: unknown): string | null => (box && value === true ? box.value : textOf(value));
  await give(stage, first);
  observer.equal(`${box ? 'check it' : 'give a value'}, read it from the form`, entry(stage), entryOf(first));
  await give(stage, second);
  observer.equal(box ? 'uncheck it' : 'give another', entry(stage), entryOf(second));
  form.reset();
  await page.settle();
  observer.equal('reset the form', entry(stage), initial);
  const element = mounted.element as FormMembers;
  const restored = entryOf(first) ?? 'on';
  observer.holds(
    'look for a way to restore a state',
    typeof element.formStateRestoreCallback === 'function',
    'there is none',
    'a callback',
  );
  element.formStateRestoreCallback?.(restored, 'restore');
  await page.settle();
  observer.equal('let the browser restore a value', entry(stage), restored);
  form.reset();
  await page.settle();
  await tryResetToAttribute(stage, observer);
  return observer.result();
}

/** The attribute holds the value that a reset gives back, as with native controls. */
async function tryResetToAttribute(stage: FormTrial, observer: Observer): Promise<void> {
  const { form, mounted, data, page } = stage;
  const { property } = data;
  if (!property?.attribute || property.kind === 'boolean') return;
  const element = mounted.element as unknown as HTMLElement & Record<string, unknown>;
  element.setAttribute(property.attribute, String(property.first));
  await give(stage, property.second);
  form.reset();
  await page.settle();
  const did = `write ${property.attribute}="${String(property.first)}", give another value, reset the form`;
  observer.equal(`${did}, read ${property.name}`, element[property.name], property.first);
  observer.equal('read it from the form', entry(stage), textOf(property.first));
  element.removeAttribute(property.attribute);
  form.reset();
  await page.settle();
}

const TYPED = 'input:not([type]), input[type=text], input[type=search], input[type=tel], textarea';

/** What a person types is what the form gets, and what a reset takes away; nothing of a control that is for something else. */
async function tryTyping(stage: FormTrial): Promise<Observation[]> {
  const { form, page } = stage;
  const observer = new Observer('typing');
  const control = controlOf(stage);
  if (control && !control.matches(TYPED)) return [];
  if (!control) {
    observer.leave('Nobody can type into it in the state that was shown first.');
    return [observer.result()];
  }
  const initial = entry(stage);
  control.focus();
  control.select();
  await page.type('Given 7');
  await page.until(() => entry(stage) === control.value);
  const { property, part } = stage.data;
  const taken = (stage.mounted.element as unknown as Record<string, unknown>)[property?.name ?? ''];
  if (part === undefined && taken !== control.value && entry(stage) === initial) {
    observer.leave('What is typed is not the value itself; a sample can show what it brings about.');
    return [observer.result()];
  }
  observer.equal('type a text, read it from the form', entry(stage), control.value);
  observer.expect(
    'read it from the control',
    control.value.length > 0,
    show(control.value),
    'what was typed',
  );
  control.blur();
  await page.settle();
  observer.equal('leave the control, read it from the form again', entry(stage), control.value);
  form.reset();
  await page.settle();
  observer.equal('reset the form', entry(stage), initial);
  observer.expect(
    'look at the control',
    control.value === (initial ?? ''),
    show(control.value),
    show(initial ?? ''),
  );
  return [observer.result()];
}

/** What script sets of a control's own members is what the form gets, and what is judged, as with the control itself. */
async function trySetting(stage: FormTrial): Promise<Observation[]> {
  const { form, mounted, page, data } = stage;
  const control = controlOf(stage);
  const element = mounted.element as FormMembers & { value?: unknown; checked?: unknown };
  if (!data.ofControl || !control) return [];
  const box = isBox(control);
  if (!box && !control.matches(TYPED)) return [];
  const observer = new Observer('set by script');
  const set = (on: boolean): void => {
    if (box) element.checked = on;
    else element.value = on ? 'Given by script' : '';
  };
  const wanted = box ? control.value : 'Given by script';
  const did = `set ${box ? 'checked to true' : 'value to "Given by script"'}`;
  const initial = entry(stage);
  set(true);
  await page.settle();
  observer.equal(`${did}, read it from the form`, entry(stage), wanted);
  if (data.canBeRequired) {
    set(false);
    element.setAttribute('required', '');
    await page.until(() => !form.checkValidity());
    set(true);
    await page.settle();
    observer.equal(`demand a value, ${did}, check the form`, form.checkValidity(), true);
    element.removeAttribute('required');
  }
  form.reset();
  await page.settle();
  observer.equal('reset the form', entry(stage), initial);
  return [observer.result()];
}

/** What is wrong with a value is told in the standard way, and with a message. */
async function tryValidity(stage: FormTrial): Promise<Observation> {
  const { mounted, form, page, data } = stage;
  const observer = new Observer('validity');
  const element = mounted.element as FormMembers;
  const has = typeof element.checkValidity === 'function' && element.validity !== undefined;
  if (!observer.holds('look for its validity', has, 'there is none', 'members like those of native controls'))
    return observer.result();
  const valid = element.validity!.valid;
  observer.equal('check it alone', element.checkValidity!(), valid);
  observer.equal('check the form', form.checkValidity(), valid);
  if (!valid)
    observer.holds(
      'read the message',
      Boolean(element.validationMessage),
      'no message',
      'a message for people',
    );
  if (data.canBeRequired && entryIsEmpty(stage)) await tryRequired(stage, observer);
  await page.settle();
  return observer.result();
}

const entryIsEmpty = (stage: FormTrial): boolean => !entry(stage);

/** A value that is demanded and missing makes the form invalid; giving one mends it. */
async function tryRequired(stage: FormTrial, observer: Observer): Promise<void> {
  const { mounted, form, page, data } = stage;
  const element = mounted.element as FormMembers;
  element.setAttribute('required', '');
  await page.until(() => !form.checkValidity());
  observer.equal('demand a value and give none, check the form', form.checkValidity(), false);
  observer.equal('read valueMissing', element.validity!.valueMissing, true);
  observer.holds(
    'read the message',
    Boolean(element.validationMessage),
    'no message',
    'a message for people',
  );
  await give(stage, data.property?.first ?? 'Given');
  await page.until(() => form.checkValidity());
  observer.equal('give a value, check the form', form.checkValidity(), true);
  element.removeAttribute('required');
  form.reset();
  await page.settle();
}

async function tryButton(stage: FormTrial): Promise<Observation> {
  const { form, mounted, page } = stage;
  const observer = new Observer('submit and reset');
  let sent = 0;
  let reset = 0;
  form.addEventListener('submit', () => void sent++);
  form.addEventListener('reset', () => void reset++);
  const press = async (type: string): Promise<void> => {
    mounted.element.setAttribute('type', type);
    await page.settle();
    controlOf(stage)?.click();
    await page.until(() => sent + reset > 0);
  };
  await press('submit');
  observer.expect('press it as a submit button', sent === 1, `sent ${sent} times`, 'sent once');
  await press('reset');
  await page.until(() => reset > 0);
  observer.expect('press it as a reset button', reset === 1, `reset ${reset} times`, 'reset once');
  await press('button');
  observer.expect(
    'press it as a plain button',
    sent === 1 && reset === 1,
    'it did something',
    'nothing happens',
  );
  mounted.element.removeAttribute('type');
  return observer.result();
}

/** A fieldset turns off what is in it, and on again. */
async function tryFieldset(stage: FormTrial): Promise<Observation> {
  const { fieldset, page } = stage;
  const observer = new Observer('fieldset');
  const control = controlOf(stage);
  const { property } = stage.data;
  if (property) await give(stage, property.first);
  const early = entry(stage);
  fieldset.disabled = true;
  await page.settle();
  if (!stage.data.button) observer.equal('disable the fieldset, read the form', entry(stage), null);
  if (control && 'disabled' in control)
    observer.equal('look whether the control inside is disabled', control.disabled, true);
  fieldset.disabled = false;
  await page.settle();
  if (control && 'disabled' in control) observer.equal('enable the fieldset', control.disabled, false);
  if (!stage.data.button) {
    const again = entry(stage);
    observer.expect('enable the fieldset, read the form', again === early, show(again), show(early));
  }
  if (stage.data.canBeDisabled) await tryDisabledTwice(stage, control, observer);
  return observer.result();
}

/** What is disabled by itself stays so when its fieldset is enabled again. */
async function tryDisabledTwice(
  { mounted, fieldset, page }: FormTrial,
  control: HTMLInputElement | undefined,
  observer: Observer,
): Promise<void> {
  const { element } = mounted;
  element.setAttribute('disabled', '');
  await page.settle();
  const off = (): boolean => element.matches(':disabled') && control?.disabled !== false;
  await page.until(off);
  observer.equal('disable it by itself', off(), true);
  fieldset.disabled = true;
  await page.settle();
  fieldset.disabled = false;
  await page.settle();
  observer.equal('disable its fieldset and enable it again', off(), true);
  element.removeAttribute('disabled');
  await page.until(() => !off());
  observer.equal('take disabled away', off(), false);
}

async function tryLabel({ mounted, label, page, data }: FormTrial): Promise<Observation> {
  const observer = new Observer('label');
  const { labels } = mounted.element as unknown as { labels?: NodeListOf<HTMLLabelElement> };
  observer.equal('count its labels', labels?.length, 1);
  const canFocus = innerRoot(mounted.element).querySelector(FOCUSABLE) ?? mounted.element.matches(FOCUSABLE);
  if (!data.button && canFocus) {
    label.click();
    await page.settle();
    observer.holds(
      'click the label',
      document.activeElement === mounted.element,
      'the focus is elsewhere',
      'it has the focus',
    );
    mounted.element.blur();
  }
  return observer.result();
}
