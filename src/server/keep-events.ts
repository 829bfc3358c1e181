import { quotedValue } from './drawing.js';

/**
 * What a person did before the elements were there, done once they are: clicks and submits on elements that are not defined yet are
 * kept, and come again when the first of the elements around them is. It is a classic script, which runs at once, in any browser
 * with custom elements.
 */
const SCRIPT =
  `(d=>{for(const t of['click','submit'])d.addEventListener(t,e=>{` +
  `const h=e.composedPath().find(n=>n.matches?.(':not(:defined)')&&TAGS.includes(n.localName));if(!h)return;` +
  `e.preventDefault();e.stopImmediatePropagation();const n=e.composedPath()[0],b=e.submitter;` +
  `customElements.whenDefined(h.localName).then(()=>setTimeout(()=>n.isConnected&&(b?n.requestSubmit(b):t=='submit'?n.requestSubmit():n.click())))` +
  `},true)})(document)`;

/** The script element for pages whose elements wake up late; `nonce` is the page's, where it has a strict policy. */
export function keepEvents(tags: readonly string[], nonce?: string): string {
  const own = nonce === undefined ? '' : ` nonce="${quotedValue(nonce)}"`;
  return `<script${own}>${SCRIPT.replace('TAGS', JSON.stringify(tags.join(' ')))}</script>`;
}
