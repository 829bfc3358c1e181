import * as Args from '@oclif/core/args';
import * as Flags from '@oclif/core/flags';
import { basename, resolve } from 'node:path';
import type { Framework } from '../frameworks/framework.js';
import { html } from '../frameworks/html.js';
import { libraryFiles } from '../scaffold/library-files.js';
import { toolSpec } from '../scaffold/tool-spec.js';
import { intoProject, projectName } from '../scaffold/into-project.js';
import { writeNew } from '../scaffold/write-new.js';
import { BaseCommand } from '../terminal/base-command.js';
import { say } from '../terminal/output.js';
import { showWritten } from '../terminal/show-written.js';

export default class Init extends BaseCommand {
  static override summary = 'Start a library: configuration, a first element, a test, a CI workflow.';
  static override description =
    'The new library checks, builds and verifies as it is. In an existing project, package.json, tsconfig.json and .gitignore are left as they are, and what they need is listed. Nothing is replaced or downloaded.';
  static override examples = [
    '<%= config.bin %> init harbor',
    '<%= config.bin %> init harbor --tag harbor-lantern --framework react --framework vue',
    '<%= config.bin %> init . --framework react',
  ];
  static override args = {
    folder: Args.string({ description: 'Folder of the library; by default the current one.' }),
  };
  static override flags = {
    name: Flags.string({ description: 'Name of the package; by default the name of the folder.' }),
    tag: Flags.string({ description: 'Tag of the first element.' }),
    framework: Flags.string({
      multiple: true,
      description: 'Framework that the elements are verified in. Repeatable.',
    }),
  };

  override async run(): Promise<void> {
    const { args, flags } = await this.parse(Init);
    const folder = resolve(args.folder ?? '.');
    const name = flags.name ?? (await projectName(folder)) ?? plainName(basename(folder));
    const tag = flags.tag ?? `${plainName(name.replace(/^@[^/]*\//, '')).split('-')[0]}-lantern`;
    const frameworks = flags.framework ? await frameworksNamed(flags.framework) : [html];
    const tool = await toolSpec(folder, this.config.version);
    const { files, kept } = await intoProject(folder, libraryFiles(name, tag, tool, frameworks));
    const written = await writeNew(folder, files);
    if (flags.json) {
      say.json({ folder, files: written, kept });
      return;
    }
    const enter = args.folder && folder !== process.cwd() ? [`cd ${args.folder}`] : [];
    // What is to be called comes from whoever is there to call it.
    const { help: calls } = kept.find(({ path }) => path === 'package.json') ?? { help: 'npm install' };
    const others = kept.filter(({ path, help }) => path !== 'package.json' && help !== '');
    say.line(
      showWritten(
        written,
        [...enter, ...(calls === '' ? [] : [calls]), 'npx lastwright verify'].join(' && '),
        kept.map(({ path }) => path),
      ),
    );
    for (const { path, help } of others) say.line(`${path}: ${help}.`);
  }
}

/** A name that a package, and the beginning of a tag, can have. */
function plainName(text: string): string {
  const letters = text.toLowerCase().replace(/[^a-z0-9-]+/g, '-');
  return letters.replace(/^[^a-z]+|-+$/g, '') || 'library';
}

/** Plain HTML and the named ones; all of them are loaded only where some are named. */
async function frameworksNamed(names: readonly string[]): Promise<Framework[]> {
  const [{ FRAMEWORKS }, { checkNames }] = await Promise.all([
    import('../frameworks/index.js'),
    import('../terminal/check-names.js'),
  ]);
  checkNames(
    names,
    FRAMEWORKS.map(({ name }) => name),
    'frameworks',
  );
  return FRAMEWORKS.filter(({ name }) => name === html.name || names.includes(name));
}
