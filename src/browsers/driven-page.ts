import type { Clip, KeyName, Page } from './browser.js';
import { keyActions, pointerActions } from './keys.js';

/** What pages have in common that are driven by one of the two standard protocols: both take the same actions. */
export abstract class DrivenPage implements Page {
  protected readonly shown: string[] = [];
  protected went: string | undefined;

  abstract open(url: string): Promise<void>;
  abstract evaluate<Value>(expression: string, timeout: number): Promise<Value>;
  abstract screenshot(clip?: Clip): Promise<Uint8Array>;
  abstract close(): Promise<void>;
  /** Performs actions of input devices (WebDriver, section 15). */
  protected abstract act(actions: object[], timeout: number): Promise<void>;

  async click(x: number, y: number, timeout: number): Promise<void> {
    await this.act(pointerActions(x, y, true), timeout);
  }

  async point(x: number, y: number, timeout: number): Promise<void> {
    await this.act(pointerActions(x, y, false), timeout);
  }

  async type(text: string, timeout: number): Promise<void> {
    await this.act(keyActions([...text]), timeout);
  }

  async press(key: KeyName, timeout: number): Promise<void> {
    await this.act(keyActions([key]), timeout);
  }

  dialogs(): string[] {
    return this.shown.splice(0);
  }

  strayed(): string | undefined {
    return this.went;
  }

  async heapUsed(): Promise<undefined> {
    // Neither protocol has a command for it.
  }
}
