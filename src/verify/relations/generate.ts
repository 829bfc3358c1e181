import * as fc from 'fast-check';

/** Ways are the same in each run. */
const SEED = 20_260_514;

export interface Generated {
  /** How many acts there are to choose from. */
  acts: number;
  /** Those that set a property, for each. */
  bySubject: readonly (readonly number[])[];
  /** Those that the relation is about. */
  own: readonly number[];
  /** How many ways are made of each kind. */
  count: number;
  /** How long a way of any acts is at most. */
  longest: number;
}

function anyActs({ acts }: Generated, longest: number): fc.Arbitrary<number[]> {
  // Each act is as likely as the others, from the first way on.
  return fc.noBias(fc.array(fc.nat({ max: acts - 1 }), { minLength: 1, maxLength: longest, size: 'max' }));
}

/**
 * Each property is set once, in any order, with acts that the relation is about among them, and then a few acts follow: what one
 * left behind shows beside the others.
 */
function allSet(generated: Generated): fc.Arbitrary<number[]> {
  const { bySubject, own } = generated;
  const shuffled = fc.shuffledSubarray([...bySubject.keys()], { minLength: bySubject.length });
  const choices = fc.tuple(...bySubject.map((acts) => fc.constantFrom(...acts)));
  const among = fc.array(fc.tuple(fc.nat({ max: bySubject.length }), fc.constantFrom(...own)), {
    minLength: 1,
    maxLength: FEW,
    size: 'max',
  });
  return fc
    .noBias(fc.tuple(shuffled, choices, among, anyActs(generated, FEW)))
    .map(([order, chosen, more, rest]) => {
      const way = order.map((place) => [chosen[place]!]);
      for (const [place, act] of more) (way[place] ??= []).unshift(act);
      return [...way.flat(), ...rest];
    });
}

const FEW = 4;

/** Ways, each a list of places in a list of acts: of any acts, and alternating with them those that set each property. */
export function makeWays(generated: Generated): number[][] {
  const parameters = { seed: SEED, numRuns: generated.count };
  const any = fc.sample(anyActs(generated, generated.longest), parameters);
  if (generated.bySubject.length === 0) return any;
  const all = fc.sample(allSet(generated), parameters);
  return any.flatMap((way, at) => [way, all[at]!]);
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
  const property = fc.asyncProperty(anyActs(generated, way.length), async (tried) => {
    if (asked++ >= most) return true;
    const good = await holds(tried);
    if (!good) shortest = tried;
    return good;
  });
  await fc.check(property, { seed: SEED, numRuns: 1, examples: [[way]] });
  return shortest;
}
