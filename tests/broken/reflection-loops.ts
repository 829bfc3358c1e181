import { Lamp } from './lamp.js';

/** Each change of the attribute is answered by writing it again. */
export default class extends Lamp {
  protected override read(name: string, text: string | null): void {
    super.read(name, text);
    if (name === 'bright' && text === '') this.setAttribute('bright', 'bright');
  }
}
