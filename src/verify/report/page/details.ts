import hljs from 'highlight.js/lib/core';
import javascript from 'highlight.js/lib/languages/javascript';
import typescript from 'highlight.js/lib/languages/typescript';
import xml from 'highlight.js/lib/languages/xml';
import type { DetailedResult, ElementDetails, ReportData } from '../report-data.js';
import { make, sign } from './make.js';

hljs.registerLanguage('javascript', javascript);
hljs.registerLanguage('typescript', typescript);
hljs.registerLanguage('xml', xml);

const WORDS = {
  fits: 'fits',
  care: 'needs care',
  fails: 'fails',
  unchecked: 'not checked',
  accepted: 'accepted',
  general: 'framework notes',
} as const;
/** The worst first. */
const ORDER = ['fails', 'care', 'unchecked', 'accepted', 'general', 'fits'] as const;

/** What a result counts as. */
function standingOf({ verdict, accepted, general }: DetailedResult): (typeof ORDER)[number] {
  if (accepted !== undefined) return 'accepted';
  return general ? 'general' : verdict;
}

const unpacked = new Map<string, Promise<ElementDetails>>();

/** Everything of an element; it lies in the page, packed. */
function detailsOf(element: string): Promise<ElementDetails> {
  const known = unpacked.get(element) ?? unpack(element);
  unpacked.set(element, known);
  return known;
}

async function unpack(element: string): Promise<ElementDetails> {
  const packed = [...document.querySelectorAll<HTMLElement>('script[data-details]')].find(
    ({ dataset }) => dataset.details === element,
  )!;
  const bytes = Uint8Array.from(atob(packed.textContent), (character) => character.charCodeAt(0));
  const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('gzip'));
  return (await new Response(stream).json()) as ElementDetails;
}

/** What was done and seen in one cell: a fold for each facet, the one that is asked for open. */
export async function cellDetails(
  element: string,
  framework: string,
  browser: string,
  facet: string,
  facets: ReportData['facets'],
): Promise<HTMLElement[]> {
  const { sources, results } = await detailsOf(element);
  const own = results.filter((result) => result.framework === framework && result.browser === browser);
  return facets.flatMap(({ name, title }) => {
    const ofFacet = own.filter((result) => result.facet === name);
    if (ofFacet.length === 0 || (facet && facet !== name)) return [];
    return facetDetails(title, ofFacet, sources, facet === name);
  });
}

function facetDetails(
  title: string,
  results: readonly DetailedResult[],
  sources: readonly string[],
  wanted: boolean,
): HTMLElement {
  const worst = ORDER.find((verdict) => results.some((result) => standingOf(result) === verdict))!;
  const [first] = results;
  const fold = make(
    'details',
    wanted || worst === 'fails' ? { open: '' } : {},
    make(
      'summary',
      {},
      make('span', { class: worst }, sign(worst)),
      make('b', {}, first!.facet),
      make('span', { class: worst }, WORDS[worst]),
      make('small', {}, ` ${title} · seen ${new Date(first!.seen).toLocaleString()}`),
    ),
  );
  // Most folds are never opened; what is in them is made when they are.
  const fill = (): void => {
    if (fold.childElementCount > 1) return;
    const inOrder = [...results].sort((a, b) => ORDER.indexOf(standingOf(a)) - ORDER.indexOf(standingOf(b)));
    fold.append(...inOrder.map(subjectDetails));
    const source = sources[results.find((result) => sources[result.source])?.source ?? -1];
    if (source) fold.append(codeFigure(source));
  };
  fold.addEventListener('toggle', fill);
  if (fold.open) fill();
  return fold;
}

function subjectDetails(result: DetailedResult): HTMLElement {
  const { subject, note, accepted, observed, pictures } = result;
  const standing = standingOf(result);
  const made = make(
    'div',
    { class: 'subject' },
    make('h4', {}, make('span', { class: standing }, sign(standing), ` ${WORDS[standing]}`), ` ${subject}`),
  );
  if (note) made.append(make('p', {}, note));
  if (accepted) made.append(make('p', {}, `Accepted: ${accepted}`));
  if (pictures) made.append(looks(pictures, result.facet));
  if (observed.length === 0) return made;
  const rows = observed.map(({ did, saw, wanted }) =>
    make(
      'tr',
      wanted === undefined ? {} : { class: 'wrong' },
      make('td', {}, did),
      make('td', {}, saw, ...(wanted === undefined ? [] : [make('em', {}, `wanted: ${wanted}`)])),
    ),
  );
  const head = make('tr', {}, make('th', { scope: 'col' }, 'Done'), make('th', { scope: 'col' }, 'Seen'));
  made.append(make('table', { class: 'evidence' }, make('thead', {}, head), make('tbody', {}, ...rows)));
  return made;
}

function codeFigure(source: string): HTMLElement {
  const code = make('code');
  const language = /^\s*</.test(source)
    ? 'xml'
    : /@Component|: \w+(?:<|;)/.test(source)
      ? 'typescript'
      : 'javascript';
  // The highlighter escapes what it is given; the page's policy allows no script in it either way.
  code.innerHTML = hljs.highlight(source, { language }).value;
  return make(
    'figure',
    {},
    make('figcaption', {}, 'The consumer’s code that ran'),
    make('pre', { tabindex: '0' }, code),
  );
}

/** The two pictures, and what differs. */
function looks(
  { own, other, difference }: NonNullable<DetailedResult['pictures']>,
  facet: string,
): HTMLElement {
  const all = JSON.parse(document.getElementById('pictures')!.textContent) as Record<string, string>;
  const figures = [
    [facet === 'server' ? 'After the script' : 'Here', own],
    [facet === 'server' ? 'Before any script' : 'In the framework that it is compared with', other],
    ['What differs', difference],
  ].flatMap(([caption, name]) => {
    const png = name === undefined ? undefined : all[name];
    if (png === undefined) return [];
    const picture = make('img', { src: `data:image/png;base64,${png}`, alt: caption! });
    return make('figure', {}, make('figcaption', {}, caption!), picture);
  });
  return make('div', { class: 'looks' }, ...figures);
}
