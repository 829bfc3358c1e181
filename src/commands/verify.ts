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
  static override summary = 'Prove in real frameworks and browsers that the elements keep their contracts.';
  static override description =
    'Builds the library in memory, writes the usage code for each framework, runs it in a browser and reports the verdicts. The exit status is 1 if something fails, 3 if a browser or a framework is missing.';
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
        'Verify a third-party package instead of a library: an installed package, a folder or a tarball.',
      helpValue: 'NAME',
      exclusive: ['library', 'watch', 'shard', 'merge', 'reproduce'],
    }),
    framework: Flags.string({
      multiple: true,
      description: 'Verify only in this framework. Repeatable.',
    }),
    browser: Flags.string({ multiple: true, description: 'Verify only in this browser. Repeatable.' }),
    element: Flags.string({ multiple: true, description: 'Verify only this element. Repeatable.' }),
    format: Flags.string({
      description: 'Format of the report.',
      options: ['pretty', ...VERIFY_FORMATS.map(({ name }) => name)],
      default: 'pretty',
    }),
    samples: Flags.string({
      description: 'Samples for the elements of a third-party package, by tag.',
      helpValue: 'FILE',
      dependsOn: ['package'],
    }),
    report: Flags.string({ description: 'Write the HTML report to this file.', helpValue: 'FILE' }),
    details: Flags.boolean({ description: 'Show every facet of every element.' }),
    types: Flags.boolean({
      description: 'Check the declared types with the type checker of each framework.',
      default: true,
      allowNo: true,
    }),
    'no-cache': Flags.boolean({ description: 'Ignore cached results and verify everything from scratch.' }),
    watch: Flags.boolean({
      description: 'After every change, verify again what it affects.',
      exclusive: ['shard', 'merge'],
    }),
    shard: Flags.string({
      description: 'Verify one part of the whole, to split a run across machines.',
      helpValue: 'PART/OF',
    }),
    merge: Flags.string({
      multiple: true,
      description: 'Merge the JSON of all parts into one report. Repeatable.',
      helpValue: 'FILE',
      exclusive: ['shard', 'no-cache', 'framework', 'browser', 'element', 'facet'],
    }),
    reproduce: Flags.string({
      description: 'Write a small project that reproduces one cell (one element, framework and facet).',
      helpValue: 'FOLDER',
      dependsOn: ['element', 'framework', 'facet'],
      exclusive: ['shard', 'merge', 'watch'],
    }),
    facet: Flags.string({ multiple: true, description: 'Verify only this facet. Repeatable.' }),
    'max-care': Flags.integer({
      description: 'Fail if more results than this need care, not counting accepted ones.',
      helpValue: 'N',
      min: 0,
    }),
    memory: Flags.string({
      description: 'End a browser process that takes more memory than this, in gigabytes.',
      default: '2',
      helpValue: 'GB',
    }),
    timeout: Flags.integer({
      description: 'Give up a probe that does not answer after this many seconds.',
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
