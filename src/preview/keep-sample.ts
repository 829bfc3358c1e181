import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { isMap, isSeq, parseDocument, type Node } from 'yaml';
import { samplesSchema, type SamplesFile } from '../contract/schema.js';
import type { LibraryElement } from '../library/library-element.js';
import { PLAIN } from '../contract/yaml-nodes.js';
import { UsageError } from '../system/usage-error.js';
import { writeWhole } from '../system/write-whole.js';

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
  const text = await readFile(path, 'utf8').catch(() => '');
  const document = parseDocument(text);
  if (document.errors.length > 0)
    throw new UsageError(
      `${file} cannot be read: ${document.errors[0]!.message.split('\n')[0]}`,
      'Mend it first; the sample is not lost, it is still on the page.',
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
  await writeWhole(path, document.toString({ lineWidth: 110, flowCollectionPadding: true }));
  return file;
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
