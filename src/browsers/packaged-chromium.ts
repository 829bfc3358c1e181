import { createHash } from 'node:crypto';
import { createReadStream, rmSync } from 'node:fs';
import { access, mkdir, mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { createBrotliDecompress } from 'node:zlib';
import { atEnd } from '../system/at-exit.js';
import { cacheFolder } from '../system/cache.js';
import { asRefusal } from '../system/refusal.js';

const require = createRequire(import.meta.url);

/** Where the packaged browser lies once it is unpacked. */
export interface PackagedBrowser {
  executable: string;
  /** Libraries that it needs and a bare machine may lack. */
  libraries: string;
  /** Font configuration for a machine without fonts. */
  fonts: string;
}

/**
 * The browser from its npm package, unpacked into the tool's own cache at first use (about 2.5 s);
 * undefined where the package is missing or made for another kind of machine. One that is `damaged` is unpacked again.
 */
export async function packagedChromium(damaged = false): Promise<PackagedBrowser | undefined> {
  if (process.platform !== 'linux' || process.arch !== 'x64') return undefined;
  let source: string;
  let version: string;
  try {
    const main = require.resolve('@sparticuz/chromium');
    const root = main.slice(
      0,
      main.indexOf(join('@sparticuz', 'chromium')) + join('@sparticuz', 'chromium').length,
    );
    version = (JSON.parse(await readFile(join(root, 'package.json'), 'utf8')) as { version: string }).version;
    source = join(root, 'bin');
    await access(join(source, 'chromium.br'));
  } catch {
    return undefined;
  }
  const key = createHash('sha256').update(`${source}\0${version}`).digest('hex').slice(0, 12);
  const folder = join(cacheFolder(), `chromium-${version}-${key}`);
  if (!damaged && (await isThere(folder))) return partsIn(folder);
  if (damaged) await rm(folder, { recursive: true, force: true }).catch(() => {});
  try {
    await unpack(source, folder);
    return partsIn(folder);
  } catch (error) {
    const refused = asRefusal(error);
    if (!refused) throw error;
    // What cannot be kept is unpacked for this run alone.
    return partsIn(await unpackedForOnce(source));
  }
}

function partsIn(folder: string): PackagedBrowser {
  return {
    executable: join(folder, 'chromium'),
    libraries: join(folder, 'lib'),
    fonts: join(folder, 'fonts'),
  };
}

function isThere(folder: string): Promise<boolean> {
  return access(partsIn(folder).executable).then(
    () => true,
    () => false,
  );
}

/** A folder with the browser that is removed when this process ends. */
const unpackedFolder = new Map<string, Promise<string>>();
function unpackedForOnce(source: string): Promise<string> {
  const known = unpackedFolder.get(source) ?? unpackAside(source);
  unpackedFolder.set(source, known);
  return known;
}

async function unpackAside(source: string): Promise<string> {
  const place = await mkdtemp(join(tmpdir(), 'lastwright-chromium-'));
  atEnd(() => rmSync(place, { recursive: true, force: true }));
  const folder = join(place, 'browser');
  await unpack(source, folder);
  return folder;
}

/** Unpacks into a folder of its own, which then takes its place: two that start at once do not disturb each other. */
async function unpack(source: string, folder: string): Promise<void> {
  const { extract } = await import('tar');
  await mkdir(dirname(folder), { recursive: true });
  const fresh = await mkdtemp(`${folder}.new-`);
  const unpackTar = async (name: string, cwd: string): Promise<void> => {
    await mkdir(cwd, { recursive: true });
    await pipeline(createReadStream(join(source, name)), createBrotliDecompress(), extract({ cwd }));
  };
  const { createWriteStream } = await import('node:fs');
  try {
    await Promise.all([
      pipeline(
        createReadStream(join(source, 'chromium.br')),
        createBrotliDecompress({ chunkSize: 2 ** 21 }),
        createWriteStream(join(fresh, 'chromium'), { mode: 0o755 }),
      ),
      unpackTar('al2023.tar.br', fresh),
      unpackTar('fonts.tar.br', join(fresh, 'fonts')),
      unpackTar('swiftshader.tar.br', fresh),
    ]);
    const fonts = await readFile(join(fresh, 'fonts', 'fonts.conf'), 'utf8').catch(() => '');
    await writeFile(
      join(fresh, 'fonts', 'fonts.conf'),
      fonts.replaceAll('/tmp/fonts', join(folder, 'fonts', 'fonts')),
    );
    await rename(fresh, folder).catch(async (error: NodeJS.ErrnoException) => {
      if (error.code !== 'ENOTEMPTY' && error.code !== 'EEXIST') throw error;
    });
  } finally {
    await rm(fresh, { recursive: true, force: true });
  }
}
