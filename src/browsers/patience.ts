import { PageHangs } from './browser.js';

/** How long the browser itself, with no page's script behind it, may take, in milliseconds. */
export const PATIENCE = 30_000;

/** How many times as long as it should take what a slow page does may take. */
const SLOW_TIMES = 4;

/** The result of a promise; rejects with `PageHangs` if it takes longer than `timeout` ms. */
export async function within<Value>(promise: Promise<Value>, timeout: number): Promise<Value> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new PageHangs(`The page did not answer within ${timeout} ms.`)), timeout);
  });
  try {
    return await Promise.race([promise, late]);
  } finally {
    clearTimeout(timer);
  }
}

/**
 * The result of something that a page does. A page that still answers does not hang, it is slow, as on a busy machine: it
 * gets a few times as long. `answers` asks it for something that takes no time, and rejects if there is no answer.
 */
export async function unlessItHangs<Value>(
  reply: Promise<Value>,
  timeout: number,
  answers: (timeout: number) => Promise<unknown>,
): Promise<Value> {
  for (let times = 1; ; times++) {
    try {
      return await within(reply, timeout);
    } catch (error) {
      if (!(error instanceof PageHangs) || times >= SLOW_TIMES) throw error;
      await answers(timeout / 2);
    }
  }
}
