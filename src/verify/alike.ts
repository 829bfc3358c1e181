import { contentKey } from '../system/cache.js';
import type { Facet } from './facet.js';
import type { VerifyResult } from './result.js';

/** What a framework made in the scenes that a facet mounts: short names for it, by facet and scene; null where it was not the same each time. */
export type Made = Record<string, Record<string, string | null>>;

/** What was seen of an element in the framework that the others are compared with. */
export interface Lead {
  /** The framework's name for people. */
  title: string;
  made: Made;
  results: readonly VerifyResult[];
}

/** Short names for what was made in scenes. */
export function madeKeys(made: Readonly<Record<string, string | null>>): Record<string, string | null> {
  return Object.fromEntries(
    Object.entries(made).map(([scene, text]) => [scene, text === null ? null : contentKey(text)]),
  );
}

/**
 * The scenes in which another framework has to make the same as a lead did, for a facet to come to the same; undefined where that cannot be
 * known.
 */
export function scenesToCompare({ name }: Facet, lead: Lead): { scene: string; made: string }[] | undefined {
  const scenes = Object.entries(lead.made[name] ?? {}).flatMap(([scene, made]) =>
    made === null ? [] : [{ scene, made }],
  );
  const isSure = scenes.length > 0 && scenes.length === Object.keys(lead.made[name]!).length;
  return isSure ? scenes : undefined;
}

/** A facet that may come to the same as in a lead, with the addresses of its scenes here and what the lead made of them. */
export interface Candidate {
  facet: Facet;
  lead: Lead;
  scenes: { address: string; made: string }[];
}

/** What is to be compared for a facet with each lead; `addresses` are those of its scenes here, by their names. */
export function candidatesFor(
  facet: Facet,
  leads: readonly Lead[],
  addresses: Readonly<Record<string, string>>,
): Candidate[] {
  return leads.flatMap((lead) => {
    const scenes = scenesToCompare(facet, lead);
    return scenes
      ? [{ facet, lead, scenes: scenes.map(({ scene, made }) => ({ address: addresses[scene]!, made })) }]
      : [];
  });
}

/**
 * The first lead for each facet that made the same in every scene. `make` mounts the scenes at some addresses and gives short names for
 * what comes of them; undefined if that went wrong, and then no lead is the same.
 */
export async function leadsAlike(
  candidates: readonly Candidate[],
  make: (addresses: readonly string[]) => Promise<Record<string, string | null> | undefined>,
): Promise<Map<Facet, Lead>> {
  const made: Record<string, string | null> = {};
  let alike = candidates;
  // Most frameworks that make something else do so in every scene: the first scene of each facet tells them apart.
  for (const most of [1, Infinity]) {
    const compared = alike.map((one) => ({ one, scenes: one.scenes.slice(0, most) }));
    const wanted = compared.flatMap(({ scenes }) => scenes.map(({ address }) => address));
    const missing = [...new Set(wanted)].filter((address) => !(address in made));
    if (missing.length > 0) {
      const more = await make(missing);
      if (!more) return new Map();
      Object.assign(made, more);
    }
    alike = compared
      .filter(({ scenes }) => scenes.every((scene) => made[scene.address] === scene.made))
      .map(({ one }) => one);
  }
  return new Map(alike.toReversed().map(({ facet, lead }) => [facet, lead]));
}

/**
 * The results of a facet in a framework that made the same as the lead did: those of the lead, save for the subjects that were seen once
 * more. `cell` says what is another here.
 */
export function sameAsLead(
  facet: Facet,
  lead: Lead,
  cell: Pick<VerifyResult, 'framework' | 'source' | 'seen'>,
  own: readonly VerifyResult[],
): VerifyResult[] {
  const bySubject = new Map(own.map((result) => [result.subject, result]));
  const compared = {
    did: `compare what it makes with what ${lead.title} makes`,
    saw: `the same tree, values and listeners, so that it comes to the same as in ${lead.title}`,
  };
  const ofLead = lead.results.filter((result) => result.facet === facet.name);
  const subjects = new Set(ofLead.map(({ subject }) => subject));
  return [
    ...ofLead.map(
      (result) =>
        bySubject.get(result.subject) ?? { ...result, ...cell, observed: [compared, ...result.observed] },
    ),
    ...own.filter(({ subject }) => !subjects.has(subject)),
  ];
}
