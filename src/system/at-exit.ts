type Work = () => void;

const works = new Set<Work>();

/**
 * Does something when this process ends before it is taken back: what was started is ended, what is half written is
 * removed. The work is synchronous. Gives a function that takes it back.
 */
export function atEnd(work: Work): () => void {
  if (works.size === 0) process.on('exit', endAll);
  works.add(work);
  return () => {
    works.delete(work);
    if (works.size === 0) process.off('exit', endAll);
  };
}

/** Does all of it now; for whoever ends the process at a signal. */
export function endAll(): void {
  for (const work of works) {
    try {
      work();
    } catch {
      // The others must be done as well, and nobody is there any more to be told.
    }
  }
  works.clear();
}
