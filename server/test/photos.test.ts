import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { v7 } from 'uuid';
import type { ArrivalView, JobView, PhotoView } from '@tribos/contract';
import { PutAwayService } from '../src/photos/index.js';
import { asOwner, jobOf, makeWorld, type Agent, type World } from './support.js';

let world: World;
let job: JobView;
const dir = mkdtempSync(join(tmpdir(), 'tribos-photos-'));
beforeAll(async () => {
  process.env['FILES_DIR'] = dir;
  world = await makeWorld();
  job = await jobOf(world.technician, 'Varrow 644 Twin');
});
afterAll(async () => {
  await world.close();
  delete process.env['FILES_DIR'];
  rmSync(dir, { recursive: true });
});

/** A photo as a phone takes it: lying on its side, and saying where it was. */
const phonePhoto = (width = 3000, height = 2000) =>
  // Each size its own colour: small ones of two sizes are two files.
  sharp({ create: { width, height, channels: 3, background: { r: width % 256, g: height % 256, b: 34 } } })
    .withExif({ IFD0: { Make: 'A phone' }, IFD3: { GPSLatitudeRef: 'S', GPSLatitude: '41/1 17/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();

const send = (
  agent: Agent,
  jobId: string,
  file: Buffer,
  over: Record<string, string> = {},
  type = 'image/jpeg',
) =>
  agent
    .post(`/api/jobs/${jobId}/photos`)
    .query({ id: v7(), at: new Date().toISOString(), station: 'intake', ...over })
    .type(type)
    .send(file);

const filesOnDisk = (): string[] =>
  readdirSync(dir, { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile())
    .map((f) => f.name);

describe('a photo', () => {
  it('is turned upright, shrunk, and says nothing of where it was taken, also at its own size', async () => {
    const file = await phonePhoto();
    expect((await sharp(file).metadata()).exif).toBeDefined();
    for (const [over, size] of [
      [{}, [1365, 2048]],
      [{ original: 'yes' }, [2000, 3000]],
    ] as const) {
      const { body } = await send(world.technician, job.file.job.id, file, over).expect(201);
      const view = body as PhotoView;
      expect([view.width, view.height]).toEqual(size);
      const got = await world.apprentice
        .get(`/api/jobs/${job.file.job.id}/photos/${view.id}/file`)
        .buffer(true)
        .expect(200);
      const { exif, orientation, format } = await sharp(got.body as Buffer).metadata();
      expect([exif, orientation, format]).toEqual([undefined, undefined, 'jpeg']);
      expect(got.headers).toMatchObject({
        'content-type': 'image/jpeg',
        'x-content-type-options': 'nosniff',
        'content-disposition': 'inline',
      });
      const small = await world.technician
        .get(`/api/jobs/${job.file.job.id}/photos/${view.id}/file?small`)
        .buffer(true);
      expect((await sharp(small.body as Buffer).metadata()).width).toBe(320);
    }
  });

  it('is kept once by what is in it, and once however often it is sent', async () => {
    const file = await phonePhoto(640, 480);
    const before = filesOnDisk().length;
    const id = v7();
    await send(world.technician, job.file.job.id, file, { id }).expect(201);
    await send(world.technician, job.file.job.id, file, { id }).expect(201);
    await send(world.technician, job.file.job.id, file).expect(201);
    // Itself and its small one.
    expect(filesOnDisk()).toHaveLength(before + 2);
    const { body } = await world.technician.get(`/api/jobs/${job.file.job.id}/photos`).expect(200);
    expect((body as PhotoView[]).filter((p) => p.id === id)).toHaveLength(1);
  });

  it('is a photo: a text, a page, a bomb and nothing at all are refused in words', async () => {
    const at = job.file.job.id;
    for (const junk of [
      '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>',
      '<html></html>',
      'GIF89a',
    ])
      expect((await send(world.technician, at, Buffer.from(junk)).expect(415)).body.code).toBe('no-photo');
    const cut = (await phonePhoto()).subarray(0, 900);
    await send(world.technician, at, cut).expect(415);
    await send(world.technician, at, Buffer.alloc(0)).expect(400);
    await send(world.technician, at, await phonePhoto(100, 100), { station: '../x' }).expect(400);
    await send(world.technician, v7(), await phonePhoto(100, 100)).expect(404);
    const huge = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: 'white' } })
      .png()
      .toBuffer();
    await send(world.technician, at, huge, {}, 'image/png').expect(415);
  });

  it('is decided by what is in it: what a phone’s camera makes is redrawn or refused, never kept whole', async () => {
    const at = job.file.job.id;
    const place = { IFD3: { GPSLatitudeRef: 'S', GPSLatitude: '41/1 17/1 0/1' } };
    const plain = () => sharp({ create: { width: 320, height: 240, channels: 3, background: '#225577' } });
    const box = (...brands: string[]) =>
      Buffer.concat([
        Buffer.from([0, 0, 0, 8 + 4 + 4 * brands.length]),
        Buffer.from(`ftyp${brands[0]}\0\0\0\0${brands.slice(1).join('')}`, 'latin1'),
        Buffer.from('\0\0\x01\xf2meta\0\0\0\0\0\0\0!hdlr\0\0\0\0\0\0\0\0pict GPS 41 17 S', 'latin1'),
        Buffer.alloc(400, 3),
      ]);
    const redrawn: [string, Buffer][] = [
      ['image/jpeg', await plain().withExif(place).jpeg().toBuffer()],
      ['image/png', await plain().withExif(place).png().toBuffer()],
      ['image/webp', await plain().withExif(place).webp().toBuffer()],
      ['image/avif', await plain().withExif(place).avif().toBuffer()],
    ];
    for (const [type, file] of redrawn)
      for (const said of [type, 'audio/mp4']) {
        const { body } = await send(world.technician, at, file, {}, said).expect(201);
        const got = await world.technician
          .get(`/api/jobs/${at}/photos/${body.id}/file`)
          .buffer(true)
          .expect(200);
        const { exif, format } = await sharp(got.body as Buffer).metadata();
        expect([body.kind, got.headers['content-type'], exif, format]).toEqual([
          'photo',
          'image/jpeg',
          undefined,
          'jpeg',
        ]);
      }
    const refused: [Buffer, string][] = [
      [box('heic', 'mif1', 'heic'), 'HEIC'],
      [box('heix', 'mif1', 'heix', 'heic'), 'HEIC'],
      [box('mif1', 'mif1', 'heic', 'hevc'), 'HEIC'],
      [box('msf1', 'msf1', 'hevc', 'iso8'), 'HEIC'],
      [box('isom', 'mif1', 'heic'), 'HEIC'],
      [box('qt  ', 'qt  '), 'a film'],
      [box('mp42', 'isom', 'mp42').fill('hdlr....vide', 40, 52, 'latin1'), 'a film'],
      [box('M4A ', 'M4A ', 'isom').fill('\xa9xyz', 60, 64, 'latin1'), 'where it was made'],
    ];
    for (const [file, words] of refused)
      for (const type of ['image/heic', 'audio/mp4']) {
        const { body } = await send(world.technician, at, file, {}, type).expect(415);
        expect(body.detail).toContain(words);
      }
    const sound = box('M4A ', 'M4A ', 'isom').fill('soun', 40, 80, 'latin1');
    expect((await send(world.technician, at, sound, {}, 'audio/mp4').expect(201)).body.kind).toBe('sound');
  });

  it('is measured before it is decoded, and one of a camera is not refused', async () => {
    const at = job.file.job.id;
    const wide = (width: number, height: number) =>
      sharp({ create: { width, height, channels: 3, background: 'white' } });
    await send(world.technician, at, await wide(8200, 4000).png().toBuffer(), {}, 'image/png').expect(415);
    await send(world.technician, at, await wide(8200, 4000).jpeg().toBuffer()).expect(201);
  });

  it('that was put away is gone for good when its days are over, and no other', async () => {
    const at = job.file.job.id;
    const same = await phonePhoto(501, 401);
    const before = filesOnDisk().length;
    const [first, second, alone] = [v7(), v7(), v7()];
    await send(world.technician, at, same, { id: first }).expect(201);
    await send(world.technician, at, same, { id: second }).expect(201);
    await send(world.technician, at, await phonePhoto(333, 222), { id: alone }).expect(201);
    expect(filesOnDisk()).toHaveLength(before + 4);
    for (const id of [first, alone])
      await world.technician.delete(`/api/jobs/${at}/photos/${id}`).expect(204);
    const engine = `/api/engines/${job.file.engine.id}/tricks`;
    const trick = { id: v7(), station: 'intake', text: 'look here first', jobId: at, photoId: alone };
    await world.technician.post(engine).send(trick).expect(201);
    const putAway = world.app.get(PutAwayService);
    expect(await putAway.takeAway()).toBe(0);
    await asOwner(world.ownerUrl, `UPDATE photos SET gone_on = current_date - 31 WHERE id = ANY($1)`, [
      [first, alone],
    ]);
    // Two of the one that nothing else names; what the second still shows stays.
    expect(await putAway.takeAway()).toBe(2);
    expect(filesOnDisk()).toHaveLength(before + 2);
    await world.technician.get(`/api/jobs/${at}/photos/${alone}/file`).expect(404);
    await world.technician.get(`/api/jobs/${at}/photos/${second}/file`).expect(200);
    expect(await putAway.takeAway()).toBe(0);
    // A trick it was pinned to stays without it.
    const { body: tricks } = await world.technician.get(engine).expect(200);
    expect(tricks).toEqual([expect.objectContaining({ id: trick.id, photoId: null })]);
  });

  it('is seen by its shop alone, put away and not erased at once', async () => {
    const at = job.file.job.id;
    const { body } = await send(world.technician, at, await phonePhoto(300, 200), {
      caption: 'plate',
    }).expect(201);
    const { id } = body as PhotoView;
    for (const path of [`/api/jobs/${at}/photos`, `/api/jobs/${at}/photos/${id}/file`])
      await world.stranger.get(path).expect(404);
    await world.nobody.get(`/api/jobs/${at}/photos/${id}/file`).expect(401);
    await send(world.stranger, at, await phonePhoto(300, 200)).expect(404);
    await world.technician
      .patch(`/api/jobs/${at}/photos/${id}`)
      .send({ caption: 'number plate' })
      .expect(200);
    await world.technician.delete(`/api/jobs/${at}/photos/${id}`).expect(204);
    const { body: list } = await world.technician.get(`/api/jobs/${at}/photos`);
    expect((list as PhotoView[]).map((p) => p.id)).not.toContain(id);
    const { body: audit } = await world.lead.get('/api/record/audit');
    expect(audit.items[0]).toMatchObject({ action: 'photo put away', subject: at });
  });

  it('a sound is kept as it was said', async () => {
    const webm = Buffer.concat([Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), Buffer.alloc(200, 7)]);
    const { body } = await send(world.apprentice, job.file.job.id, webm, {}, 'audio/webm').expect(201);
    expect(body).toMatchObject({ kind: 'sound', width: null });
    const got = await world.technician
      .get(`/api/jobs/${job.file.job.id}/photos/${(body as PhotoView).id}/file`)
      .buffer(true)
      .expect(200);
    expect(got.headers['content-type']).toBe('audio/webm');
    expect(webm.equals(got.body as Buffer)).toBe(true);
  });
});

describe('something comes in', () => {
  it('by a name and a photo; once it is known which engine it is, it is a job with its number and its photos', async () => {
    const arrival = {
      id: v7(),
      customer: 'Wanjiru Bell',
      phone: '555 0117',
      machine: 'an orange saw',
      complaint: 'screams',
    };
    const { body } = await world.apprentice.post('/api/arrivals').send(arrival).expect(201);
    const { number } = body as ArrivalView;
    await world.apprentice.post('/api/arrivals').send(arrival).expect(201);
    await send(world.apprentice, arrival.id, await phonePhoto(200, 100), { caption: 'plate' }).expect(201);
    await world.stranger.get(`/api/arrivals/${arrival.id}`).expect(404);
    const { body: engines } = await world.apprentice.get('/api/engines');
    const saw = (engines as { id: string; model: string }[]).find((e) => e.model === '59')!;
    const opened = await world.apprentice
      .post(`/api/arrivals/${arrival.id}/job`)
      .send({ engineId: saw.id })
      .expect(201);
    const { file } = opened.body as JobView;
    expect(file.job).toMatchObject({
      id: arrival.id,
      number,
      customer: 'Wanjiru Bell',
      complaint: 'an orange saw. screams',
    });
    await world.apprentice.get(`/api/arrivals/${arrival.id}`).expect(404);
    const { body: photos } = await world.apprentice.get(`/api/jobs/${arrival.id}/photos`).expect(200);
    expect((photos as PhotoView[]).map((p) => p.caption)).toEqual(['plate']);
    const next = await world.apprentice
      .post('/api/arrivals')
      .send({ ...arrival, id: v7() })
      .expect(201);
    expect((next.body as ArrivalView).number).toBe(number + 1);
  });
});

describe('a limit typed again by its own typist', () => {
  it('is refused on the same day, retyped on another, and checked only by somebody else', async () => {
    const { engine } = job.file;
    const body = {
      id: v7(),
      feature: 'setup.squish',
      state: 'new',
      low: 1_000_000,
      high: 1_200_000,
      unit: 'mm',
      sourceType: 'engine-maker',
      party: 'Varrow',
      document: 'manual',
      page: '3',
      revision: '',
      confirmed: true,
    };
    await world.technician.post(`/api/engines/${engine.id}/limits`).send(body).expect(201);
    const check = (agent: Agent, version: number, low = 1_000_000) =>
      agent
        .post(`/api/engines/${engine.id}/limits/${body.id}/check`)
        .send({ version, low, high: 1_200_000, rows: null });
    expect((await check(world.technician, 1).expect(422)).body.detail).toContain('on another day');
    await asOwner(world.ownerUrl, `UPDATE limits SET entered_on = entered_on - 1 WHERE id = $1`, [body.id]);
    expect((await check(world.technician, 1, 1_100_000).expect(422)).body.code).toBe('differs');
    const { body: view } = await check(world.technician, 1).expect(200);
    const of = (v: unknown) =>
      (v as { spec: { limits: { id: string; source: object }[] } }).spec.limits.find((l) => l.id === body.id)!
        .source;
    expect(of(view)).toMatchObject({ checkedBy: null, retypedOn: new Date().toISOString().slice(0, 10) });
    await check(world.technician, 2).expect(422);
    expect(of((await check(world.apprentice, 2).expect(200)).body)).toMatchObject({
      checkedBy: 'Ngaire Solano',
    });
  });
});
