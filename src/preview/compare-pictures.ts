import { BrowserMissing } from '../browsers/browser.js';
import { differ } from '../verify/compare-looks.js';
import type { Camera } from './camera.js';
import type { PictureAnswer, PicturesRequest } from './shapes.js';

/** Takes a picture of a sample in each framework, and says how many pixels are other than in the first one. */
export async function comparePictures(
  camera: Camera,
  { frameworks, css, view, ...state }: PicturesRequest,
): Promise<PictureAnswer[]> {
  const messages = [
    { page: 'view', view } as const,
    ...Object.entries(css).map(([name, value]) => ({ page: 'css', name, value }) as const),
  ];
  const answers: PictureAnswer[] = [];
  let first: Uint8Array | undefined;
  for (const framework of frameworks) {
    try {
      const { png } = await camera.take({ framework, ...state, messages });
      first ??= png;
      answers.push({ framework, pixels: await differing(first, png), problem: '' });
    } catch (error) {
      const { message } = error as Error;
      answers.push({
        framework,
        pixels: 0,
        problem: error instanceof BrowserMissing ? `${message} ${error.help}` : message,
      });
      if (error instanceof BrowserMissing) break;
    }
  }
  return answers;
}

async function differing(one: Uint8Array, other: Uint8Array): Promise<number> {
  if (Buffer.compare(one, other) === 0) return 0;
  const { differing, isSame } = await differ(one, other);
  return isSame ? 0 : differing;
}
