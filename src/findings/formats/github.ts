import type { Format } from './format.js';

const COMMANDS = { error: 'error', warning: 'warning', note: 'notice' } as const;

function data(text: string): string {
  return text.replace(/%/g, '%25').replace(/\r/g, '%0D').replace(/\n/g, '%0A');
}

function property(text: string): string {
  return data(text).replace(/:/g, '%3A').replace(/,/g, '%2C');
}

/** Workflow commands that put findings beside the lines of a change on GitHub. */
export const github: Format = {
  name: 'github',
  write: ({ findings }) =>
    findings
      .map(
        ({ severity, code, message, help, file, line, column }) =>
          `::${COMMANDS[severity]} file=${property(file)},line=${line},col=${column},title=${property(code)}::${data(`${message} ${help}`)}\n`,
      )
      .join(''),
};
