import colors from 'picocolors';
import { visible, visibleLine, withoutCommands } from '../findings/visible.js';

/** Writing to people: results to standard output, everything else to standard error. */
export const say = {
  /** A line of the result. */
  line(text = ''): void {
    process.stdout.write(`${withoutCommands(text)}\n`);
  },
  /** A text of the result as it is. */
  text(text: string): void {
    process.stdout.write(text);
  },
  /** A line beside the result. */
  note(text: string): void {
    process.stderr.write(`${withoutCommands(text)}\n`);
  },
  error(message: string, help: string): void {
    const paint = colors.createColors(colors.isColorSupported && process.stderr.isTTY === true);
    process.stderr.write(
      `${paint.red('Error:')} ${visibleLine(message)}\n${withoutCommands(visible(help))}\n`,
    );
  },
  json(value: unknown): void {
    process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
  },
};

/** `1 error`, `2 errors`. */
export function counted(count: number, word: string): string {
  return `${count} ${word}${count === 1 ? '' : 's'}`;
}

/** A text broken between words where a terminal is narrow; its lines begin so many columns from the left. */
export function wrapped(text: string, left: number): string {
  const width = (process.stdout.isTTY ? process.stdout.columns : Infinity) - left;
  if (width < 20) return text;
  const lines = [''];
  for (const word of text.split(/(?<=\s)(?=\S)/)) {
    const line = lines.at(-1)!;
    if (line && (line + word).trimEnd().length > width) lines.push(word);
    else lines[lines.length - 1] = line + word;
  }
  return lines.map((line) => line.trimEnd()).join(`\n${' '.repeat(left)}`);
}
