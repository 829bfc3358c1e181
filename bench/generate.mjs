// Writes a library of many elements for measurements: each like an element of the demo, with names of its own.
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Writes COUNT elements into a folder; gives the paths of all their files. */
export function generateLibrary(folder, count) {
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, 'lastwright.yaml'), 'library: 1\n');
  const written = [];
  for (let number = 1; number <= count; number++) {
    const tag = `quay-part${number}`;
    const place = join(folder, 'elements', tag);
    mkdirSync(place, { recursive: true });
    for (const [ending, text] of Object.entries(elementTexts(tag, number))) {
      const path = join(place, tag + ending);
      writeFileSync(path, text);
      written.push(path);
    }
  }
  return written;
}

function elementTexts(tag, number) {
  return {
    '.contract.yaml': `contract: 1
tag: ${tag}
summary: Part ${number} of the harbor board.

properties:
  label: { type: string, required: true, description: The name painted on part ${number} }
  state: { enum: [free, booked, occupied], default: free, reflect: true }
  depth: { type: number, minimum: 0, default: ${number % 9} }
  closed: { type: boolean, reflect: true }
  parcels: { type: array, items: { $ref: '#/definitions/parcel' }, default: [] }

slots:
  default: { description: What lies here }
  actions: { description: Buttons for the harbor master }

events:
  part-claim:
    detail: { type: object, properties: { label: { type: string } }, required: [label] }
    cancelable: true

methods:
  reveal: { description: Shows the details }

parts: { card: The whole of it, title: Its name }
cssProperties:
  --${tag}-accent: { syntax: '<color>', initial: '#0b6e6e' }

definitions:
  parcel:
    type: object
    properties: { id: { type: string }, name: { type: string } }
    required: [id, name]
`,
    '.html': `<article part="card" class="part {state}">
  <h3 part="title" onclick="claim()">{label}</h3>
  <slot name="actions"></slot>
  <slot>Nobody lies here.</slot>
  <template when="parcels.length">
    <ul>
      <template for-each="parcel of parcels" key="parcel.id">
        <li onclick="claim()">{parcel.name}</li>
      </template>
    </ul>
  </template>
  <template otherwise><p>No cargo, {depth} m.</p></template>
  <template when="open && !closed"><p>open</p></template>
</article>
`,
    '.css': `:host { display: block; }
.part { border-inline-start: 6px solid var(--${tag}-accent, #0b6e6e); padding: ${number % 20}px 16px; }
.part.booked { background: #fff6dd; }
h3 { margin: 0 0 8px; cursor: pointer; }
`,
    '.ts': `import type { Inside } from './${tag}.contract.yaml';

export const state = () => ({ open: false });

export function claim(part: Inside) {
  if (part.emit('part-claim', { label: part.label })) part.host.state = 'booked';
}

export function reveal(part: Inside) {
  part.state.open = true;
}
`,
  };
}
