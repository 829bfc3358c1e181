/** A browser that is elsewhere: a WebDriver endpoint. */
export interface Elsewhere {
  /** The endpoint's address, as `http://grid.harbor.example:4444`. */
  at: string;
  /** The address under which that browser reaches the pages that are served here; on the loopback address if it is left out. */
  pages?: string | undefined;
  /** What the endpoint is asked for beside that (WebDriver, section 7). */
  capabilities?: Record<string, unknown> | undefined;
}
