import { beforeAll, describe, expect, it } from 'vitest';
import type { VerifyReport, VerifyResult } from '../src/index.js';
import { verified } from './broken-library.js';
import { writeFiles } from './helpers.js';

/** Tabs of which the second panel is shown by a click, or by nothing. */
const tabs = (works: boolean): string => `
export default class extends HTMLElement {
  constructor() {
    super();
    const root = this.attachShadow({ mode: 'open' });
    const buttons = ['Tides', 'Ships'].map((name) => Object.assign(document.createElement('button'), { textContent: name }));
    const panels = ['tides', 'ships'].map((name, at) => {
      const panel = Object.assign(document.createElement('div'), { hidden: at === 1 });
      panel.append(Object.assign(document.createElement('slot'), { name }));
      return panel;
    });
    root.append(...buttons, ...panels);
    buttons.forEach((button, at) => (button.onclick = () => panels.forEach((panel, place) => (panel.hidden = ${works} ? at !== place : place === 1))));
  }
}
`;
const SLOTS = 'slots: { tides: {}, ships: {} }\n';
const wrapping = (tag: string, more: string): string =>
  `contract: 1\ntag: ${tag}\nwraps: { element: ./it.js }\n${more}`;

const FILES: Record<string, string> = {
  'lastwright.yaml': 'library: 1\nframeworks: [html, react]\n',
  'package.json': '{ "name": "port", "version": "1.0.0" }',
  'elements/port-tabs/port-tabs.contract.yaml': wrapping('port-tabs', SLOTS),
  'elements/port-tabs/port-tabs.samples.yaml':
    '- sample: Ships\n  steps:\n    - click: button:nth-of-type(2)\n    - expect: { hidden: [div] }\n',
  'elements/port-tabs/it.js': tabs(true),
  'elements/port-shy/port-shy.contract.yaml': wrapping('port-shy', SLOTS),
  'elements/port-shy/it.js': tabs(true),
  'elements/port-stuck/port-stuck.contract.yaml': wrapping('port-stuck', SLOTS),
  'elements/port-stuck/it.js': tabs(false),
  'elements/port-pill/port-pill.contract.yaml':
    "contract: 1\ntag: port-pill\nproperties: { label: { type: string, default: '' } }\nparts: { words: {} }\nevents: { port-over: {} }\n",
  'elements/port-pill/port-pill.html': '<b part="words" onmouseenter="tell()">{label}</b>',
  'elements/port-pill/port-pill.js': "export function tell(pill) { pill.emit('port-over'); }\n",
  'elements/port-pill/port-pill.samples.yaml':
    '- sample: Pointed at\n  properties: { label: Salt }\n  steps:\n    - hover: words\n    - expect: { event: port-over }\n',
  'elements/port-entry/port-entry.contract.yaml':
    "contract: 1\ntag: port-entry\nproperties: { label: { type: string, default: '' } }\npassthrough: { to: field, native: input }\nparts: { field: {} }\nslots: { default: {} }\n",
  'elements/port-entry/port-entry.html':
    '<label>{label}<input part="field" type="text"></label><p><port-pill label="Inside"></port-pill></p><slot></slot>',
  'elements/port-entry/port-entry.samples.yaml': `- sample: It must be given
  properties: { label: Ship, required: true }
  slots: { default: '<div><div><port-pill label="Deep"></port-pill></div></div>' }
  steps:
    - expect: { text: { '::slotted(div)': '', 'div port-pill::part(words)': Deep, 'port-pill::part(words)': Inside } }
    - type: { into: field, text: Osprey }
    - press: Tab
    - expect: { property: { value: Osprey } }
`,
  'elements/port-rows/port-rows.contract.yaml':
    'contract: 1\ntag: port-rows\nproperties: { rows: { type: array, items: { type: object, properties: { id: { type: integer } }, required: [id] }, default: [] } }\nslots: { row: { each: rows, key: id } }\n',
  'elements/port-rows/port-rows.html':
    '<ul><template for-each="row of rows" key="row.id"><li><slot name="row-{row.id}"></slot></li></template></ul>',
  'elements/port-rows/port-rows.samples.yaml': `- sample: One for each
  properties: { rows: [{ id: 1 }, { id: 2 }] }
  slots: { row: <i>more</i> }
  steps:
    - expect: { visible: ['::slotted([slot=row-1])', '::slotted([slot=row-2])'] }
- sample: One for the second
  properties: { rows: [{ id: 1 }, { id: 2 }] }
  slots: { row-2: <i>more</i> }
  steps:
    - expect: { visible: ['::slotted([slot=row-2])'] }
- sample: None for the first
  properties: { rows: [{ id: 1 }, { id: 2 }] }
  slots: { row-2: <i>more</i> }
  steps:
    - expect: { visible: ['::slotted([slot=row-1])'] }
`,
};

describe('what verify judges, and what it leaves', () => {
  let report: VerifyReport;

  beforeAll(async () => {
    report = await verified(writeFiles(FILES), '--no-types');
  }, 300_000);

  const of = (tag: string, facet: string): VerifyResult[] =>
    report.results.filter(({ element, facet: own }) => element === tag && own === facet);
  const verdicts = (tag: string, facet: string): [string, string][] =>
    of(tag, facet).map(({ subject, verdict }) => [subject, verdict]);

  it('a slot in a panel that a sample opens is judged there', () => {
    const own = verdicts('port-tabs', 'slots');
    expect(own).toContainEqual(['ships', 'fits']);
    expect(own.map(([, verdict]) => verdict)).not.toContain('fails');
  });

  it('one in a panel that no sample opens is not checked, with the click that would', () => {
    const [ships] = of('port-shy', 'slots').filter(({ subject }) => subject === 'ships');
    expect([ships!.verdict, ships!.note]).toEqual([
      'unchecked',
      'It is not displayed at first, but after a click on “Ships”: give a sample that does so.',
    ]);
  });

  it('one that nothing shows fails', () => {
    expect(verdicts('port-stuck', 'slots')).toContainEqual(['ships', 'fails']);
    expect(verdicts('port-stuck', 'slots')).toContainEqual(['tides', 'fits']);
  });

  it('the pointer goes to what a step says', () =>
    expect(verdicts('port-pill', 'events').map(([, verdict]) => verdict)).toEqual(['fits', 'fits']));

  it('steps reach content at any depth, and parts of elements inside; tags in content are imported', () =>
    expect(verdicts('port-entry', 'samples').map(([, verdict]) => verdict)).toEqual(['fits', 'fits']));

  it('what a first sample gives is not what the control has by itself', () =>
    expect(verdicts('port-entry', 'passthrough').filter(([, verdict]) => verdict === 'fails')).toEqual([]));

  it('keyed slots are filled by name, or for each item', () =>
    expect(verdicts('port-rows', 'samples')).toEqual(
      ['html', 'react'].flatMap(() => [
        ['One for each', 'fits'],
        ['One for the second', 'fits'],
        ['None for the first', 'fails'],
      ]),
    ));
});
