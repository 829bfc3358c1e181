/** What every lamp's contract says, with the tag's own last part and the module that defines it. */
export const lampContract = (name: string, more = ''): string => `
contract: 1
tag: lamp-${name}
properties:
  label: { type: string }
  level: { type: number, minimum: 0, maximum: 10, default: 0 }
  steps: { type: integer, minimum: 1, maximum: 5, default: 1 }
  color: { enum: [amber, white, red], default: amber, reflect: true }
  bright: { type: boolean, reflect: true }
  stops: { type: array, items: { type: string }, default: [] }
  wiring: { type: object, properties: { from: { type: string } } }
slots: { default: {}, note: {} }
events:
  lamp-switch:
    detail: { type: object, properties: { label: { type: string } }, required: [label] }
    cancelable: true
    by: person
methods:
  flash: { description: Lights it, returns: { type: boolean } }
  dim: { parameters: [{ name: level, schema: { type: number } }], returns: { type: number } }
parts: { glass: What lights }
passthrough: { to: glass, native: button, except: [formtarget] }
form: { value: label }
states: { shining: It is bright }
cssProperties: { --lamp-color: { syntax: '<color>', initial: '#5f4700' } }
promises: { policy: strict }
wraps: { element: ./${name}.ts }
${more}`;

export const lampSamples = `
- sample: Switched by hand
  properties: { label: North mole, stops: [A] }
  steps:
    - expect: { text: { button.glass: North mole }, visible: [button.glass, output] }
    - click: button.glass
    - expect: { event: lamp-switch, detail: { label: North mole } }
    - expect: { property: { bright: true } }
    - press: Escape
    - expect: { property: { bright: false } }
- sample: Named anew
  properties: { label: North mole, stops: [A, B] }
  steps:
    - set: { label: South mole }
    - expect: { text: { button.glass: South mole } }
    - set: { stops: [A, B, C] }
    - expect: { text: { output: 'switched 0 times, 3 stops, level 0' } }
- sample: Flashes
  properties: { label: North mole }
  steps:
    - call: flash
    - expect: { property: { bright: true }, returned: true }
- sample: Dimmed
  properties: { label: North mole }
  steps:
    - call: dim
      with: [3]
    - expect: { property: { level: 3 }, returned: 3, text: { output: 'switched 0 times, 0 stops, level 3' } }
`;

/** The same for a line to write into. */
export const entryContract = (name: string): string => `
contract: 1
tag: entry-${name}
properties:
  value: { type: string, default: '' }
  required: { type: boolean }
  disabled: { type: boolean }
events:
  entry-change:
    detail: { type: object, properties: { value: { type: string } }, required: [value] }
    by: person
parts: { field: The line }
passthrough: { to: field, native: input, except: [usemap, align] }
form: { value: value }
wraps: { element: ./${name}.ts }
`;

export const entrySamples = `
- sample: Someone writes
  steps:
    - type: { into: field, text: Rope }
    - expect: { event: entry-change, detail: { value: Rope } }
    - expect: { property: { value: Rope }, focused: field }
`;
