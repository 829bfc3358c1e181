// A page in the browser, as a screenshot.
import { writeFileSync } from 'node:fs';

/** Finds elements in all shadow roots, and works the controls of the live page. */
const HELPERS = `
globalThis.anywhere = (selector, root = document) => [
  ...root.querySelectorAll(selector),
  ...[...root.querySelectorAll('*')].flatMap((one) => (one.shadowRoot ? anywhere(selector, one.shadowRoot) : [])),
];
globalThis.give = (label, value) => {
  const one = anywhere('[aria-label]').find((other) => other.getAttribute('aria-label') === label && other.localName !== 'live-control');
  one.value = value;
  for (const type of ['input', 'change']) one.dispatchEvent(new Event(type, { bubbles: true }));
};
globalThis.press = (name) => anywhere('button').find((one) => one.innerText.trim() === name).click();
`;

export class Shots {
  constructor(browser, folder) {
    this.browser = browser;
    this.folder = folder;
  }

  /** Opens an address at a size, does something in the page, waits until something holds, and saves the viewport. */
  async take(file, url, { width = 1280, height = 800, act = '', until = 'true', pause = 800 } = {}) {
    const page = await this.browser.newPage({ width, height });
    await page.open(url);
    await page.evaluate(`(() => { ${HELPERS} })()`, 5000);
    const holds = async (condition) => {
      const end = Date.now() + 30_000;
      while (!(await page.evaluate(`Boolean(${condition})`, 5000))) {
        if (Date.now() > end) throw new Error(`${file}: it never held that ${condition}`);
        await new Promise((resolve) => setTimeout(resolve, 100));
      }
    };
    await holds(until);
    if (act) await page.evaluate(`(async () => { ${act} })()`, 20_000);
    await new Promise((resolve) => setTimeout(resolve, pause));
    writeFileSync(`${this.folder}/${file}`, await page.screenshot());
    await page.close();
  }
}
