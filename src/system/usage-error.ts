/** Thrown where a command cannot begin: wrong use, or input that cannot be read. Exit status 2. */
export class UsageError extends Error {
  constructor(
    message: string,
    readonly help: string,
  ) {
    super(message);
  }
}
