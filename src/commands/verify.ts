import * as Flags from '@oclif/core/flags';
import { BaseCommand, EXIT, libraryFlag } from '../terminal/base-command.js';
import { buildFrom } from '../terminal/build-from.js';
import { VERIFY_FORMATS } from '../verify/formats/index.js';
import { mergeVerify, pagesFor, prepareVerify, runVerify, type VerifyRun } from '../terminal/run-verify.js';
import { limitMemory } from '../browsers/memory-watch.js';
import type { RunPages } from '../verify/run-pages.js';
import { analyzedSubject, openedSubject, type VerifySubject } from '../verify/verify-subject.js';
import { UsageError } from '../system/usage-error.js';

export default class Verify extends BaseCommand {
  static override summary =
    'Prove in real frameworks and real browsers that the elements keep their contracts.';
  static override description =
    'Builds the library in memory, writes the code that a consumer would write in each framework, runs it in a browser and reports what was seen. Exit status 1 if something fails, 3 if a browser or a framework is missing.';
  static override examples = [
    '<%= config.bin %> verify',
    '<%= config.bin %> verify --framework react --element quay-berth',
    '<%= config.bin %> verify --facet accessibility --facet forms',
    '<%= config.bin %> verify --report report.html --json',
    '<%= config.bin %> verify --watch --framework html',
    '<%= config.bin %> verify --package @quay/signals',
    '<%= config.bin %> verify --shard 2/5 --json > part-2.json',
    '<%= config.bin %> verify --merge part-1.json --merge part-2.json',
  ];
  static override flags = {
    library: libraryFlag,
    package: Flags.string({
      description:
        'A package of elements that somebody else made, instead of a library: installed, a folder or a tarball with a custom-elements.json.',
      helpValue: 'NAME',
      exclusive: ['library', 'watch', 'shard', 'merge', 'reproduce'],
    }),
    framework: Flags.string({
      multiple: true,
      description: 'Only this framework; can be given several times.',
    }),
    browser: Flags.string({ multiple: true, description: 'Only this browser; can be given several times.' }),
    element: Flags.string({ multiple: true, description: 'Only this element; can be given several times.' }),
    format: Flags.string({
      description: 'How to write the report.',
      options: ['pretty', ...VERIFY_FORMATS.map(({ name }) => name)],
      default: 'pretty',
    }),
    samples: Flags.string({
      description: 'Samples for the elements of a package, by tag.',
      helpValue: 'FILE',
      dependsOn: ['package'],
    }),
    report: Flags.string({ description: 'Where to write the HTML report.', helpValue: 'FILE' }),
    details: Flags.boolean({ description: 'Show every facet of every element.' }),
    types: Flags.boolean({
      description: 'Let the checkers of the frameworks look at the types too.',
      default: true,
      allowNo: true,
    }),
    'no-cache': Flags.boolean({ description: 'Ignore cached results and verify everything from scratch.' }),
    watch: Flags.boolean({
      description: 'Verify again what a change touches.',
      exclusive: ['shard', 'merge'],
    }),
    shard: Flags.string({
      description: 'Only one part of the whole, for several machines.',
      helpValue: 'PART/OF',
    }),
    merge: Flags.string({
      multiple: true,
      description: 'Put the JSON of all parts together; verify nothing.',
      helpValue: 'FILE',
      exclusive: ['shard', 'no-cache', 'framework', 'browser', 'element', 'facet'],
    }),
    reproduce: Flags.string({
      description: 'Write a small project that shows one cell: of one element, framework and facet.',
      helpValue: 'FOLDER',
      dependsOn: ['element', 'framework', 'facet'],
      exclusive: ['shard', 'merge', 'watch'],
    }),
    facet: Flags.string({ multiple: true, description: 'Only this facet; can be given several times.' }),
    'max-care': Flags.integer({
      description: 'Fail if more results than this need care, beside those that lastwright.yaml accepts.',
      helpValue: 'N',
      min: 0,
    }),
    memory: Flags.string({
      description: 'Gigabytes of memory that each process of a browser may take before it is ended.',
      default: '2',
      helpValue: 'GB',
    }),
    timeout: Flags.integer({
      description: 'Seconds after which a probe that does not answer is given up.',
      default: 10,
      min: 1,
    }),
  };

  override async run(): Promise<void> {
    const { flags } = await this.parse(Verify);
    limitMemory(parseMemory(flags.memory));
    const run: VerifyRun = {
      frameworks: flags.framework,
      browsers: flags.browser,
      elements: flags.element,
      facets: flags.facet,
      report: flags.report,
      format: flags.json ? 'json' : flags.format,
      details: flags.details,
      types: flags.types,
      noCache: flags['no-cache'],
      maxCare: flags['max-care'],
      shard: flags.shard === undefined ? undefined : parseShard(flags.shard),
      reproduce: flags.reproduce,
      timeout: flags.timeout * 1000,
    };
    const status = flags.package
      ? await (
          await import('../terminal/run-verify-package.js')
        ).runVerifyPackage(flags.package, run, flags.samples)
      : flags.watch
        ? await (await import('../terminal/watch-verify.js')).watchVerify(flags.library, run)
        : flags.merge
          ? await mergeVerify(await opened(flags.library), flags.merge, run)
          : await verifyFrom(flags.library, run);
    if (status !== EXIT.fine) process.exitCode = status;
  }
}

async function opened(folder: string | undefined): Promise<VerifySubject> {
  const { openFrom } = await import('../terminal/open-from.js');
  return analyzedSubject((await openFrom(folder)).analysis());
}

/** Builds in memory and verifies; pages are opened meanwhile where something has changed, so that there is something to see. */
async function verifyFrom(folder: string | undefined, run: VerifyRun): Promise<number> {
  let pages: RunPages | undefined;
  let subject: VerifySubject | undefined;
  const { library, analysis, built, remember } = await buildFrom(folder, run.noCache, {
    begin(about) {
      pages = pagesFor(about, run);
      pages.start();
    },
    wait(about, analyzed) {
      subject = openedSubject(about, analyzed);
      prepareVerify(subject);
    },
  }).catch(async (error: unknown) => {
    await pages?.close();
    throw error;
  });
  subject ??= openedSubject(library, analysis);
  // Browsers are at work by the time that the first cell has been seen. What goes wrong is told below.
  const onCell = (): void => void remember().catch(() => {});
  const status = await runVerify(subject, built, { ...run, onCell }, pages);
  await remember();
  return status;
}

/** Gigabytes as bytes; with less than a quarter, no browser would start. */
function parseMemory(text: string): number {
  const gigabytes = Number(text);
  if (!(gigabytes >= 0.25))
    throw new UsageError(
      `"${text}" is not enough memory for a browser.`,
      'Write 0.25 or more, such as --memory 4.',
    );
  return gigabytes * 2 ** 30;
}

function parseShard(text: string): { part: number; of: number } {
  const [, part, of] = (/^([1-9]\d{0,3})\/([1-9]\d{0,3})$/.exec(text) ?? []).map(Number);
  if (part === undefined || of === undefined || part > of)
    throw new UsageError(`"${text}" names no part.`, 'Write which part of how many, such as --shard 2/5.');
  return { part, of };
}
