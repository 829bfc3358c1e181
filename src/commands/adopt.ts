import * as Args from '@oclif/core/args';
import * as Flags from '@oclif/core/flags';
import { adopt } from '../adopt/adopt.js';
import { COMPONENT_FRAMEWORKS } from '../contract/component-frameworks.js';
import { findLibraryRoot, openLibrary } from '../library/open-library.js';
import { BaseCommand, libraryFlag } from '../terminal/base-command.js';
import { say } from '../terminal/output.js';
import { showAdopted } from '../terminal/show-adopted.js';

export default class Adopt extends BaseCommand {
  static override summary = 'Write elements from components that are there already.';
  static override description =
    'Reads a component of React, Preact, Vue, Svelte or Solid, a class that extends HTMLElement, or a package with a custom-elements.json; writes the contract and a first sample, and says what it could not know. Nothing that is there is replaced, and nothing of the source is run.';
  static override examples = [
    '<%= config.bin %> adopt src/Tide.tsx',
    '<%= config.bin %> adopt src/Tide.tsx --export Tide --tag quay-tide --update',
  ];
  static override args = {
    source: Args.string({ description: 'A file, a folder, or an installed package.', required: true }),
  };
  static override flags = {
    library: libraryFlag,
    tag: Flags.string({ description: "The tag; otherwise the library's prefix and the component's name." }),
    export: Flags.string({ description: 'The name that the component is exported by.' }),
    framework: Flags.string({
      description: 'The framework of the component, where its imports do not tell.',
      options: [...COMPONENT_FRAMEWORKS],
    }),
    update: Flags.boolean({
      description: 'Take what has changed into the contract that is there, and keep what a person wrote.',
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
