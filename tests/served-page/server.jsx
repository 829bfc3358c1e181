import { renderToReadableStream, renderToString } from 'react-dom/server';
import { keepEvents, renderHtml, renderStream } from 'quayside/server';
import { Page } from './Page.jsx';

const harbor = {
  arrivals: [
    { id: 'm', ship: 'Marigold', time: '6:10' },
    { id: 't', ship: 'Tern', time: '7:45' },
  ],
  berths: [
    {
      label: 'A1',
      ship: 'Marigold',
      parcels: [
        { id: 'p1', name: 'Rope' },
        { id: 'p2', name: 'Salt' },
      ],
    },
    { label: 'A2', ship: 'Tern', parcels: [{ id: 'p3', name: 'Wool </script>' }] },
  ],
};

/** What React writes into no attribute. */
function properties({ tag, attributes }) {
  if (tag === 'quay-board') return { arrivals: harbor.arrivals };
  if (tag === 'quay-berth')
    return { parcels: harbor.berths.find(({ label }) => label === attributes.label).parcels };
  return undefined;
}

const STYLE =
  'body { margin: 2rem auto; max-width: 44rem; font: 16px/1.5 "Inter", sans-serif } .berths { display: flex; gap: 1rem } .berths > * { flex: 1 }';
const before = `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>The harbor</title><style>${STYLE}</style>${keepEvents()}</head><body><div id="app">`;
const data = JSON.stringify(harbor).replace(/</g, '\\u003c');
const after = `</div><script type="application/json" id="harbor">${data}</script></body></html>`;

/** The page as one text. */
export function page() {
  return renderHtml(before + renderToString(<Page harbor={harbor} />) + after, { properties });
}

/** The page as a stream of UTF-8. */
export async function stream() {
  const body = await renderToReadableStream(<Page harbor={harbor} />);
  const encoder = new TextEncoder();
  const whole = new ReadableStream({
    async start(controller) {
      controller.enqueue(encoder.encode(before));
      for await (const piece of body) controller.enqueue(piece);
      controller.enqueue(encoder.encode(after));
      controller.close();
    },
  });
  return whole.pipeThrough(renderStream({ properties }));
}
