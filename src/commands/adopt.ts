import * as Args from '@oclif/core/args';
import * as Flags from '@oclif/core/flags';
import { adopt } from '../adopt/adopt.js';
import { COMPONENT_FRAMEWORKS } from '../contract/component-frameworks.js';
import { findLibraryRoot, openLibrary } from '../library/open-library.js';
import { BaseCommand, libraryFlag } from '../terminal/base-command.js';
import { say } from '../terminal/output.js';
import { showAdopted } from '../terminal/show-adopted.js';

export default class Adopt extends BaseCommand {
  static override summary = 'Create elements from existing components.';
  static override description =
    'Reads a React, Preact, Vue, Svelte or Solid component, a class that extends HTMLElement, or a package with a custom-elements.json. Writes the contract and a first sample, and lists what it could not determine. Existing files are never replaced; the source is read, not run.';
  static override examples = [
    '<%= config.bin %> adopt src/Tide.tsx',
    '<%= config.bin %> adopt src/Tide.tsx --export Tide --tag quay-tide --update',
  ];
  static override args = {
    source: Args.string({ description: 'A file, a folder, or an installed package.', required: true }),
  };
  static override flags = {
    library: libraryFlag,
    tag: Flags.string({
      description: "Tag of the element; by default the library's prefix and the component's name.",
    }),
    export: Flags.string({ description: 'Name of the component among the exports of the file.' }),
    framework: Flags.string({
      description: 'Framework of the component, if its imports do not show it.',
      options: [...COMPONENT_FRAMEWORKS],
    }),
    update: Flags.boolean({
      description: 'Update the existing contract from the source, and preserve what you wrote in it.',
    }),
  };

  override async run(): Promise<void> {
    const { args, flags } = await this.parse(Adopt);
    const library = await openLibrary(await findLibraryRoot(flags.library ?? process.cwd()));
    const adopted = await adopt(library, {
      source: args.source,
      from: process.cwd(),
      tag: flags.tag,
      exported: flags.export,
      framework: flags.framework,
      update: flags.update,
    });
    if (flags.json) say.json({ folder: library.root, elements: adopted });
    else say.line(showAdopted(adopted));
  }
}
