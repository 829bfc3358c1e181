import type { ProbePage } from '../facet.js';
import { A_TICK } from '../facets/look.js';
import { LATE } from '../facets/run-steps.js';
import { Observer } from '../observe.js';
import type { Observation } from '../observation.js';
import { whatMethodsGive } from './called.js';
import { contradicted } from './contradicted.js';
import { concerns, type Act, type Concern } from './act.js';
import {
  differingPlaces,
  firstDifference,
  linesOf,
  ownAttribute,
  SHEETS,
  type Difference,
  type Lines,
} from './lines.js';
import { componentNote, LIGHT_TREE } from './notes.js';
import { straightWays } from './straight-ways.js';
import { Walker } from './walker.js';
import { loadWays } from './ways-module.js';
import { palette, type WaysData } from './ways-data.js';

/** So many ways are gone at once, each by an element of its own, and as many that set each property. */
const WAYS = 24;
const LONGEST = 9;
/** So often a shorter way is looked for. */
const SHORTER = 60;
/** So many ways that seem to lead elsewhere are looked at. */
const LOOKED_AT = 3;

/** What was found on one way. */
interface Found {
  where: string;
  saw: string;
  wanted: string;
  /** True if something changed while one waited. */
  isLate: boolean;
  /** What the element was given in the end. */
  given: Walker;
}

/**
 * Whatever the way, the same place: an element that was given values, content and places one after the other is what a new one is
 * that is given at once what the first was given in the end. Ways are random, the same in each run; all are gone at once, and one that
 * leads elsewhere is gone again alone, and shortened.
 */
export async function samePlace(page: ProbePage, whole: WaysData, concern: Concern): Promise<Observation[]> {
  const historic = await contradicted(page, whole.samples, whole.parts);
  const data = {
    ...whole,
    properties: whole.properties.filter(({ name }) => !historic.has(name)),
    methods: whole.methods.filter(({ name }) => !historic.has(name)),
  };
  const acts = palette(data, concern);
  if (!acts.some((act) => concerns(act, concern))) return [];
  const observer = new Observer(SUBJECTS[concern]);
  const frame = document.createElement('iframe');
  page.container().append(frame);
  const walk = new Ways(page, data, () => frame.contentDocument!);
  const { makeWays, shrinkWay } = await loadWays();
  const bySubject = data.properties.map((_, place) =>
    [...acts.keys()].filter((at) => 'set' in acts[at]! && acts[at].set === place),
  );
  const own = [...acts.keys()].filter((at) => concerns(acts[at]!, concern));
  const generated = { acts: acts.length, bySubject, own, count: WAYS, longest: LONGEST };
  const connect = acts.findIndex((act) => 'to' in act && act.to === 'page');
  const early = acts.findIndex((act) => 'begin' in act);
  const ways = makeWays(generated);
  // Half of them begin in the page.
  if (concern !== 'definition') for (const at of ways.keys()) if (at % 4 < 2) ways[at]!.unshift(connect);
  // Each value also comes alone before the definition: careless code takes some for nothing.
  if (concern === 'definition') {
    ways.push(...bySubject.flat().map((act) => [act]));
    for (const way of ways) way.unshift(early);
  }
  page.errors('leaving too');
  const suspects = await walk.goAll(ways.map((way) => way.map((place) => acts[place]!)));
  const told = `go ${ways.length} ways to other values, compare each element with a new one that is given the same`;
  for (const at of suspects.slice(0, LOOKED_AT)) {
    const toActs = (way: readonly number[]): Act[] => way.map((place) => acts[place]!);
    const first = await walk.go(toActs(ways[at]!), LATE);
    if (!first) continue;
    // Who draws at once is not waited for while a shorter way is looked for.
    const patience = first.isLate ? LATE : 0;
    const differs = async (way: readonly Act[]): Promise<Found | undefined> => walk.go(way, patience);
    // What also differs without the acts that this is about is told where it belongs.
    const isElsewhere = async (way: readonly Act[]): Promise<boolean> => {
      for (const other of straightWays(way, concern)) if (await differs(other)) return true;
      return false;
    };
    if (await isElsewhere(toActs(ways[at]!))) continue;
    const short = await shrinkWay(
      generated,
      ways[at]!,
      async (way) => !(await differs(toActs(way))) || (await isElsewhere(toActs(way))),
      SHORTER,
    );
    const again = await walk.go(toActs(short), patience);
    const [way, found] = again ? [toActs(short), again] : [toActs(ways[at]!), first];
    if (await walk.isOfOthers(way, found.given)) continue;
    if (await walk.changesByItself(found.given)) break;
    // Values that were there before are taken over in an order of the element's own: the properties facet reports one that minds it.
    if (concern === 'definition' && (await samePlace(page, whole, 'values')).some(isFailure)) break;
    walk.judge(way, found, observer);
    break;
  }
  if (observer.observed.length === 0) observer.saw(told, 'they are the same');
  frame.parentElement!.remove();
  page.errors('leaving too');
  return [observer.result()];
}

function isFailure({ verdict }: Observation): boolean {
  return verdict === 'fails';
}

const SUBJECTS: Readonly<Record<Concern, string>> = {
  values: 'whatever the order of values',
  attributes: 'whatever came by attributes',
  definition: 'whatever came before its definition',
  content: 'whatever content came and went',
  moves: 'wherever it has been',
};

class Ways {
  constructor(
    readonly page: ProbePage,
    readonly data: WaysData,
    readonly abroad: () => Document,
  ) {}

  /** Goes all ways at once; gives the places of those that seem to lead elsewhere. */
  async goAll(ways: readonly (readonly Act[])[]): Promise<number[]> {
    const { page } = this;
    const walkers = ways.map(() => this.#walker());
    const longest = Math.max(...ways.map(({ length }) => length));
    for (let step = 0; step < longest; step++) {
      await page.goesOn();
      for (const [at, way] of ways.entries()) {
        const act = way[step];
        if (act) walkers[at]!.do(act);
      }
      await this.#settle(walkers);
    }
    await page.goesOn();
    for (const walker of walkers) walker.do({ to: 'page' });
    const others = walkers.map((walker) => walker.another());
    const third = others[0]!.another();
    const all = [...walkers, ...others, third].map(({ element }) => element);
    await this.page.settle();
    await this.page.pictured(...all);
    const ignored = differingPlaces(this.#lines(others[0]!), this.#lines(third));
    const differs = (at: number): boolean =>
      this.#difference(walkers[at]!, others[at]!, ignored) !== undefined;
    let suspects = [...ways.keys()].filter(differs);
    // One that draws late seems to lead elsewhere on most ways.
    if (suspects.length > ways.length / 2)
      await page.until(() => (suspects = suspects.filter(differs)).length === 0, LATE);
    const thrown = page.errors('leaving too');
    const alike = [...ways.keys()].filter((at) => !suspects.includes(at) && others[at]!.keeps());
    const differing = await this.#methodDifferences(alike.map((at) => [walkers[at]!, others[at]!]));
    suspects.push(...alike.filter((_, place) => differing[place]));
    for (const walker of [...walkers, ...others, third]) walker.end();
    return thrown.length > 0 ? [...ways.keys()] : suspects;
  }

  /** Goes one way; gives what is another than with a new element. */
  async go(way: readonly Act[], patience: number): Promise<Found | undefined> {
    const { page } = this;
    await page.goesOn();
    page.errors('leaving too');
    const walker = this.#walker();
    for (const act of way) {
      walker.do(act);
      await this.#settle([walker]);
    }
    walker.do({ to: 'page' });
    await page.settle();
    const thrown = page.errors('leaving too');
    const [other, third] = [walker.another(), walker.another()];
    const walkers = [walker, other, third];
    await page.settle();
    await page.pictured(...walkers.map(({ element }) => element));
    const alsoThrown = page.errors('leaving too');
    const ignored = differingPlaces(this.#lines(other), this.#lines(third));
    const difference = (): Difference | undefined => this.#difference(walker, other, ignored);
    const atOnce = difference();
    if (atOnce && patience > 0) await page.until(() => difference() === undefined, patience);
    const shown = atOnce && (patience > 0 ? difference() : atOnce);
    const isLate = JSON.stringify(shown) !== JSON.stringify(atOnce);
    const found =
      shown ?? (other.keeps() ? (await this.#methodDifferences([[walker, other]]))[0] : undefined);
    for (const one of walkers) one.end();
    // The lifecycle facet reports an element that cannot be in another document.
    if (thrown.length > 0 && walker.wasAbroad) return undefined;
    if (thrown.length > 0 && alsoThrown.length === 0)
      return { where: 'errors', saw: thrown[0]!, wanted: 'no error', isLate, given: walker };
    return found && { ...found, isLate, given: walker };
  }

  /** For each pair, what methods of the first give that they do not give with the second. */
  async #methodDifferences(
    pairs: readonly (readonly [Walker, Walker])[],
  ): Promise<(Difference | undefined)[]> {
    const { methods } = this.data;
    if (methods.length === 0 || pairs.length === 0) return [];
    const third = pairs[0]![1].another();
    await this.page.settle();
    // New ones first and last: what the order of calls changes is different with them, too.
    const all = [...pairs.map(([, other]) => other), ...pairs.map(([walker]) => walker), third];
    const given = await whatMethodsGive(
      this.page,
      all.map(({ element }) => element),
      methods,
    );
    third.end();
    const ignored = differingPlaces(given[0]!, given.at(-1)!);
    return pairs.map((_, at) => firstDifference(given[pairs.length + at]!, given[at]!, ignored));
  }

  /**
   * True if a new one that was made before differs from a new one now as well: then it is what others did that is seen, and that is
   * told where it belongs.
   */
  async isOfOthers(way: readonly Act[], given: Walker): Promise<boolean> {
    await this.page.goesOn();
    const early = given.another();
    await this.page.settle();
    const before = this.#lines(early);
    early.end();
    const walker = this.#walker();
    for (const act of way) {
      walker.do(act);
      await this.#settle([walker]);
    }
    walker.do({ to: 'page' });
    const late = walker.another();
    await this.page.settle();
    const isSame = firstDifference(this.#lines(late), before, new Set()) === undefined;
    const isLikeEarly = firstDifference(this.#lines(walker), before, new Set()) === undefined;
    walker.end();
    late.end();
    return !isSame && isLikeEarly;
  }

  /** True if an element that is given something changes while nobody does anything. */
  async changesByItself(given: Walker): Promise<boolean> {
    await this.page.goesOn();
    const other = given.another();
    const before = this.#lines(other);
    const ticks = await this.page.until(
      () => firstDifference(this.#lines(other), before, new Set()) !== undefined,
      A_TICK,
    );
    other.end();
    return ticks;
  }

  /** Judges the shortest way on which something was found. */
  judge(way: readonly Act[], found: Found, observer: Observer): void {
    const words = way
      .filter((act, at) => at === 0 || !('begin' in act))
      .map((act) => found.given.say(act))
      .join(', ');
    const did = `${words}; compare it with a new one that is given the same`;
    const saw = `${found.where}: ${found.saw}`;
    if (this.data.showsComponent) observer.care(did, saw, componentNote(found.where));
    else if (this.data.inLightTree && way.some((act) => 'to' in act && act.to === 'clone'))
      observer.care(did, saw, LIGHT_TREE);
    else observer.expect(did, false, saw, `${found.where}: ${found.wanted}`);
  }

  async #settle(walkers: readonly Walker[]): Promise<void> {
    await this.page.settle();
    const abroad = walkers.filter(({ isAbroad }) => isAbroad);
    if (abroad.length === 0) return;
    for (const walker of abroad) walker.comeBack();
    await this.page.settle();
  }

  #walker(): Walker {
    return new Walker(this.page, this.data, this.abroad);
  }

  #lines({ element, intervals }: Walker): Lines {
    return linesOf(element, this.data).set('running intervals', String(intervals));
  }

  #difference(walker: Walker, other: Walker, ignored: ReadonlySet<string>): Difference | undefined {
    // Browsers take style sheets away from what comes into another document. What a consumer wrote stays.
    const without = new Set([
      ...ignored,
      ...(walker.wasAbroad ? [SHEETS] : []),
      ...[...walker.everWritten].map(ownAttribute),
    ]);
    const wanted = this.#lines(other);
    // Another facet reports an element that does not keep its values.
    return other.keeps() ? firstDifference(this.#lines(walker), wanted, without) : undefined;
  }
}
