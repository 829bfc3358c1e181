/** The page's own timers, before they are counted: counted things are those of elements and hosts. */
export const untracked = {
  setTimeout: globalThis.setTimeout.bind(globalThis),
  requestAnimationFrame: globalThis.requestAnimationFrame.bind(globalThis),
};

/** Waits for the next frame, with whatever observes the layout; where a page draws none, a second. */
export function drawn(): Promise<void> {
  return new Promise((resolve) => {
    untracked.requestAnimationFrame(() => resolve());
    untracked.setTimeout(resolve, 1000);
  });
}
