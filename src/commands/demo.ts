import * as Args from '@oclif/core/args';
import { cp, mkdir, mkdtemp, readdir, rm, symlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { findFolder } from '../frameworks/find-framework.js';
import { buildReport } from '../build/report.js';
import { TOOL_ROOT } from '../system/tool-files.js';
import { writeOutput } from '../build/write-output.js';
import { UsageError } from '../system/usage-error.js';
import { analyzedSubject } from '../verify/verify-subject.js';
import { BaseCommand } from '../terminal/base-command.js';
import { openFrom } from '../terminal/open-from.js';
import { buildOnce } from '../terminal/build-checked.js';
import { say } from '../terminal/output.js';
import { runVerify } from '../terminal/run-verify.js';
import { showBuild } from '../terminal/show-build.js';
import { showCounts, showFindings } from '../terminal/show-findings.js';

export default class Demo extends BaseCommand {
  static override summary = 'Copy the demo library, then check, build and verify it.';
  static override description =
    'Copies the harbor office, a small design system, to a folder (by default a temporary one), where you can change it.';
  static override examples = ['<%= config.bin %> demo', '<%= config.bin %> demo my-harbor'];
  static override args = { folder: Args.string({ description: 'New or empty folder for the copy.' }) };

  override async run(): Promise<void> {
    const { args, flags } = await this.parse(Demo);
    const quiet = flags.json === true;
    const tell = (text: string): void => (quiet ? undefined : say.line(text));
    const { folder, without } = await copyDemo(args.folder);
    tell(`The harbor office is in ${folder}`);
    if (without.length > 0)
      tell(
        `${without.join(', ')} wraps a component and is left out: its framework is not installed beside Lastwright.`,
      );
    tell('\n$ lastwright check');
    const workspace = await openFrom(folder);
    const analysis = workspace.analysis();
    if (analysis.findings.length > 0) tell(showFindings(analysis.findings, analysis.library));
    tell(`${showCounts(analysis.library.elements.length, analysis.findings)}\n\n$ lastwright build`);
    const built = await buildOnce(workspace);
    const { files, findings } = built;
    if (files.size > 0) await writeOutput(join(folder, analysis.library.config.output), files);
    const tags = analysis.elements.map(({ contract }) => contract.tag);
    tell(
      `${showBuild(buildReport(analysis.library.config.output, files, tags, findings), analysis.library)}\n\n$ lastwright verify --no-types ${QUICK_FRAMEWORKS.map((name) => `--framework ${name}`).join(' ')}`,
    );
    const frameworks = QUICK_FRAMEWORKS.filter((name) => analysis.library.config.frameworks.includes(name));
    const status = await runVerify(analyzedSubject(analysis), built, {
      frameworks,
      types: false,
      format: quiet ? 'json' : 'pretty',
      timeout: 10_000,
    });
    tell(
      [
        '',
        `The library promises ${analysis.library.config.frameworks.length} frameworks; to see all of them, and their types checked:`,
        `    lastwright verify --library ${folder}`,
        'All elements on one page, to be opened in a browser:',
        `    ${join(folder, 'office', 'index.html')}`,
        'Try next, in that folder:',
        '  write {lable} for {label} in elements/quay-berth/quay-berth.html, and see what finds it:',
        `    lastwright check --library ${folder}`,
        '  emit { kind: button.variant } in elements/quay-button/quay-button.ts, and see what proves it wrong:',
        `    lastwright verify --library ${folder}`,
      ].join('\n'),
    );
    process.exitCode = status;
  }
}

/** What a first look runs in: it is over soon. */
const QUICK_FRAMEWORKS = ['html', 'react', 'vue'];

async function copyDemo(wanted: string | undefined): Promise<{ folder: string; without: string[] }> {
  const folder = wanted === undefined ? await mkdtemp(join(tmpdir(), 'quayside-')) : resolve(wanted);
  const present = await readdir(folder).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return [];
    throw new UsageError(`${wanted} is not a folder that can be used.`, 'Name a new or an empty folder.');
  });
  if (present.length > 0)
    throw new UsageError(`The folder ${wanted} is not empty.`, 'Name a new or an empty folder.');
  await mkdir(folder, { recursive: true });
  const source = join(TOOL_ROOT, 'examples', 'quayside');
  const own = new Set(['dist', '.lastwright', 'node_modules'].map((name) => join(source, name)));
  await cp(source, folder, { recursive: true, filter: (path) => !own.has(path) });
  await copyOffice(join(folder, 'office'));
  return { folder, without: await linkFrameworks(folder) };
}

/** The page in plain HTML in which all elements work together; the library is the folder that it lies in. */
async function copyOffice(folder: string): Promise<void> {
  const source = join(TOOL_ROOT, 'examples', 'office');
  for (const name of ['index.html', 'office.css', 'data.js', 'plain.js'])
    await cp(join(source, name), join(folder, name));
  await writeFile(join(folder, 'library.js'), OFFICE_LIBRARY);
}

const OFFICE_LIBRARY = `/* Where the built library is, from here. */
const library = '..';

document.head.append(
  Object.assign(document.createElement('script'), { src: \`\${library}/dist/quayside.bundle.js\` }),
);
`;

/** Packages that the demo's wrapped component is written with. */
const NEEDED = ['react', 'react-dom', 'scheduler', '@types/react'];

/**
 * A component needs its framework where it lies: what is installed beside the tool is linked there. Where there is none,
 * what needs it is left out; gives the tags.
 */
async function linkFrameworks(folder: string): Promise<string[]> {
  const found = NEEDED.map((name) => [name, findFolder(name, TOOL_ROOT)] as const);
  if (found.some(([, place]) => place === undefined)) {
    await rm(join(folder, 'elements', 'quay-tide'), { recursive: true });
    return ['quay-tide'];
  }
  for (const [name, place] of found) {
    const target = join(folder, 'node_modules', name);
    await mkdir(dirname(target), { recursive: true });
    await symlink(place!, target, 'junction');
  }
  return [];
}
