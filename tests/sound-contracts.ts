/** What the contract of a sound element says beyond, or instead of, what most of them have in common. */
interface Difference {
  slots?: string;
  more?: string;
  samples?: string;
  /** The whole contract, without tag and wraps. */
  contract?: string;
}

/** What is special about the contracts of some sound elements, by name. */
const DIFFERENCES: Record<string, Difference> = {
  closed: { more: 'encapsulation: closed' },
  'light-tree': { slots: '', more: 'encapsulation: none\n', samples: 'light' },
  internals: { more: 'states: { shining: It is on }' },
  data: { slots: 'slots: { default: { drawn: false }, note: {} }' },
  greeting: {
    samples: `
- sample: It arrives
  steps:
    - expect: { event: beacon-arrive }
`,
  },
  following: {
    samples: `
- sample: Somebody presses Escape
  steps:
    - focus: button
    - press: Escape
    - expect: { text: { button: Escape was pressed } }
`,
  },
  arriving: {
    samples: `
- sample: It has the focus at once
  steps:
    - expect: { focused: light }
`,
  },
  picture: {
    samples: `
- sample: There is no picture
  steps:
    - expect: { hidden: [img] }
`,
  },
  demanding: {
    contract: `
properties:
  label: { type: string, required: true, reflect: true }
`,
    samples: `
- sample: It has all that it needs
  properties: { label: North }
  steps:
    - expect: { text: { p: 5 letters } }
`,
  },
  saving: {
    contract: `
parts: { field: What is written into }
events: { beacon-save: { detail: { type: string } } }
`,
    samples: `
- sample: Somebody writes and leaves
  steps:
    - type: { into: field, text: Salt }
    - focus: button
    - expect: { event: beacon-save, detail: Salt }
    - focus: field
`,
  },
  answering: {
    contract: `
events: { beacon-answer: { detail: { type: number } } }
`,
    samples: `
- sample: Somebody asks
  steps:
    - click: button
    - expect: { text: { output: Asked } }
    - expect: { event: beacon-answer, detail: 7, text: { output: Seven meters } }
- sample: Somebody asks, and waits
  steps:
    - click: button
    - wait: { event: beacon-answer }
    - wait: 500
    - expect: { text: { output: Seven meters } }
`,
  },
  nested: {
    contract: `
properties:
  tree: { $ref: '#/definitions/branch' }
definitions:
  branch:
    type: object
    properties:
      name: { type: string }
      branches: { type: array, items: { $ref: '#/definitions/branch' } }
    required: [name, branches]
`,
  },
};

/** The contract and the samples of one sound element. */
export function soundFiles(name: string): { contract: string; samples: string } {
  const { slots, more = '', samples = '', contract } = DIFFERENCES[name] ?? {};
  const head = `contract: 1\ntag: beacon-${name}\nwraps: { element: ./${name}.ts }\n`;
  if (contract !== undefined) return { contract: head + contract, samples: samples || '[]\n' };
  const arrives = name === 'greeting' ? '\n  beacon-arrive: {}' : '';
  const light = samples === 'light';
  return {
    contract: `${head}${more}
properties:
  label: { type: string }
  level: { type: number, minimum: 0, default: 0 }
  on: { type: boolean, reflect: true }
  kinds: { type: array, items: { type: string }, default: [] }
${slots ?? 'slots: { default: {}, note: {} }'}
events:
  beacon-turn:
    detail: { type: object, properties: { on: { type: boolean } }, required: [on] }${arrives}
methods: { turn: { returns: { type: boolean } } }
parts: { light: What lights }
${light ? '' : "cssProperties: { --beacon-color: { syntax: '<color>', initial: '#333' } }"}
`,
    samples: `
- sample: Turned by hand
  properties: { label: North }
  ${light ? '' : 'slots: { note: <i>Seen from afar</i> }'}
  steps:
    - expect: { visible: [light] }
    - click: light
    - expect: { event: beacon-turn, detail: { on: true } }
    - expect: { property: { on: true }, attribute: { on: '' } }
    - set: { label: South }
    - expect: { property: { label: South } }
- sample: Turned by code
  steps:
    - call: turn
    - expect: { property: { on: true }, event: beacon-turn }
${light ? '' : samples}`,
  };
}
