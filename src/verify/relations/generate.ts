import * as fc from 'fast-check';

/** Ways are the same in each run. */
const SEED = 20_260_514;

export interface Generated {
  /** How many acts there are to choose from. */
  acts: number;
  /** How many ways are made. */
  count: number;
  /** How long a way is at most. */
  longest: number;
}

function arbitrary({ acts, longest }: Generated): fc.Arbitrary<number[]> {
  // Each act is as likely as the others, from the first way on.
  return fc.noBias(fc.array(fc.nat({ max: acts - 1 }), { minLength: 1, maxLength: longest, size: 'max' }));
}

/** Ways, each a list of places in a list of acts. */
export function makeWays(generated: Generated): number[][] {
  return fc.sample(arbitrary(generated), { seed: SEED, numRuns: generated.count });
}

/**
 * The shortest way that is found for which something does not hold, of one for which it does not; that one itself if there is
 * none that is shorter. It is asked for so many ways at most.
 */
export async function shrinkWay(
  generated: Generated,
  way: number[],
  holds: (way: number[]) => Promise<boolean>,
  most: number,
): Promise<number[]> {
  let asked = 0;
  let shortest = way;
  const property = fc.asyncProperty(arbitrary(generated), async (tried) => {
    if (asked++ >= most) return true;
    const good = await holds(tried);
    if (!good) shortest = tried;
    return good;
  });
  await fc.check(property, { seed: SEED, numRuns: 1, examples: [[way]] });
  return shortest;
}
