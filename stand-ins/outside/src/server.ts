import { listening, localServer, turnKnobs, type Answering, type StandIn } from '@tribos/stand-in-local';
import type { ServerResponse } from 'node:http';
import { Shops, type Knobs, type Order } from './shop.js';

const PAGE = new URL('../page/', import.meta.url);
const LONGEST = 65_536;
const ORDER = /^\/([a-z0-9][a-z0-9-]{0,39})\/orders\/([0-9A-Za-z._-]{1,64})$/u;

const LIMITS: Readonly<Record<keyof Knobs, readonly [number, number]>> = {
  day: [0.05, 86_400],
  bias: [-50, 50],
  spread: [0, 50],
  off: [0, 1],
};

/** What its line does instead of answering. */
const TROUBLES = {
  none: null,
  /** It takes half a minute for everything. */
  slow: (response: ServerResponse, _: number, say: () => void) => {
    const later = setTimeout(say, 30_000);
    response.once('close', () => clearTimeout(later));
  },
  /** It says what nobody can read, in one of several ways. */
  rubbish: (response: ServerResponse, n: number) => {
    const say = [
      () => response.end('<html>Out of paper</html>'),
      () => response.end('{"format":"tribos-answer","version":1,"state":"ready"}'),
      () => response.writeHead(500).end('{}'),
      () => response.end(`"${'x'.repeat(200_000)}"`),
      () => response.end('{"format":"tribos-answer","versi'),
    ];
    say[n % say.length]!();
  },
  /** It hangs up. */
  cut: (response: ServerResponse) => void response.destroy(),
} as const;
type Trouble = keyof typeof TROUBLES;

const isOrder = (body: unknown, id: string): body is Order => {
  const o = body as Partial<Order> | null;
  return (
    typeof o === 'object' &&
    o !== null &&
    o['format'] === 'tribos-order' &&
    o.id === id &&
    Number.isInteger(o.turn) &&
    Array.isArray(o.lines)
  );
};

/**
 * The boring, plating and head shop stand-in: each firm by the first part of its address, orders under it.
 * @param port 0 for any free one
 */
export function startOutside(port: number, knobs: Knobs): Promise<StandIn> {
  const shops = new Shops(knobs);
  let trouble: Trouble = 'none';
  let asked = 0;
  const state = () => ({ knobs: shops.knobs, trouble, asked, held: shops.all() });
  const order = (method: string, firm: string, id: string, body: unknown) => {
    if (method === 'PUT')
      return isOrder(body, id)
        ? ([200, shops.put(firm, body)] as const)
        : ([400, { detail: 'That is no order of the published format.' }] as const);
    const known = method === 'GET' ? shops.get(firm, id) : null;
    return known ? ([200, known] as const) : null;
  };
  const acts: Readonly<Record<string, (body: unknown) => void>> = {
    '/knobs': (body) => turnKnobs(shops.knobs, LIMITS, body),
    '/day': () => shops.skip(1),
    '/trouble': (body) => {
      const wanted = (body as { trouble?: unknown } | null)?.trouble;
      if (typeof wanted === 'string' && Object.hasOwn(TROUBLES, wanted)) trouble = wanted as Trouble;
    },
  };
  const answering: Answering = ({ method, path, body }, response) => {
    const [, firm, id] = ORDER.exec(path) ?? [];
    if (firm && id) {
      asked += 1;
      const said = order(method, firm, id, body);
      const wrong = TROUBLES[trouble];
      if (!wrong) return said;
      wrong(response, asked, () => response.end(JSON.stringify(said?.[1] ?? {})));
      return 'answered';
    }
    if (method === 'GET' && path === '/state') return [200, state()];
    const act = method === 'POST' ? acts[path] : undefined;
    if (!act) return null;
    act(body);
    return [200, state()];
  };
  return listening(localServer(PAGE, answering, LONGEST), port);
}
