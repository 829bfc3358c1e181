import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { BrowserMissing } from '../browsers/browser.js';
import { FRAMEWORKS } from '../frameworks/index.js';
import { writeWhole } from '../system/write-whole.js';
import { Camera } from './camera.js';
import type { LiveLibrary } from './live-library.js';
import { LiveServer } from './live-server.js';
import { samplesOf } from './scenes.js';

/** What was drawn, and what could not be. */
export interface Stills {
  /** Files in the folder, with the size of each picture in pixels. */
  written: { file: string; width: number; height: number }[];
  problems: { what: string; why: string }[];
  missing: { what: string; help: string }[];
}

/** Writes a picture of each sample in each framework, as they are at their start: `TAG/SAMPLE.FRAMEWORK.png`. */
export async function stillPictures(
  live: LiveLibrary,
  folder: string,
  wanted: { element?: string | undefined; frameworks?: readonly string[] | undefined },
): Promise<Stills> {
  const stills: Stills = { written: [], problems: [], missing: [] };
  const server = new LiveServer(live);
  const camera = new Camera(live, (await server.start(0)).cells);
  const tags = live.tags.filter((tag) => wanted.element === undefined || wanted.element === tag);
  try {
    for (const framework of wanted.frameworks ?? live.analysis.library.config.frameworks) {
      const { missing, install = '', title } = await live.cells.describe(framework);
      if (missing) stills.missing.push({ what: `${title}: ${missing}`, help: install });
      else for (const tag of tags) await stillElement(live, camera, { folder, framework, tag }, stills);
    }
  } catch (error) {
    if (!(error instanceof BrowserMissing)) throw error;
    stills.missing.push({ what: error.message, help: error.help });
  } finally {
    await camera.close();
    await server.stop();
  }
  return stills;
}

async function stillElement(
  live: LiveLibrary,
  camera: Camera,
  { folder, framework, tag }: { folder: string; framework: string; tag: string },
  stills: Stills,
): Promise<void> {
  const facts = live.facts(tag);
  if (!facts || live.isBroken(tag)) {
    if (!stills.problems.some(({ what }) => what === tag))
      stills.problems.push({ what: tag, why: 'It has errors: run lastwright check.' });
    return;
  }
  const used = new Set<string>();
  for (const [sample, { sample: name }] of samplesOf(facts).entries()) {
    const file = `${tag}/${fileName(name, used)}.${framework}.png`;
    try {
      const { png, width, height } = await camera.take({ tag, framework, sample, values: {}, slots: {} });
      await mkdir(join(folder, tag), { recursive: true });
      await writeWhole(join(folder, file), png);
      stills.written.push({ file, width, height });
    } catch (error) {
      if (error instanceof BrowserMissing) throw error;
      const { title } = FRAMEWORKS.find((one) => one.name === framework)!;
      stills.problems.push({ what: `${tag}, “${name}”, in ${title}`, why: (error as Error).message });
    }
  }
}

/** A name for a file that says which sample it is; two samples never share one. */
function fileName(sample: string, used: Set<string>): string {
  const plain =
    sample
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .slice(0, 60) || 'sample';
  let name = plain;
  for (let count = 2; used.has(name); count++) name = `${plain}-${count}`;
  used.add(name);
  return name;
}
