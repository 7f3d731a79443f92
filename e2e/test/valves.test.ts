import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import sharp from 'sharp';
import {
  assemblyRun,
  buildNow,
  camReadings,
  contactsOf,
  inHouse,
  judgeJob,
  LASH,
  lashChoice,
  lastShimIn,
  openAsk,
  portMap,
  shelfNow,
  type JobFile,
} from '@tribos/core';
import { assembledUpTo, writes } from '../lib/assembly.mjs';
import { atTheBench } from '../lib/atTheBench.mjs';
import { violations } from '../lib/axe.mjs';
import { By, Key, sees } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, freshJob, press, take } from '../lib/job.mjs';

const at = atTheBench();
const driver = () => at.browser.driver;
const form = () => formOf(driver());
const dir = mkdtempSync(join(tmpdir(), 'tribos-valves-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));

const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await api(driver(), 'GET', `/jobs/${id}`)).body.file as JobFile);
const settled = (id: string, done: (file: JobFile) => boolean, what: string) =>
  driver().wait(async () => done(await fileOf(id)), 15_000, `the server never had it: ${what}`);
const where = (name: string) =>
  driver().wait(
    async () => (await driver().findElement(By.css('[data-testid=where]')).getText()).includes(name),
    8_000,
    `never at ${name}`,
  );
/** A cell of the table of valves, by its row and column. */
const cell = async (row: number, column: number) =>
  (
    await driver().findElement(
      By.css(
        `[aria-label="Readings of the valves"] tbody tr:nth-child(${row}) td:nth-child(${column}) button`,
      ),
    )
  ).sendKeys(Key.ENTER);

describe('valves and cams', () => {
  it('asks of what it is built, reads clay by the bar, and holds it against the limit of that build', async () => {
    const id = await freshJob(driver(), '386');
    await at.visit(`/jobs/${id}/top?at=set-up`, 'Valves and cams');
    await form().push('Valves and cams');
    await sees(driver(), 'Of what is it built?');
    // Lash first: room is of a valve that is set.
    await where('intake valve 1 · clearance');
    const leaf = async (thickness: string, key: string) => {
      await form().push(thickness);
      await press(driver(), key);
    };
    await leaf('0.09', 'x');
    await leaf('0.07', 'g');
    await settled(id, (f) => f.log.length >= 2, 'the leaves');
    await cell(1, 3);
    await where('intake valve 1 · clay');
    await take(driver(), '1.42');
    await settled(id, (f) => contactsOf(f).length === 1, 'the clay');
    await sees(driver(), '1.37 mm');
    await form().push('Say what it is built of');
    await form().fill('Piston', 'Lintel');
    await form().push('Keep it');
    await settled(id, (f) => buildNow(f)?.piston === 'Lintel', 'the build');
    await sees(driver(), 'with Lintel piston');
    await driver().wait(
      async () =>
        (
          await driver()
            .findElement(By.css('[aria-label="Readings of the valves"] tbody tr:first-child td:nth-child(3)'))
            .getText()
        ).includes('within'),
      10_000,
      'the room was never within',
    );
    expect(await violations(driver())).toEqual([]);
    // On the wheel: typed, kept, judged, taken back.
    await form().fill('Degrees', 'eight');
    await form().enter('Degrees');
    await sees(driver(), 'is no figure in degrees. It is kept as it was typed.');
    await form().fill('Degrees', '8,5');
    await form().enter('Degrees');
    await settled(id, (f) => camReadings(f).get('intake-opens')?.[0]?.degrees === 8.5, 'the cam');
    await sees(driver(), 'Cams, intake opens, before top');
    await form().push('Take back 8.5°');
    await settled(id, (f) => camReadings(f).size === 0, 'taken back');
  }, 120_000);

  it('sweeps a valve past top angle by angle, and says where it is not swept', async () => {
    const id = await freshJob(driver(), '386');
    await at.visit(`/jobs/${id}/top?at=set-up`, 'Valves and cams');
    await form().push('Valves and cams');
    await form().push('−25°');
    // From there on the bar walks it: reading after reading, the next angle.
    for (const [angle, room] of [
      ['25° before', '3.10'],
      ['20° before', '2.60'],
      ['15° before', '2.20'],
    ] as const) {
      await where(`room swept · ${angle}`);
      await take(driver(), room);
    }
    await where('room swept · 10° before');
    await settled(id, (f) => contactsOf(f)[0]?.sweep.length === 3, 'three angles');
    await sees(driver(), 'no more than 10° apart');
  }, 90_000);
});

describe('shims', () => {
  it('come out of this engine first, then off the shelf; what went in opens its own valve', async () => {
    const id = await freshJob(driver(), '312 MX');
    const file = await fileOf(id);
    const gauge = (type: string, nominal = 0) =>
      file.instruments.find((i) => i.type === type && i.rangeLow <= nominal && i.rangeHigh >= nominal)!.id;
    const place = (part: string, thing: string) => ({ part, thing, spot: '' });
    for (const { key, kind } of LASH.things(file.engine)) {
      const leaves =
        key === 'valve-exhaust:1' ? [0.1, 0.12] : kind === 'valve-exhaust' ? [0.18, 0.2] : [0.12, 0.15];
      await writes(
        driver(),
        id,
        ...leaves.map((mm, i) => ({
          kind: 'leaf',
          station: place('setup.lash', key),
          instrumentId: file.instruments.find((g) => g.type === 'leaf')!.id,
          stack: [Math.round(mm * 1e6)],
          answer: i === 0 ? 'goes' : 'does-not',
        })),
        {
          kind: 'reading',
          station: place('setup.shim', key),
          instrumentId: gauge('micrometer', 2_400_000),
          text: '2.400',
        },
      );
    }
    await at.visit(`/jobs/${id}/top?at=set-up`, 'Valves and cams');
    await form().push('Valves and cams');
    await sees(driver(), '2.325 mm bought');
    // A size that is none is said, and all of it stays typed.
    await form().fill('Shims on the shelf', '2.275 2.33O 2.45');
    await form().enter('Shims on the shelf');
    await sees(driver(), 'All of it is kept as it was typed.');
    await form().fill('Shims on the shelf', '2.275 2.330 2.45');
    await form().enter('Shims on the shelf');
    await settled(id, (f) => shelfNow(f)?.length === 3, 'the shelf');
    await sees(driver(), '2.330 mm off the shelf');
    expect(await violations(driver())).toEqual([]);
    await form().push('This shim is in');
    await settled(id, (f) => lastShimIn(f)?.thickness === 2_330_000, 'the shim');
    await sees(driver(), 'exhaust valve 1, try the leaves');
    expect(lashChoice(await fileOf(id)).missing.map((m) => m.name)).toEqual(['exhaust valve 1']);
    await form().push('Take back the shim of 2.330');
    await settled(id, (f) => lastShimIn(f) === null && lashChoice(f).missing.length === 0, 'taken back');
    await sees(driver(), '2.330 mm off the shelf');
  }, 120_000);
});

describe('a limit of one build', () => {
  it('is typed on the sheet with what it is built of, and governs that build alone', async () => {
    const engines = (await api(driver(), 'GET', '/engines')).body as { id: string; model: string }[];
    const engine = engines.find((e) => e.model === '744 Four')!.id;
    await at.visit(`/engines/${engine}?add=setup.contact.intake`, 'Of what it is built');
    await form().choose('Which state', 'for new');
    await form().fill('Low', '1.10');
    await form().choose('Who says so', 'maker of the part');
    await form().fill('Name', 'Corrie');
    await form().fill('Document', 'Corrie cam sheet');
    await form().fill('Cams', 'stage 2');
    expect(await violations(driver())).toEqual([]);
    await form().push('Add it');
    await sees(driver(), 'holds only for the maker’s head, piston and gasket with stage 2 cams');
    const id = await freshJob(driver(), '744 Four');
    const { engine: spec } = await fileOf(id);
    const valve = 'valve-intake:one-1';
    await writes(driver(), id, {
      kind: 'reading',
      station: { part: 'setup.clay', thing: valve, spot: '' },
      instrumentId: (await fileOf(id)).instruments.find((i) => i.type === 'calliper')!.id,
      text: '1.40',
    });
    await at.visit(`/jobs/${id}/top?at=set-up`, 'Valves and cams');
    await form().push('Valves and cams');
    await sees(driver(), 'Its clearance is not read yet');
    const governs = async () => {
      const file = await fileOf(id);
      const found = judgeJob(file).items.find((f) => f.feature === 'setup.contact.intake');
      return found?.limit?.source.party ?? found?.because ?? null;
    };
    expect(await governs()).toBe('ask-limit');
    await form().push('Say what it is built of');
    await form().push(`All ${spec.maker}’s own`);
    await settled(id, (f) => buildNow(f)?.cams === 'maker', 'the build');
    expect(await governs()).toBe('Varrow');
    await form().push('Change');
    await form().fill('Cams', 'Stage 2');
    await form().push('Keep it');
    await settled(id, (f) => buildNow(f)?.cams === 'Stage 2', 'the other build');
    expect(await governs()).toBe('Corrie');
  }, 120_000);
});

describe('ports', () => {
  it('are read before and after, and what should be alike is told apart', async () => {
    const id = await freshJob(driver(), '620 Twin');
    await at.visit(`/jobs/${id}/top?at=set-up`, 'Ports');
    await form().push('Ports');
    await sees(driver(), 'Ports, before and after');
    await where('exhaust · port roof');
    await take(driver(), '38.62');
    await settled(id, (f) => portMap(f)[0]!.roof.now !== null, 'the roof');
    await form().fill('Which ports', 'exhaust raised');
    await form().enter('Which ports');
    await sees(driver(), 'was 38.62 mm');
    await sees(driver(), 'Last written down: ports worked');
    // Pressed by mistake: it was never done, and what was read stands.
    await form().push('Take back: ports worked');
    await settled(id, (f) => portMap(f)[0]!.roof.now !== null, 'taken back');
    await driver().wait(
      async () =>
        !(await driver().findElement(By.css('[aria-label="Port map"]')).getText()).includes('was 38.62'),
      10_000,
      'the map never came back',
    );
    await form().fill('Which ports', 'exhaust raised');
    await form().push('Its ports were worked');
    await sees(driver(), 'was 38.62 mm');
    await driver().findElement(By.css('[aria-label="Port map"] tbody tr td button')).sendKeys(Key.ENTER);
    await take(driver(), '38.20');
    await settled(id, (f) => portMap(f)[0]!.roof.now?.value === 38_200_000, 'the new roof');
    await sees(driver(), '38.62 mm →');
    expect(await violations(driver())).toEqual([]);
  }, 90_000);
});

describe('evidence', () => {
  it('a step that wants its photo waits for it, from a metre too, and has it once it is taken', async () => {
    const id = await freshJob(driver());
    await writes(driver(), id, { kind: 'assembly-begun', list: 'general', alone: true });
    await assembledUpTo(driver(), id, 'cams', () => fileOf(id));
    await at.visit(`/jobs/${id}/top`, 'Flywheel and cam marks');
    await press(driver(), 'm');
    const { now } = assemblyRun(await fileOf(id));
    const ask = now!.asks[openAsk(now!)!]!;
    await sees(driver(), 'all line up');
    const wrong = ask.shown.findIndex((a) => a.why !== '');
    await press(driver(), String(wrong + 1));
    // What cannot stay is said from a metre as well.
    await sees(driver(), ask.shown[wrong]!.why);
    await press(driver(), String(ask.shown.findIndex((a) => a.why === '') + 1));
    await sees(driver(), 'Take its photo, or say why there is none');
    expect(await violations(driver())).toEqual([]);
    // From a metre there is no camera: asked for its photo, the screen comes near again.
    await form().push('Take its photo');
    await sees(driver(), 'A photo belongs to this one.');
    const path = join(dir, 'marks.jpg');
    writeFileSync(
      path,
      await sharp({ create: { width: 400, height: 300, channels: 3, background: '#778899' } })
        .jpeg()
        .toBuffer(),
    );
    await driver().findElement(By.css('input[type=file][accept="image/*"]')).sendKeys(path);
    await settled(id, (f) => assemblyRun(f).now?.pictured != null, 'the photo');
    const { photo } = assemblyRun(await fileOf(id)).now!.pictured!;
    // The file goes up on its own way, before its entry or after it.
    await driver().wait(
      async () => {
        const photos = (await api(driver(), 'GET', `/jobs/${id}/photos`)).body as { id: string }[];
        return photos.length === 1 && photos[0]!.id === photo;
      },
      20_000,
      'the photo never came up',
    );
    await press(driver(), Key.SPACE);
    await settled(id, (f) => assemblyRun(f).now?.step.key !== 'cams', 'the step');
  }, 120_000);
});
