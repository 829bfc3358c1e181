import { counted } from './output.js';

/** One line for the state of a run, rewritten in a terminal, left out elsewhere. */
export class Progress {
  #done = 0;

  constructor(readonly total: number) {}

  cell(framework: string, element: string, facet: string): void {
    this.#done++;
    if (process.stderr.isTTY)
      process.stderr.write(`\r\x1b[K${this.#done}/${this.total} ${framework} · ${element} · ${facet}`);
  }

  end(): void {
    if (process.stderr.isTTY) process.stderr.write('\r\x1b[K');
    else process.stderr.write(`${counted(this.#done, 'cell')} of ${this.total} probed\n`);
  }
}
