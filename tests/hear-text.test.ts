import { PassThrough } from 'node:stream';
import { expect, it } from 'vitest';
import { hearText } from '../src/system/hear-text.js';

it('hears each character whole, wherever its bytes are parted', async () => {
  const text = 'Boje “K” · 港 · 🚢';
  const bytes = Buffer.from(text);
  for (let place = 1; place < bytes.length; place++) {
    const stream = new PassThrough();
    let said = '';
    hearText(stream, (piece) => (said += piece));
    const ended = new Promise((resolve) => stream.once('end', resolve));
    stream.write(bytes.subarray(0, place));
    stream.end(bytes.subarray(place));
    await ended;
    expect(said, `parted at ${place}`).toBe(text);
  }
});
