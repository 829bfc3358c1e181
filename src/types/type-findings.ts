import { analyzeFrame, withSeverities, type Analysis } from '../check/analyze.js';
import type { Finding } from '../findings/finding.js';
import { checkTypes } from './check-types.js';
import { typeFiles, writeTypeFiles } from './type-files.js';

/** What TypeScript finds in the views and behaviors of an analyzed library; its types are written on the way. */
export async function typeFindings(analysis: Analysis): Promise<Finding[]> {
  const { library, elements } = analysis;
  const contracts = new Map(elements.map(({ contract }) => [contract.tag, contract]));
  const own = typeFiles({ ...analysis, contracts });
  writeTypeFiles(library.root, own.files);
  const { findings } = await checkTypes(library, analyzeFrame(library).shared, own.program);
  return withSeverities(findings, library);
}
