/** It answers some time after it was asked. */
export default class extends HTMLElement {
  #timer = 0;

  constructor() {
    super();
    const button = document.createElement('button');
    button.textContent = 'Ask';
    const answer = document.createElement('output');
    button.addEventListener('click', () => {
      clearTimeout(this.#timer);
      answer.textContent = 'Asked';
      this.#timer = setTimeout(() => {
        this.dispatchEvent(new CustomEvent('beacon-answer', { detail: 7, bubbles: true, composed: true }));
        this.#timer = setTimeout(() => (answer.textContent = 'Seven meters'), 450) as unknown as number;
      }, 600) as unknown as number;
    });
    this.attachShadow({ mode: 'open' }).append(button, answer);
  }

  disconnectedCallback(): void {
    clearTimeout(this.#timer);
  }
}
