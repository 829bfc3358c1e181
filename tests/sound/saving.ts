/** It tells what was written when somebody leaves it. */
export default class extends HTMLElement {
  constructor() {
    super();
    const field = document.createElement('input');
    field.ariaLabel = 'Cargo';
    field.part.add('field');
    field.addEventListener('blur', () => {
      this.dispatchEvent(
        new CustomEvent('beacon-save', { detail: field.value, bubbles: true, composed: true }),
      );
    });
    const button = document.createElement('button');
    button.textContent = 'Done';
    this.attachShadow({ mode: 'open' }).append(field, button);
  }
}
