import { describe, expect, it } from 'vitest';
import { candidatesFor, leadsAlike, sameAsLead, scenesToCompare, type Lead } from '../src/verify/alike.js';
import { lifecycle } from '../src/verify/facets/lifecycle.js';
import { Leads } from '../src/verify/leads.js';
import type { VerifyResult } from '../src/index.js';
import { verifyResult } from './verify-result.js';

const result = (subject: string, framework: string, more: Partial<VerifyResult> = {}): VerifyResult =>
  verifyResult({ element: 'quay-mast', facet: 'lifecycle', subject, framework, ...more });

const lead = (made: Lead['made'], results: VerifyResult[] = []): Lead => ({ title: 'HTML', made, results });

describe('what is compared with a lead', () => {
  it('is every scene that the facet mounted there, if each was made the same each time', () => {
    expect(scenesToCompare(lifecycle, lead({ lifecycle: { bound: 'a', sample1: 'b' } }))).toEqual([
      { scene: 'bound', made: 'a' },
      { scene: 'sample1', made: 'b' },
    ]);
    expect(scenesToCompare(lifecycle, lead({ lifecycle: { bound: 'a', sample1: null } }))).toBeUndefined();
    expect(scenesToCompare(lifecycle, lead({ slots: { bound: 'a' } }))).toBeUndefined();
  });
});

describe('a framework', () => {
  const inHtml = lead({ lifecycle: { bound: 'attributes', sample1: 'b' } });
  const inReact = lead({ lifecycle: { bound: 'properties', sample1: 'b' } });
  const candidates = candidatesFor(lifecycle, [inHtml, inReact], { bound: '/bound.js', sample1: '/one.js' });
  const makes = async (what: Record<string, string> | undefined) => {
    const asked: (readonly string[])[] = [];
    const alike = await leadsAlike(candidates, (addresses) => {
      asked.push(addresses);
      return Promise.resolve(what);
    });
    return { lead: alike.get(lifecycle), asked };
  };

  it('is like the lead that made the same in every scene', async () => {
    const { lead: like, asked } = await makes({ '/bound.js': 'properties', '/one.js': 'b' });
    expect(like).toBe(inReact);
    expect(asked).toEqual([['/bound.js']]);
  });

  it('is like none where one scene is another, or cannot be mounted', async () => {
    expect((await makes({ '/bound.js': 'properties', '/one.js': 'c' })).lead).toBeUndefined();
    expect((await makes({ '/bound.js': 'properties' })).lead).toBeUndefined();
    expect((await makes(undefined)).lead).toBeUndefined();
  });

  it('mounts no other scene where the first one is like none', async () => {
    expect(await makes({ '/bound.js': 'else' })).toEqual({ lead: undefined, asked: [['/bound.js']] });
  });
});

describe('what is taken over from a lead', () => {
  const cell = { framework: 'vue', source: '<quay-mast />', seen: '2026-02-02T00:00:00.000Z' };

  it('keeps its verdicts, those that are no good ones too, with the code and the moment of this framework', () => {
    const of = lead({}, [result('moved', 'html', { verdict: 'fails', note: 'It is lost.' })]);
    const [taken] = sameAsLead(lifecycle, of, cell, []);
    expect(taken).toMatchObject({ ...cell, subject: 'moved', verdict: 'fails', note: 'It is lost.' });
    expect(taken!.observed[0]!.did).toBe('compare what it makes with what HTML makes');
  });

  it('gives way to what was seen here, and loses nothing of that', () => {
    const of = lead({}, [result('moved', 'html'), result('removed by the framework', 'html')]);
    const own = [result('removed by the framework', 'vue', { verdict: 'fails' }), result('dialogs', 'vue')];
    expect(
      sameAsLead(lifecycle, of, cell, own).map(({ subject, framework, verdict }) => [
        subject,
        framework,
        verdict,
      ]),
    ).toEqual([
      ['moved', 'vue', 'fits'],
      ['removed by the framework', 'vue', 'fails'],
      ['dialogs', 'vue', 'fits'],
    ]);
  });
});

describe('the leads of a run', () => {
  it('are HTML and the first two others, each waiting for those before it', async () => {
    const leads = new Leads(['react', 'vue', 'html', 'svelte']);
    expect(await leads.before('html', 'one')).toEqual([]);
    const [inHtml, inReact, inVue] = [lead({ a: {} }), lead({ b: {} }), lead({ c: {} })];
    const ofSvelte = leads.before('svelte', 'one');
    leads.tell('html', 'one', inHtml);
    expect(await leads.before('react', 'one')).toEqual([inHtml]);
    leads.tell('react', 'one', inReact);
    leads.tell('vue', 'one', inVue);
    expect(await ofSvelte).toEqual([inHtml, inReact, inVue]);
  });

  it('are not waited for where they have seen nothing', async () => {
    const leads = new Leads(['html', 'react']);
    const waiting = leads.before('react', 'one');
    leads.end('html');
    expect(await waiting).toEqual([]);
    expect(await leads.before('react', 'two')).toEqual([]);
  });
});
