import * as Args from '@oclif/core/args';
import * as Flags from '@oclif/core/flags';
import { findLibraryRoot, openLibrary } from '../library/open-library.js';
import { elementFiles } from '../scaffold/element-files.js';
import { writeNew } from '../scaffold/write-new.js';
import { askForElement } from '../terminal/ask-for-element.js';
import { BaseCommand, libraryFlag } from '../terminal/base-command.js';
import { say } from '../terminal/output.js';
import { showWritten } from '../terminal/show-written.js';

export default class Add extends BaseCommand {
  static override summary = 'Add an element to the library.';
  static override description =
    'Describe the element with options, or answer questions in a terminal. Existing files are never replaced.';
  static override examples = [
    '<%= config.bin %> add quay-lantern --property label:string --property "color:white|green|red" --slot default',
    '<%= config.bin %> add quay-lantern --event lantern-switch --method flash',
  ];
  static override args = {
    tag: Args.string({ description: 'Tag of the element, such as quay-lantern.', required: true }),
  };
  static override flags = {
    library: libraryFlag,
    summary: Flags.string({ description: 'What the element is, in one sentence.' }),
    property: Flags.string({
      multiple: true,
      description: 'A property: name:type, name:type=default or name:one|two. Repeatable.',
      helpValue: 'NAME:TYPE',
    }),
    slot: Flags.string({ multiple: true, description: 'A slot; "default" is the unnamed slot. Repeatable.' }),
    event: Flags.string({ multiple: true, description: 'An event, in lower case with hyphens. Repeatable.' }),
    method: Flags.string({ multiple: true, description: 'A method. Repeatable.' }),
  };

  override async run(): Promise<void> {
    const { args, flags } = await this.parse(Add);
    const { root, elementsFolder } = await openLibrary(await findLibraryRoot(flags.library ?? process.cwd()));
    const given = [flags.summary, flags.property, flags.slot, flags.event, flags.method].some(
      (option) => option !== undefined,
    );
    const answers = given || flags.json || !process.stdin.isTTY ? undefined : await askForElement(args.tag);
    const folder = `${elementsFolder}/${args.tag}`;
    const files = elementFiles({
      tag: args.tag,
      summary: answers?.summary ?? flags.summary,
      properties: answers?.properties ?? flags.property ?? [],
      slots: answers?.slots ?? flags.slot ?? [],
      events: answers?.events ?? flags.event ?? [],
      methods: answers?.methods ?? flags.method ?? [],
      folder,
    });
    const placed = Object.fromEntries(
      Object.entries(files).map(([name, text]) => [`${folder}/${name}`, text]),
    );
    const written = await writeNew(root, placed);
    if (flags.json) say.json({ folder: root, files: written });
    else say.line(showWritten(written, 'lastwright check'));
  }
}
