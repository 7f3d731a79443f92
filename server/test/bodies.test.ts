import { refuseLonger, refuseUnbounded, refuseUnboundedText } from '../src/kit/bodies.js';
import * as contract from '@tribos/contract';
import { AppendLog, FirmBody, NewEngine } from '@tribos/contract';
import type { Shape } from '@tribos/core';
import { v7 } from 'uuid';
import { connect } from 'node:net';
import type { AddressInfo } from 'node:net';
import { makeWorld, type World } from './support.js';

const many = <T>(n: number, of: T): T[] => Array.from({ length: n }, () => of);
const bytes = (text: string): Uint8Array => Buffer.from(text);
const told = (work: () => void): string => {
  try {
    work();
  } catch (error) {
    return (error as { response: { detail: string } }).response.detail;
  }
  return 'allowed';
};

describe('sizes before shapes', () => {
  it('are asked of the text before it is parsed', () => {
    expect(told(() => refuseUnboundedText(bytes('['.repeat(30))))).toContain('nested deeper than 24');
    expect(told(() => refuseUnboundedText(bytes(`[${many(24_001, '0').join()}]`)))).toContain('24000 values');
    expect(told(() => refuseUnboundedText(bytes(`{"a":${'9'.repeat(500)}}`)))).toContain('400 digits');
    // What stands in quotes is text.
    const quoted = JSON.stringify({ a: `${'[{,'.repeat(50_000)}\\"` });
    expect(told(() => refuseUnboundedText(bytes(quoted)))).toBe('allowed');
    expect(told(() => refuseUnboundedText(bytes(JSON.stringify({ a: many(23_000, 0) }))))).toBe('allowed');
  });

  it('are asked of lists and fields', () => {
    expect(told(() => refuseUnbounded({ a: { b: many(5001, 0) } }))).toContain(
      '/a/b holds 5001, at most 5000',
    );
    expect(
      told(() => refuseUnbounded(Object.fromEntries(many(501, 0).map((_, i) => [`k${i}`, i])))),
    ).toContain('501 fields');
    expect(told(() => refuseUnbounded({ a: many(5000, {}) }))).toBe('allowed');
  });

  it('are those of the class a request is of, nested ones too', () => {
    expect(told(() => refuseLonger({ entries: many(201, 0) }, AppendLog.shape))).toContain(
      '/entries holds 201, at most 200',
    );
    expect(told(() => refuseLonger({ works: many(13, {}) }, FirmBody.shape))).toContain(
      '/works holds 13, at most 12',
    );
    expect(told(() => refuseLonger({ ports: many(41, {}) }, NewEngine.shape))).toContain('/ports holds 41');
  });

  it('every list of every request has one', () => {
    const lists = ({ made }: Shape): number[] =>
      made.as === 'list'
        ? [made.most, ...lists(made.of)]
        : made.as === 'or-none'
          ? lists(made.of)
          : made.as === 'record'
            ? Object.values({ ...made.fields, ...made.optional }).flatMap(lists)
            : [];
    const requests = Object.values(contract).flatMap((of) =>
      typeof of === 'function' && 'shape' in of ? [of.shape as Shape] : [],
    );
    expect(requests.length).toBeGreaterThan(35);
    expect(requests.flatMap(lists).length).toBeGreaterThan(6);
    const bare = requests.flatMap(lists).filter((most) => most > 2000);
    expect(bare).toEqual([]);
  });
});

describe('over the wire', () => {
  let world: World;
  beforeAll(async () => {
    world = await makeWorld();
  });
  afterAll(() => world.close());

  it('a quarter of a million entries, an unknown field each, or brackets alone are refused at once', async () => {
    const { body: list } = await world.apprentice.get('/api/jobs');
    const path = `/api/jobs/${list.items[0].id}/log`;
    const send = (text: string) => world.apprentice.post(path).type('application/json').send(text);
    for (const text of [
      `{"entries":[${many(250_000, '0').join()}]}`,
      `{"entries":[${many(4_000, '{}').join()}]}`,
      `{${many(30_000, 0)
        .map((_, i) => `"f${i}":0`)
        .join()}}`,
      `{"entries":${'['.repeat(200_000)}${']'.repeat(200_000)}}`,
      `{"entries":[{"kind":"ticket","lines":[${many(5_001, '{}').join()}]}]}`,
    ])
      expect((await send(text).expect(400)).body.code).toBe('too-much');
  });

  it('whoever is not signed in sends sixteen kilobytes at most, and no file at all', async () => {
    const long = JSON.stringify({ email: 'a@b.example', password: 'x'.repeat(17_000) });
    for (const path of ['/api/session', '/api/door/join', '/api/jobs', '/api/firms'])
      await world.nobody.post(path).type('application/json').send(long).expect(413);
    // Also with a session at the door.
    await world.lead.post('/api/session').type('application/json').send(long).expect(413);
    const file = Buffer.alloc(1_000_000, 32);
    for (const path of ['/api/imports?id=1&name=x', `/api/jobs/${v7()}/photos`])
      await world.nobody
        .post(path)
        .type(path.includes('photos') ? 'image/jpeg' : 'application/json')
        .send(file)
        .expect(401);
  });

  it('a firm without its days, and a host no machine has, are the request’s fault', async () => {
    const firm = {
      id: v7(),
      name: 'Short of days',
      unit: 'mm',
      works: [{ what: 'bore', price: 1 }],
      freight: 0,
    };
    await world.lead.post('/api/firms').send(firm).expect(400);
    await world.lead
      .post('/api/firms')
      .send({ ...firm, works: [[]] })
      .expect(400);
    for (const host of ['a'.repeat(4000), 'x y', 'a"b'])
      expect((await world.lead.get('/api/jobs').set('host', host).expect(400)).body.code).toBe('host');
  });

  it('a body that does not come ends, and its connection with it', async () => {
    const { port } = (world.app.getHttpServer() as { address(): AddressInfo }).address();
    const heard = await new Promise<string>((done) => {
      let said = '';
      const line = connect(port, '127.0.0.1', () =>
        line.write(
          'POST /api/session HTTP/1.1\r\nhost: x\r\ncontent-type: application/json\r\ncontent-length: 900\r\n\r\n{"e',
        ),
      );
      line.on('data', (d) => (said += d.toString()));
      line.on('close', () => done(said));
    });
    expect(heard).toContain('408');
  }, 40_000);
});
