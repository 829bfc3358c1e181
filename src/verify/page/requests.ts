import { untracked } from './untracked.js';

/** Requests of a page that are not answered yet. */
export interface Requests {
  count(): number;
  /** Waits until all are answered, for a while; those that take longer are waited for no more. */
  over(): Promise<void>;
}

/** In milliseconds. */
const LONGEST = 1000;

/** Keeps count of what is fetched, until its body was read. */
export function trackRequests(): Requests {
  const pending = new Set<Promise<unknown>>();
  const track = <Result>(request: Promise<Result>): Promise<Result> => {
    pending.add(request);
    const end = (): void => void pending.delete(request);
    request.then(end, end);
    return request;
  };
  const { fetch } = window;
  window.fetch = (...given) => track(fetch.apply(window, given));
  for (const read of ['text', 'json', 'blob', 'arrayBuffer'] as const) {
    const native = Response.prototype[read] as (this: Response) => Promise<never>;
    Response.prototype[read] = function (this: Response) {
      return track(native.call(this));
    };
  }
  const { send } = XMLHttpRequest.prototype;
  XMLHttpRequest.prototype.send = function (this: XMLHttpRequest, body) {
    void track(new Promise((resolve) => this.addEventListener('loadend', resolve, { once: true })));
    send.call(this, body);
  };
  return {
    count: () => pending.size,
    async over() {
      const asked = [...pending];
      await Promise.race([
        Promise.allSettled(asked),
        new Promise((resolve) => untracked.setTimeout(resolve, LONGEST)),
      ]);
      for (const request of asked) pending.delete(request);
    },
  };
}
