import { contentKey } from '../system/cache.js';
import type { Facet } from './facet.js';
import type { VerifyResult } from './result.js';

/** What a host made in the scenes that a facet mounts: short names for it, by facet and scene; null where it was not the same each time. */
export type Made = Record<string, Record<string, string | null>>;

/** What was seen of an element in the host that the others are compared with. */
export interface Lead {
  /** The host's name for people. */
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
 * The scenes in which another host has to make the same as a lead did, for a facet to come to the same; undefined where that cannot be
 * known.
 */
export function scenesToCompare({ name }: Facet, lead: Lead): { scene: string; made: string }[] | undefined {
  const scenes = Object.entries(lead.made[name] ?? {}).flatMap(([scene, made]) =>
    made === null ? [] : [{ scene, made }],
  );
  const isSure = scenes.length > 0 && scenes.length === Object.keys(lead.made[name]!).length;
  return isSure ? scenes : undefined;
}

/**
 * The results of a facet in a host that made the same as the lead did: those of the lead, save for the subjects that were seen once
 * more. `cell` says what is another here.
 */
export function sameAsLead(
  facet: Facet,
  lead: Lead,
  cell: Pick<VerifyResult, 'host' | 'source' | 'seen'>,
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
