import { quotedValue } from './drawing.js';

/**
 * What a person did before the elements were there, done once they are: clicks and submits on elements that are not defined yet are
 * kept, and come again when the first of the elements around them is, and the browser has nothing else to do: frameworks listen once
 * they have taken over too. It is a classic script, which runs at once, in any browser with custom elements.
 */
const SCRIPT =
  "(d=>['click','submit'].map(t=>d.addEventListener(t,e=>{" +
  "let p=e.composedPath(),h=p.find(n=>TAGS.includes(n.localName)&&n.matches(':not(:defined)')),b=e.submitter;" +
  'if(h){e.preventDefault();e.stopImmediatePropagation();customElements.whenDefined(h.localName).then(()=>' +
  "(self.requestIdleCallback||(f=>setTimeout(f,50)))(()=>t=='click'?p[0].click():p[0].requestSubmit(b)))}},!0)))(document)";

/** The script element for pages whose elements wake up late; `nonce` is the page's, where it has a strict policy. */
export function keepEvents(tags: readonly string[], nonce?: string): string {
  const own = nonce === undefined ? '' : ` nonce="${quotedValue(nonce)}"`;
  return `<script${own}>${SCRIPT.replace('TAGS', `'${tags.join(' ')}'.split(' ')`)}</script>`;
}
