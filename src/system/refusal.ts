import { UsageError } from './usage-error.js';

/** What a person can do about it, by what the operating system says. */
const HELP: Readonly<Record<string, string>> = {
  ENOSPC: 'Make room on the disk.',
  EDQUOT: 'Make room: what you may use of the disk is used up.',
  EACCES: 'Check that you may read and write there.',
  EPERM: 'Check that you may read and write there.',
  EROFS: 'What is there can only be read: choose another place.',
  ENOTDIR: 'There is a file where a folder should be: move it away.',
  EISDIR: 'There is a folder where a file should be: move it away.',
  EEXIST: 'There is a file where a folder should be: move it away.',
  EMFILE: 'Close other programs: too many files are open.',
  ENFILE: 'Close other programs: too many files are open.',
};

/** What the operating system refuses is no fault of the tool; undefined for every other error. `path` is what it was about. */
export function asRefusal(error: unknown, path?: string): UsageError | undefined {
  if (error instanceof UsageError) return error;
  const { code = '', path: named, message } = error as NodeJS.ErrnoException;
  const help = HELP[code];
  if (help === undefined) return undefined;
  const words = /^[A-Z]+: ([^,]+)/.exec(message)?.[1] ?? message;
  return new UsageError(`${path ?? named ?? 'A file'} cannot be used: ${words}.`, help);
}
