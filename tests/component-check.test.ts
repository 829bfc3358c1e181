import { describe, expect, it } from 'vitest';
import { checkComponent } from '../src/check/component.js';
import type { ComponentFacts, MemberFact, NoFacts, TypeFact } from '../src/components/read/facts.js';
import { componentOf } from '../src/contract/implementation.js';
import { analyze, openLibrary } from '../src/index.js';
import { writeFiles } from './helpers.js';

const text: TypeFact = { kind: 'schema', schema: { type: 'string' } };
const call: TypeFact = { kind: 'function', parameters: [], returns: undefined, mayReturnFalse: false };
const member = (name: string, more: Partial<MemberFact> = {}): MemberFact => ({
  name,
  required: false,
  type: text,
  description: undefined,
  deprecated: undefined,
  default: undefined,
  ...more,
});
const facts = (more: Partial<ComponentFacts>): ComponentFacts => ({
  description: undefined,
  members: [],
  emits: [],
  slots: [],
  methods: [],
  writes: [],
  rest: undefined,
  definitions: {},
  reaches: [],
  unread: [],
  complete: true,
  ...more,
});
const content = (name: string, given = false) => ({ name, given, description: undefined });

/** What is said of a contract and of what is known of its component: code, line and column, message and help. */
async function said(
  more: string,
  known: ComponentFacts | NoFacts,
  wraps = 'react: ./Tide.tsx',
  traitEvents: readonly string[] = [],
): Promise<string[]> {
  const folder = writeFiles({
    'lastwright.yaml': 'library: 1\n',
    'elements/quay-tide/quay-tide.contract.yaml': `contract: 1\ntag: quay-tide\nwraps: { ${wraps} }\n${more}`,
    'elements/quay-tide/Tide.tsx': 'export default () => null;\n',
    'elements/quay-tide/Tide.vue': '<template></template>\n',
  });
  const { contract } = analyze(await openLibrary(folder)).elements[0]!;
  return checkComponent(contract, componentOf(contract)!, known, new Set(traitEvents)).map(
    ({ code, line, column, message, help }) => `${code} ${line}:${column} ${message} ${help}`,
  );
}

describe('a contract and its component', () => {
  it('agree', async () => {
    expect(
      await said(
        'properties: { label: { type: string, required: true }, closed: { type: boolean, from: "!open" } }\nslots: { default: {}, topLine: { from: top } }\nevents: { tide-pick: {}, value-change: { from: "bind:value" } }\nmethods: { reveal: {} }\n',
        facts({
          members: [
            member('label', { required: true }),
            member('open', { required: true, type: { kind: 'schema', schema: { type: 'boolean' } } }),
            member('onPick', { type: call }),
          ],
          slots: [content('children'), content('top')],
          writes: ['value'],
          methods: [member('reveal', { type: call })],
        }),
      ),
    ).toEqual([]);
  });

  it('name an export that there is not', async () => {
    const none = { problem: 'export', message: 'There is no export "Tied".', exported: ['Tide'] } as NoFacts;
    expect(await said('', none, 'react: ./Tide.tsx, export: Tied')).toEqual([
      'wraps/export 3:37 There is no export "Tied". Did you mean "Tide"?',
    ]);
    expect(await said('', { ...none, exported: [] } as NoFacts)).toEqual([
      'wraps/export 3:17 There is no export "Tied". Export the component.',
    ]);
    expect(await said('', { ...none, problem: 'syntax' } as unknown as NoFacts)).toEqual([]);
  });

  it('name properties that there are not, or that are content', async () => {
    const known = facts({ members: [member('label')], slots: [content('icon')] });
    expect(
      await said(
        'properties: { lable: { type: string }, other: { type: string, from: labels }, icon: { type: string } }\nslots: { x: { from: icon } }\n',
        known,
      ),
    ).toEqual([
      'wraps/property 4:15 The component takes no property "lable". Did you mean "label"?',
      'wraps/property 4:69 The component takes no property "labels". Did you mean "label"?',
      'wraps/property 4:79 The component takes no property "icon". It is content: declare it under "slots".',
      'wraps/left-out 3:10 Consumers cannot reach what the component has beside that: label. Declare what is meant for them.',
    ]);
    // A component that takes more than was seen may take these.
    const contract =
      'properties: { label: { type: string }, more: { type: string } }\nevents: { tide-more: {} }\n';
    const open = { members: [member('label')] };
    expect(await said(contract, facts({ ...open, rest: { native: undefined } }))).toEqual([]);
    expect(await said(contract, facts({ ...open, complete: false }))).toEqual([]);
    expect((await said(contract, facts(open))).map((line) => line.split(' ')[0])).toEqual([
      'wraps/property',
      'wraps/callback',
    ]);
  });

  it('leave out what the component needs', async () => {
    const known = facts({
      members: [
        member('label', { required: true }),
        member('size', { required: true }),
        member('on', { required: true }),
        member('kind', { required: true }),
        member('depth', { required: true, default: { value: 1 } }),
        member('place', { required: true }),
      ],
    });
    expect(
      await said(
        'properties: { label: { type: string }, size: { type: string, default: s }, on: { type: boolean }, kind: { type: string, required: true } }\n',
        known,
      ),
    ).toEqual([
      'wraps/required 4:15 The component needs "label", and nothing says that consumers give it. Add "required: true", or a default.',
      'wraps/required 3:10 The component needs the property "place", which the contract does not have. Declare it under "properties" with "required: true".',
      'wraps/left-out 3:10 Consumers cannot reach what the component has beside that: depth. Declare what is meant for them.',
    ]);
  });

  it('promise events that nobody sends', async () => {
    const known = facts({
      members: [member('onPick', { type: call }), member('caption')],
      emits: [member('drop')],
      writes: ['value'],
    });
    expect(
      await said(
        'properties: { caption: { type: string } }\nevents: { tide-pikc: {}, tide-pick: {}, tide-late: { from: onCaption }, tide-drop: { cancelable: true }, from-trait: {}, tide-x: { from: "bind:valu" }, tide-y: { from: "bind:value" } }\n',
        known,
        undefined,
        ['from-trait'],
      ),
    ).toEqual([
      'wraps/callback 5:11 The component calls nothing named "onPikc", so the event "tide-pikc" would never be sent. Did you mean "onPick"? "from" names the one that it stands for.',
      'wraps/callback 5:60 The component calls nothing named "onCaption", so the event "tide-late" would never be sent. Known callbacks: onPick, onDrop. "from" names the one that it stands for.',
      'wraps/canceled 5:73 "tide-drop" is emitted, and emitting gives nothing back: the component never hears that it was canceled. Remove "cancelable", or let the component take a function as its property "onDrop".',
      'wraps/callback 5:138 The component does not write a property "valu". Did you mean "value"?',
    ]);
    // One that is taken as a property as well gives something back.
    expect(
      await said(
        'events: { tide-drop: { cancelable: true } }\n',
        facts({ emits: [member('drop')], members: [member('onDrop', { type: call })] }),
      ),
    ).toEqual([]);
  });

  it('promise content that never shows, or that gets data', async () => {
    const known = facts({ slots: [content('row', true), content('top')] });
    expect(await said('slots: { default: {}, row: {}, tpo: {}, x: { from: none } }\n', known)).toEqual([
      'wraps/content 4:10 The component takes no children, so the content would never show. Known content of the component: row, top.',
      'wraps/content 4:23 The component hands data to "row", which a slot\'s content cannot take. Remove the slot, or let the component place content as it is.',
      'wraps/content 4:32 The component takes no content "tpo", so what is given would never show. Did you mean "top"?',
      'wraps/content 4:52 The component takes no content "none", so what is given would never show. Known content of the component: row, top.',
      'wraps/left-out 3:10 Consumers cannot reach what the component has beside that: top. Declare what is meant for them.',
    ]);
    expect(await said('slots: { default: {} }\n', facts({ complete: false }))).toEqual([]);
    expect((await said('slots: { default: {} }\n', facts({}), 'vue: ./Tide.vue'))[0]).toContain(
      'no children',
    );
  });

  it('meet children that are looked into', async () => {
    const known = facts({ slots: [content('children'), content('top')], reaches: ['context', 'children'] });
    expect(await said('slots: { default: {}, top: {} }\n', known)).toEqual([
      'wraps/children 4:10 The component looks into its children, counts or clones them, and finds one <slot> there. Let it place its children as they are, or take what it needs as properties.',
    ]);
    expect(await said('slots: { top: {} }\n', { ...known, slots: [content('top')] })).toEqual([]);
    expect(await said('slots: { default: {}, top: {} }\n', { ...known, reaches: ['context'] })).toEqual([]);
  });

  it('promise methods that are not handed out, and leave out others', async () => {
    const known = facts({
      methods: [member('reveal', { type: call }), member('fold', { type: call })],
      emits: [member('update:value')],
    });
    expect(
      await said('methods: { reveel: {}, fold: {} }\nevents: { tide-value: { from: "bind:value" } }\n', {
        ...known,
        writes: ['value'],
      }),
    ).toEqual([
      'wraps/method 4:12 The component does not hand out a function "reveel". Did you mean "reveal"?',
      'wraps/left-out 3:10 Consumers cannot reach what the component has beside that: reveal(). Declare what is meant for them.',
    ]);
    expect(await said('methods: { reveal: {} }\n', facts({ complete: false }))).toEqual([]);
    expect(await said('methods: { reveal: {} }\n', facts({}))).toHaveLength(1);
  });
});
