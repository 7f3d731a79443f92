import { v7 } from 'uuid';
import type { ReportView } from '@tribos/contract';
import { pdfText } from './pdfText.js';
import { jobOf, makeWorld, type Agent, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

/** Waits for a report, by what it says of itself. */
async function made(agent: Agent, job: string, id: string): Promise<ReportView> {
  for (let tries = 0; tries < 240; tries += 1) {
    const { body } = await agent.get(`/api/jobs/${job}/reports/${id}`).expect(200);
    const report = body as ReportView;
    if (report.state === 'done' || report.state === 'failed') return report;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error('the report was not made');
}

describe('a report', () => {
  it('is queued, made as a PDF and kept; asked for twice with one id it is made once', async () => {
    const { id: job } = (await jobOf(world.technician, 'Varrow 644 Twin')).file.job;
    const id = v7();
    const ask = () => world.technician.post(`/api/jobs/${job}/reports`).send({ id, unit: 'mm' }).expect(202);
    expect((await ask()).body).toMatchObject({ id, state: 'queued', progress: 0 });
    expect(await made(world.technician, job, id)).toMatchObject({ state: 'done', progress: 1 });
    await ask();
    const { body, headers } = await world.technician
      .get(`/api/jobs/${job}/reports/${id}/pdf`)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('end', () => done(null, Buffer.concat(parts)));
      })
      .expect(200);
    expect(headers['content-type']).toContain('application/pdf');
    expect((body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
    // A page's worth of words in the fonts of the house, not an empty sheet.
    expect((body as Buffer).toString('latin1')).toContain('AtkinsonHyperlegible');
    expect((body as Buffer).length).toBeGreaterThan(10_000);
    // The clearance stands once, with both its ends on one strip.
    const text = pdfText(body as Buffer);
    expect(text).toMatch(/0\.030 mm[\s\S]{0,40}0\.150 mm|0\.150 mm[\s\S]{0,40}0\.030 mm/u);
  });

  it('of another shop’s job is neither asked for nor read', async () => {
    const { id: job } = (await jobOf(world.technician, 'Varrow 644 Twin')).file.job;
    const id = v7();
    await world.stranger.post(`/api/jobs/${job}/reports`).send({ id, unit: 'mm' }).expect(404);
    await world.technician.post(`/api/jobs/${job}/reports`).send({ id, unit: 'mm' }).expect(202);
    await made(world.technician, job, id);
    await world.stranger.get(`/api/jobs/${job}/reports/${id}`).expect(404);
    await world.stranger.get(`/api/jobs/${job}/reports/${id}/pdf`).expect(404);
    await world.nobody.get(`/api/jobs/${job}/reports/${id}/pdf`).expect(401);
  });

  it('is asked for in a unit that is one, and one that is not there is not found', async () => {
    const { id: job } = (await jobOf(world.technician, 'Varrow 644 Twin')).file.job;
    await world.technician.post(`/api/jobs/${job}/reports`).send({ id: v7(), unit: 'cubits' }).expect(400);
    await world.technician.get(`/api/jobs/${job}/reports/${v7()}`).expect(404);
  });
});
