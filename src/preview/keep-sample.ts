import { access, readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { isMap, isSeq, parseDocument, type Node } from 'yaml';
import { LARGEST } from '../contract/read-document.js';
import { samplesSchema, type SamplesFile } from '../contract/schema.js';
import type { LibraryElement } from '../library/library-element.js';
import { PLAIN } from '../contract/yaml-nodes.js';
import { UsageError } from '../system/usage-error.js';
import { writeWhole } from '../system/write-whole.js';

/** What is being kept, by file: one after the other, so that none takes another one's place. */
const keeping = new Map<string, Promise<unknown>>();

/**
 * Appends a sample to the samples file of an element, which is made if there is none; what is in it already stays as its author
 * wrote it. Gives the file's path from the library's root.
 */
export async function keepSample(
  root: string,
  { folder, contract }: LibraryElement,
  sample: SamplesFile[number],
): Promise<string> {
  samplesSchema.parse([sample]);
  const file = folder.samples?.file ?? `${folder.folder}/${contract.tag}.samples.yaml`;
  const path = join(root, file);
  const kept = (keeping.get(path) ?? Promise.resolve()).then(() => append(path, file, sample));
  const settled = kept.catch(() => {});
  keeping.set(path, settled);
  void settled.then(() => keeping.get(path) === settled && keeping.delete(path));
  await kept;
  return file;
}

async function append(path: string, file: string, sample: SamplesFile[number]): Promise<void> {
  await access(dirname(path)).catch(() => {
    throw new UsageError('The folder of this element is gone.', 'Choose another element; reload the page.');
  });
  const text = await readFile(path, 'utf8').catch(() => '');
  const document = parseDocument(text);
  if (document.errors.length > 0)
    throw new UsageError(
      `${file} cannot be read: ${document.errors[0]!.message.split('\n')[0]}`,
      'Fix it first; the sample is not lost, it is still on the page.',
    );
  if (document.contents !== null && !isSeq(document.contents))
    throw new UsageError(`${file} is no list of samples.`, 'Begin each sample with "- sample: NAME".');
  const names = new Set((document.toJS() as { sample?: string }[] | null)?.map((one) => one?.sample));
  if (names.has(sample.sample))
    throw new UsageError(`There is a sample "${sample.sample}" already.`, 'Choose another name.');
  const added = document.createNode(sample, PLAIN);
  short(added);
  if (isSeq(document.contents)) {
    (added as Node).spaceBefore = true;
    document.contents.add(added as never);
  } else document.contents = document.createNode([added], PLAIN) as never;
  const whole = document.toString({ lineWidth: 110, flowCollectionPadding: true });
  if (whole.length > LARGEST)
    throw new UsageError(
      `${file} would be larger than ${LARGEST / 1e6} MB, which nobody can read back.`,
      'Keep a sample with less data.',
    );
  await writeWhole(path, whole);
}

/** Values are written on one line, as people write them; only the sample and its list of steps have lines of their own. */
function short(added: Node): void {
  if (!isMap(added)) return;
  for (const { key, value } of added.items) {
    const isSteps = (key as { value?: unknown }).value === 'steps';
    if (isSeq(value) && isSteps) {
      for (const step of value.items) if (isMap(step)) for (const { value: inner } of step.items) flow(inner);
    } else flow(value);
  }
}

function flow(node: unknown): void {
  if (isMap(node) || isSeq(node)) node.flow = true;
}
