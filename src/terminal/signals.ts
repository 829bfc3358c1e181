import { endAll } from '../system/at-exit.js';

/** Exit statuses of a shell: 128 and the signal's number. */
const SIGNALS = { SIGHUP: 129, SIGINT: 130, SIGTERM: 143 } as const;

/** A signal ends a command, and everything that it started or half wrote with it. */
export function endAtSignals(): void {
  for (const [signal, status] of Object.entries(SIGNALS)) {
    process.on(signal, () => {
      // Who watches ends in a way of its own.
      if (process.listenerCount(signal) > 1) return;
      endAll();
      process.exit(status);
    });
  }
}
