import type { FastifyInstance, FastifyRequest } from 'fastify';

/** Headers of every answer: what is served here is for its own pages, and is what it says it is. */
const HEADERS = {
  'cross-origin-resource-policy': 'same-origin',
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
} as const;

/** Who may ask a server, beside its own pages. */
type Askers = 'own pages' | 'the live page';

/**
 * Refuses what no page of ours asks for: another name for this address, another site that is open in the browser, a path that
 * leads out of its folder, however it is spelled.
 */
export function guardRequests(server: FastifyInstance, names: ReadonlySet<string>, askers: Askers): void {
  server.addHook('onRequest', async (request, reply) => {
    reply.headers(HEADERS);
    if (!names.has(request.headers.host ?? '')) return reply.code(421).send('');
    if (leadsAstray(request.url)) return reply.code(404).send('');
    return mayAsk(request, askers) ? undefined : reply.code(403).send('');
  });
}

/** True for a path with a step upwards, a backslash, a control character, or a part that is spelled so that it cannot be told. */
export function leadsAstray(url: string): boolean {
  let path: string;
  try {
    path = decodeURIComponent(url.split(/[?#]/, 1)[0]!);
  } catch {
    return true;
  }
  // A part that is a path of its own once it is decoded, and one that is still encoded then.
  if (/%(?:2f|5c|2e|25|00)/i.test(path) || /%(?:2f|5c)/i.test(url)) return true;
  return path.split('/').some((part) => part === '..' || part === '.') || /[\\\p{Cc}]/u.test(path);
}

/** Browsers say where a request comes from; who asks without one is no browser, and can read the disk by itself. */
function mayAsk({ headers, method }: FastifyRequest, askers: Askers): boolean {
  const { origin, host, 'sec-fetch-site': site, 'sec-fetch-dest': destination } = headers;
  if (site === 'cross-site') return false;
  const isOwn = origin === undefined || origin === `http://${host}`;
  if (askers === 'the live page') {
    // The live page puts cells into frames; they ask for all else themselves.
    return isOwn && (site !== 'same-site' || destination === 'iframe');
  }
  const isBlind = method !== 'GET' && origin === undefined;
  return isOwn && !isBlind && site !== 'same-site';
}
