// Where a package is shown, relative links of its README lead nowhere: the one that is packed has addresses of the files that
// are packed beside it. `pack` puts them in before npm packs, `unpack` takes them out afterwards.
import { readFileSync, writeFileSync } from 'node:fs';

const { name, version } = JSON.parse(readFileSync('package.json', 'utf8'));
/** What serves the files of published packages, pictures as such. */
const BASE = `https://cdn.jsdelivr.net/npm/${name}@${version}/`;

const relative = readFileSync('README.md', 'utf8').replaceAll(`](${BASE}`, '](');
const absolute = relative.replace(/\]\((?![a-z]+:|#)([^)\s]+)\)/g, (_, path) => `](${BASE}${path})`);
writeFileSync('README.md', process.argv[2] === 'pack' ? absolute : relative);
