import { createHash } from 'node:crypto';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import * as z from 'zod';
import { OWN_FOLDER } from '../library/own-folder.js';
import { contentKey } from '../system/cache.js';
import { writeWhole } from '../system/write-whole.js';
import { verifyResultSchema, type VerifyResult } from './result.js';

/** Everything that was seen of one element in one host and engine. */
export interface Seen {
  /** Name and version of the browser. */
  browser: string;
  results: VerifyResult[];
  /** The pictures that results name, PNG. */
  pictures: Map<string, Uint8Array>;
  /** How long it took, in milliseconds. */
  took: number;
}

const seenSchema = z.object({
  browser: z.string(),
  results: z.array(verifyResultSchema),
  pictures: z.record(z.string(), z.base64()),
  took: z.number(),
});

const headSchema = z.object({ key: z.string(), sum: z.string(), took: z.number() });

/**
 * What was seen in earlier runs, in the tool's own folder of a library: a file for each element, host and engine. The first line
 * says what it rests on and what its content adds up to; a file that is not as it was written is no memory.
 */
export class Memory {
  constructor(readonly root: string) {}

  /** What was seen before, if it rests on the same; undefined if not, or if the memory is damaged. */
  async recall(place: readonly string[], key: string): Promise<Seen | undefined> {
    try {
      const text = await readFile(this.#path(place), 'utf8');
      const end = text.indexOf('\n');
      const head = headSchema.parse(JSON.parse(text.slice(0, end)));
      const body = text.slice(end + 1);
      if (head.key !== key || head.sum !== sumOf(body)) return undefined;
      const { pictures, ...seen } = seenSchema.parse(JSON.parse(body));
      return {
        ...seen,
        pictures: new Map(Object.entries(pictures).map(([name, png]) => [name, Buffer.from(png, 'base64')])),
      };
    } catch {
      return undefined;
    }
  }

  /** How long it took when it was last seen, in milliseconds, whatever it rested on. */
  async tookBefore(place: readonly string[]): Promise<number | undefined> {
    try {
      const text = await readFile(this.#path(place), 'utf8');
      return headSchema.parse(JSON.parse(text.slice(0, text.indexOf('\n')))).took;
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
    const head = JSON.stringify({ key, sum: sumOf(body), took: seen.took });
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

function sumOf(text: string): string {
  return createHash('sha256').update(text).digest('base64');
}
