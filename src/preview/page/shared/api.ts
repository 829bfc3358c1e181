import type {
  CellAnswer,
  LiveElement,
  LiveOverview,
  LiveSize,
  PictureAnswer,
  PicturesRequest,
  StateAnswer,
  StateRequest,
} from '../../shapes.js';

/** What the server refuses, with what helps. */
export class Refused extends Error {
  constructor(
    readonly wrong: string,
    readonly help: string,
  ) {
    super(wrong);
  }
}

async function ask<Answer>(path: string, body?: object): Promise<Answer> {
  const response = await fetch(
    path,
    body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
  );
  const answer: unknown = await response.json().catch(() => ({}));
  if (response.ok) return answer as Answer;
  const { wrong = 'The server does not answer.', help = '' } = answer as { wrong?: string; help?: string };
  throw new Refused(wrong, help);
}

export const askLibrary = (): Promise<LiveOverview> => ask('/api/library');

export const askElement = (tag: string, frameworks: readonly string[]): Promise<LiveElement> =>
  ask(`/api/element/${encodeURIComponent(tag)}?frameworks=${frameworks.join(',')}`);

/** `generation` counts how often cells had to be served from another origin, since something in the last one hangs. */
export const askCells = (state: StateRequest, generation: number): Promise<{ cells: CellAnswer[] }> =>
  ask('/api/cells', { ...state, generation });

export const askCode = (state: StateRequest): Promise<StateAnswer> => ask('/api/code', state);

export const askSize = (tag: string): Promise<{ size?: LiveSize }> =>
  ask(`/api/size/${encodeURIComponent(tag)}`);

export const askPlace = (
  place: object,
): Promise<{ place?: { file: string; line: number; column: number } }> => ask('/api/place', place);

export const askToKeep = (tag: string, sample: object): Promise<{ file: string }> =>
  ask('/api/samples', { tag, sample });

export const askPictures = (state: PicturesRequest): Promise<{ pictures: PictureAnswer[] }> =>
  ask('/api/pictures', state);
