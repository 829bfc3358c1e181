type Work = () => void;

const works = new Set<Work>();

/**
 * Does something when this process is told to end (SIGINT, SIGTERM, SIGHUP) or ends by itself, so that nothing which
 * it started or half wrote is left behind. The work is synchronous. Gives a function that takes it back.
 */
export function atExit(work: Work): () => void {
  if (works.size === 0) listen();
  works.add(work);
  return () => {
    works.delete(work);
    if (works.size === 0) unlisten();
  };
}

function runAll(): void {
  for (const work of works) {
    try {
      work();
    } catch {
      // The others must be done as well, and nobody is there any more to be told.
    }
  }
  works.clear();
}

/** Exit statuses of a shell: 128 and the signal's number. */
const SIGNALS = { SIGINT: 130, SIGTERM: 143, SIGHUP: 129 } as const;

const handlers = Object.entries(SIGNALS).map(
  ([signal, status]) =>
    [
      signal,
      () => {
        runAll();
        process.exit(status);
      },
    ] as const,
);

function listen(): void {
  for (const [signal, handler] of handlers) process.on(signal, handler);
  process.on('exit', runAll);
}

function unlisten(): void {
  for (const [signal, handler] of handlers) process.off(signal, handler);
  process.off('exit', runAll);
}
