import type { Inside } from './inside.js';
import { alreadyHeard } from './relay.js';
import { disabledByView, markLive, PassingElement, type PassingSetup } from './passing-element.js';
import { insideOf, mark } from './view-element.js';

type Control = HTMLButtonElement | HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

/** Controls in which Enter submits a form, as `HTML`, section 4.10.22.2 lists them. */
const ONE_LINE = new Set(
  'text search tel url email password date month week time datetime-local number'.split(' '),
);

/** Inputs whose value no person can change. */
const LABELED = /^(?:hidden|submit|image|reset|button)$/;

/**
 * An element around a native form control, which cannot belong to a form from inside a shadow root: the element does
 * in its place, with the control's value, validity and buttons.
 */
export class ControlElement extends PassingElement {
  static formAssociated = true;

  constructor(setup: PassingSetup) {
    super(withControl(setup));
  }

  formDisabledCallback(disabled: boolean): void {
    const { passed, written } = this.constructor as unknown as {
      passed: Record<string, number>;
      written?: Set<string>;
    };
    const control = controls.get(this);
    if (control && !written?.has('disabled')) control.disabled = disabled || disabledByView(this);
    mark(this, passed.disabled ?? 0);
  }

  formResetCallback(): void {
    const control = controls.get(this);
    if (control instanceof HTMLInputElement) {
      control.checked = control.defaultChecked;
      // Of all others the value is the attribute itself (HTML, section 4.10.5.4).
      if (control.type === 'file') control.value = '';
      else if (!isBox(control) && !LABELED.test(control.type)) control.value = control.defaultValue;
    } else if (control instanceof HTMLTextAreaElement) control.value = control.defaultValue;
    else if (control instanceof HTMLSelectElement) {
      for (const option of control.options) option.selected = option.defaultSelected;
    }
    if (control) tell(this, control);
  }

  formStateRestoreCallback(state: string | File | FormData): void {
    const control = controls.get(this);
    if (!control || typeof state !== 'string') return;
    if (control instanceof HTMLInputElement && isBox(control)) control.checked = true;
    else control.value = state;
    tell(this, control);
  }

  override attributeChangedCallback(
    name: string,
    before: string | null,
    value: string | null,
    namespace?: string | null,
  ): void {
    super.attributeChangedCallback(name, before, value, namespace);
    tellAgain(this);
  }

  setCustomValidity(message: string): void {
    controls.get(this)?.setCustomValidity(message);
    tellAgain(this);
  }
}

const controls = new WeakMap<PassingElement, Control>();

/** What instances of a class share, with what tells the form of their control; by what they share without it. */
const setups = new WeakMap<PassingSetup, PassingSetup>();

/** A drawing can change what the control holds (its value, its options), and so can script. */
function withControl(setup: PassingSetup): PassingSetup {
  const known = setups.get(setup);
  if (known) return known;
  const whole: PassingSetup = {
    ...setup,
    shown: takeUp,
    set: tellAgain,
    drawn: (inside: Inside) => {
      const result = setup.drawn?.(inside as never);
      tellAgain(inside.host as PassingElement);
      return result;
    },
  };
  setups.set(setup, whole);
  return whole;
}

function tellAgain(host: PassingElement): void {
  const control = controls.get(host);
  if (control) tell(host, control);
}

/** True for an input that is checked, and has no other value that a person could change. */
function isBox({ type }: HTMLInputElement): boolean {
  return type === 'checkbox' || type === 'radio';
}

/** Takes over a control that was drawn. */
function takeUp(host: PassingElement, shown: Element): void {
  const control = shown as Control;
  if (!('form' in control)) {
    controls.delete(host);
    return;
  }
  if (!controls.has(host)) host.addEventListener('invalid', passOnInvalid);
  controls.set(host, control);
  if (host.matches(':disabled')) control.disabled = true;
  for (const type of ['input', 'change']) control.addEventListener(type, () => tell(host, control));
  control.addEventListener('click', (event) => press(host, control, event));
  control.addEventListener('keydown', (event) => {
    const { key, isComposing } = event as KeyboardEvent;
    if (key !== 'Enter' || isComposing || event.defaultPrevented) return;
    if (control instanceof HTMLInputElement && ONE_LINE.has(control.type)) submitFrom(host);
  });
  tell(host, control);
  // Only what is in the tree can be pointed at; the control is drawn and put there a moment later.
  queueMicrotask(() => tell(host, control));
}

/** A form tells the element that it is not valid, and the view listens to the control. */
function passOnInvalid(event: Event): void {
  const host = event.currentTarget as PassingElement;
  const control = controls.get(host);
  // What the control says of itself is sent from the element, too, by script.
  if (!control || !event.isTrusted) return;
  const inner = new Event('invalid', { cancelable: true });
  alreadyHeard.add(inner);
  if (!control.dispatchEvent(inner)) event.preventDefault();
}

/** A control's element has the whole inside: this module stands apart from the one that attaches internals. */
function internalsIn(host: PassingElement): ElementInternals {
  return (insideOf(host) as Inside).internals;
}

/** Tells the form what the control holds, and whether that is in order. */
function tell(host: PassingElement, control: Control): void {
  const internals = internalsIn(host);
  if (control instanceof HTMLButtonElement) return;
  markLive(host);
  if (control instanceof HTMLInputElement && isBox(control))
    internals.setFormValue(control.checked ? control.value : null);
  else if (control instanceof HTMLSelectElement && control.multiple) {
    const values = new FormData();
    for (const { value } of control.selectedOptions) values.append(host.getAttribute('name') ?? '', value);
    internals.setFormValue(values);
  } else if (control instanceof HTMLInputElement && control.type === 'file') {
    const files = new FormData();
    const chosen = control.files!.length > 0 ? control.files! : [new File([], '')];
    for (const file of chosen) files.append(host.getAttribute('name') ?? '', file);
    internals.setFormValue(files);
  } else if (!(
    control instanceof HTMLInputElement &&
    LABELED.test(control.type) &&
    control.type !== 'hidden'
  ))
    internals.setFormValue(control.value);
  if (control.validity.valid) internals.setValidity({});
  else {
    const anchor = control.isConnected ? control : undefined;
    internals.setValidity(flagsOf(control.validity), control.validationMessage || ' ', anchor);
  }
}

/** The flags of a validity, which stand on its prototype; "valid" among them is none and counts for nothing. */
function flagsOf(validity: ValidityState): ValidityStateFlags {
  const flags: Record<string, boolean> = {};
  for (const name in validity) flags[name] = validity[name as keyof ValidityState];
  return flags;
}

/** What a button does to its form, once nothing on the event's way has prevented it. */
function press(host: PassingElement, control: Control, event: Event): void {
  const type =
    control instanceof HTMLButtonElement || control instanceof HTMLInputElement ? control.type : '';
  const { form } = internalsIn(host);
  if (!form || !/^(?:submit|image|reset)$/.test(type)) return;
  let done = false;
  const act = (): void => {
    window.removeEventListener('click', act);
    if (done || event.defaultPrevented) return;
    done = true;
    if (type === 'reset') form.reset();
    else submitFrom(host, control);
  };
  // The window is the last to hear of it; where something keeps the event from it, the act is a little late.
  window.addEventListener('click', act);
  setTimeout(act);
}

/** Submits the element's form, with what the button says of it (`name`, `formaction`, …). */
function submitFrom(host: PassingElement, control?: Control): void {
  const { form } = internalsIn(host);
  if (!form) return;
  const says = host.getAttributeNames().filter((name) => name === 'name' || /^form./.test(name));
  if (!control || says.length === 0) {
    form.requestSubmit();
    return;
  }
  const submitter = document.createElement('button');
  submitter.hidden = true;
  for (const name of [...says, 'value']) {
    const value = host.getAttribute(name);
    if (value !== null && name !== 'form') submitter.setAttribute(name, value);
  }
  form.append(submitter);
  form.requestSubmit(submitter);
  submitter.remove();
}
