import { createHash } from 'node:crypto';
import { mkdir, open, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import * as z from 'zod';
import { OWN_FOLDER } from '../library/own-folder.js';
import { contentKey } from '../system/cache.js';
import type { Made } from './alike.js';
import { writeWhole } from '../system/write-whole.js';
import { verifyResultSchema, type VerifyResult } from './result.js';

/** Everything that was seen of one element in one framework and browser. */
export interface Seen {
  /** Name and version of the browser. */
  version: string;
  results: VerifyResult[];
  /** The pictures that results name, PNG. */
  pictures: Map<string, Uint8Array>;
  /** How long it took, in milliseconds. */
  took: number;
  /** What the framework made, for others that are compared with it. */
  made: Made;
}

const seenSchema = z.object({
  version: z.string(),
  results: z.array(verifyResultSchema),
  pictures: z.record(z.string(), z.base64()),
  took: z.number(),
  made: z.record(z.string(), z.record(z.string(), z.string().nullable())),
});

const headSchema = z.object({
  key: z.string(),
  sum: z.string(),
  took: z.number(),
  last: z.object({
    fits: z.int(),
    care: z.int(),
    fails: z.int(),
    unchecked: z.int(),
    seen: z.string(),
  }),
});

/** How many verdicts there were of each kind, and when, as an ISO date. */
export type LastSeen = z.infer<typeof headSchema>['last'];

/** The first line of a memory is not longer than this, in bytes. */
const HEAD = 1024;

/**
 * What was seen in earlier runs, in the tool's own folder of a library: a file for each element, framework and browser. The first line
 * says what it rests on and what its content adds up to; a file that is not as it was written is no memory.
 */
export class Memory {
  constructor(readonly root: string) {}

  /**
   * What was seen before, if it rests on the same; undefined if not, or if the memory is damaged. Whoever needs it takes it apart,
   * which takes a while, and finds then if it is nothing that this tool wrote.
   */
  async recall(place: readonly string[], key: string): Promise<(() => Seen | undefined) | undefined> {
    try {
      const text = await readFile(this.#path(place), 'utf8');
      const end = text.indexOf('\n');
      const head = headSchema.parse(JSON.parse(text.slice(0, end)));
      const body = text.slice(end + 1);
      return head.key === key && head.sum === sumOf(body) ? () => seenIn(body) : undefined;
    } catch {
      return undefined;
    }
  }

  /** What an element came to when it was seen last, whatever that rested on; undefined if nobody has seen it. */
  async last(place: readonly string[]): Promise<LastSeen | undefined> {
    return (await this.#head(place))?.last;
  }

  /** How long it took when it was last seen, in milliseconds, whatever it rested on. */
  async tookBefore(place: readonly string[]): Promise<number | undefined> {
    return (await this.#head(place))?.took;
  }

  async #head(place: readonly string[]): Promise<z.infer<typeof headSchema> | undefined> {
    try {
      const file = await open(this.#path(place));
      try {
        const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
        const head = buffer.toString('utf8', 0, bytesRead);
        return headSchema.parse(JSON.parse(head.slice(0, head.indexOf('\n'))));
      } finally {
        await file.close();
      }
    } catch {
      return undefined;
    }
  }

  /** Keeps what was seen. A memory that cannot be written is done without. */
  async remember(place: readonly string[], key: string, { pictures, ...seen }: Seen): Promise<void> {
    const encoded = Object.fromEntries(
      [...pictures].map(([name, png]) => [name, Buffer.from(png).toString('base64')]),
    );
    const body = JSON.stringify({ ...seen, pictures: encoded });
    const head = JSON.stringify({ key, sum: sumOf(body), took: seen.took, last: lastOf(seen.results) });
    const path = this.#path(place);
    try {
      await mkdir(dirname(path), { recursive: true });
      await writeFile(join(this.root, OWN_FOLDER, '.gitignore'), '*\n');
      await writeWhole(path, `${head}\n${body}`);
    } catch {
      // The next run sees it anew.
    }
  }

  #path(place: readonly string[]): string {
    // A tag is made of characters that no file system minds, but for those beyond ASCII.
    const names = place.map((name) => (/^[\w.-]+$/.test(name) ? name : contentKey(name)));
    return `${join(this.root, OWN_FOLDER, 'seen', ...names)}.json`;
  }
}

/** What the rest of a file says; undefined if no tool of this kind wrote it. */
function seenIn(body: string): Seen | undefined {
  try {
    const { pictures, ...seen } = seenSchema.parse(JSON.parse(body));
    return {
      ...seen,
      pictures: new Map(Object.entries(pictures).map(([name, png]) => [name, Buffer.from(png, 'base64')])),
    };
  } catch {
    return undefined;
  }
}

function lastOf(results: readonly VerifyResult[]): LastSeen {
  const last = { fits: 0, care: 0, fails: 0, unchecked: 0, seen: '' };
  for (const { verdict, seen } of results) {
    last[verdict]++;
    if (last.seen === '' || seen < last.seen) last.seen = seen;
  }
  return last;
}

function sumOf(text: string): string {
  return createHash('sha256').update(text).digest('base64');
}
