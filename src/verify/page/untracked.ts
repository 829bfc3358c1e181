/** The page's own timers, before they are counted: counted things are those of elements and frameworks. */
export const untracked = {
  setTimeout: globalThis.setTimeout.bind(globalThis),
  requestAnimationFrame: globalThis.requestAnimationFrame.bind(globalThis),
};

/** In milliseconds: a page that draws no frames, as one does that nobody can see, is waited for so long. */
export const FRAMELESS = 3000;

/** In milliseconds, one turn of waiting for a frame. */
const TURN = 50;

/**
 * Waits for the next frame, with whatever observes the layout; where a page draws none, not for ever. It is counted in turns
 * of the page: on a busy machine the first frame of a page may take seconds.
 */
export function drawn(): Promise<void> {
  return new Promise((resolve) => {
    let over = false;
    untracked.requestAnimationFrame(() => {
      over = true;
      resolve();
    });
    const turn = (waited: number): void => {
      if (waited >= FRAMELESS) resolve();
      else if (!over) untracked.setTimeout(() => turn(waited + TURN), TURN);
    };
    turn(0);
  });
}
