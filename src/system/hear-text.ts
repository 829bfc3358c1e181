import type { Readable } from 'node:stream';

/** Hears a stream of UTF-8 as text. A character whose bytes come in two pieces is heard once it is whole, never as two broken ones. */
export function hearText(stream: Readable, heard: (text: string) => void): void {
  stream.setEncoding('utf8').on('data', heard);
}
